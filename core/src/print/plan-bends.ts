import {
  type Bend,
  bendInputs,
  bendSheet,
  type Bending,
  movesLattice,
  movesPicture,
  readyBends,
} from '../bend/bends.ts';
import { bendKind } from '../bend/kinds/index.ts';
import type { Fill, Job } from '../document/types.ts';
import { countCache, remember } from '../memory/cache.ts';
import type { CompiledScreen } from '../screen/compiled.ts';
import type { RepeatRegion } from '../repeat/region.ts';
import type { PlannedScreen } from '../screen/families/index.ts';
import { compiledScreen } from './compiled-screen.ts';
import { NO_CACHES, type PrintEnv } from './env.ts';
import { type DarknessPlan, planDarkness } from './plan-darkness.ts';
import { repeatingLattice } from './plan-wrapped.ts';

/** The bends of a fill, made ready when they are first asked for. Equal keys deform alike. */
export interface BendPlan {
  /** Key of what moves the lattice; null where nothing does. */
  readonly lattice: string | null;
  /** Key of what moves the picture. */
  readonly picture: string | null;
  /** `rough`: places from fewer nodes, for a first look. */
  ready(rough: boolean): Bending;
}

/** Bends that were made ready lately: what they know of the sheet serves while a tone is dragged. */
const lately = countCache<Bending>(12);

/** The darkness of each picture that moves one of some bends. */
function planAll(env: PrintEnv, job: Job, bends: readonly Bend[], rough: boolean): ReadonlyMap<string, DarknessPlan> {
  const plans = new Map<string, DarknessPlan>();
  for (const { kind, settings } of bends) {
    const asked = bendKind(kind).reads(settings);
    const plan = asked && planDarkness(env, job, asked, rough);
    if (plan) plans.set(JSON.stringify(asked), plan);
  }
  return plans;
}

/** Plans the bends of a fill; null without any that is on. */
export function planBends(env: PrintEnv, job: Job, { bend }: Pick<Fill, 'bend'>): BendPlan | null {
  const bends: readonly Bend[] = bendInputs(bend);
  if (bends.length === 0) return null;
  const on = bendSheet(job.sheet);
  const keyOf = (some: readonly Bend[], rough: boolean): string | null =>
    some.length === 0
      ? null
      : JSON.stringify([some, on, [...planAll(env, job, some, rough).values()].map((plan) => plan.key)]);
  return {
    lattice: keyOf(bends.filter(movesLattice), false),
    picture: keyOf(bends.filter(movesPicture), false),
    ready(rough) {
      return remember(lately, `${rough} ${keyOf(bends, rough)}`, () => {
        const plans = planAll(env, job, bends, rough);
        return readyBends(bends, on, { reads: (asked) => plans.get(JSON.stringify(asked))?.read() ?? null, rough });
      });
    },
  };
}

/** How the lattice of a screen is bent: by bends, and so that it repeats with a region of the sheet. */
interface BentHow {
  readonly bends: BendPlan | null;
  readonly repeat: RepeatRegion | null;
}

/** A compiled screen, its lattice bent where the bends of its fill say so, or where it has to repeat. */
export function bentScreen(
  env: PrintEnv,
  screen: PlannedScreen,
  draft: boolean,
  { bends, repeat }: BentHow,
): CompiledScreen {
  const straight = compiledScreen(env, screen, draft);
  if (!straight.bent || (!bends?.lattice && !repeat)) return straight;
  const bent = bends?.lattice ? bends.ready(draft).lattice : null;
  const lattice = repeat ? repeatingLattice(bent, straight.repeats, repeat, draft) : bent;
  if (!lattice) return straight;
  const { caches = NO_CACHES } = env;
  const key = `${draft ? 'draft ' : ''}${screen.key} bent ${bends?.lattice} ${JSON.stringify(repeat)}`;
  return caches.screen(key, () => straight.bent!(lattice));
}
