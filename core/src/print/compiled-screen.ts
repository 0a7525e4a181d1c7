import type { CompiledScreen } from '../screen/compiled.ts';
import type { PlannedScreen } from '../screen/families/index.ts';
import type { ThresholdTile } from '../screen/periodic/threshold-tile.ts';
import { NO_CACHES, type PrintEnv } from './env.ts';

/** A screen compiled, or from where it is compiled already: this thread's caches, or another thread. */
export function compiledScreen(env: PrintEnv, screen: PlannedScreen, draft: boolean): CompiledScreen {
  const { caches = NO_CACHES } = env;
  const { shared } = caches;
  const key = `${draft ? 'draft ' : ''}${screen.key}`;
  const share = shared && ((make: () => ThresholdTile) => shared.tile(key, make));
  return caches.screen(key, () => screen.compile({ draft, source: env.pictures, share }));
}
