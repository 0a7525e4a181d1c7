import { sheetPixels } from '../document/defaults.ts';
import type { Job, Pass, Screen } from '../document/types.ts';
import { inkPasses, separationKey, separationOf } from '../document/separations.ts';
import { isCoverage, printsPalette, sourceKey } from './light.ts';

/** What a pass's light depends on: equal keys give equal light. */
export function lightKey(job: Job, pass: Pass): string {
  const source = sourceKey(job, pass);
  return source === 'white' ? source : JSON.stringify([pass.feed.part, separated(job, pass), source]);
}

/** Which ink of which separation a pass takes; null for other parts. */
function separated(job: Job, pass: Pass): readonly [number, string] | null {
  const separation = separationOf(job, pass);
  if (!separation || (pass.feed.part !== 'ink' && pass.feed.part !== 'base')) return null;
  const ink = inkPasses(job, separation.id).findIndex((p) => p.id === pass.id);
  return [ink, separationKey(job, separation)];
}

/** What a compiled screen depends on: the settings of its own family and those all share. */
export function screenKey(job: Pick<Job, 'sheet' | 'pictures'>, screen: Screen): string {
  const { family, frequency, angle, centreX, centreY, seed } = screen;
  const { width, height } = sheetPixels(job.sheet);
  const tile = family === 'tile' ? job.pictures.find((p) => p.id === screen.tile.picture)?.hash : null;
  return JSON.stringify([
    family,
    frequency,
    angle,
    centreX,
    centreY,
    seed,
    screen[family],
    tile,
    job.sheet.ppi,
    width,
    height,
  ]);
}

/** What a pass's tone tables depend on. */
export function toneKey({ tone, feed, screen }: Pass): string {
  const { oneTone, smallest, solidFrom } = screen;
  const { paint, ...curve } = tone;
  const limits = oneTone || paint.length > 0;
  return JSON.stringify([curve, isCoverage(feed.part), printsPalette(screen), limits, smallest, solidFrom]);
}

/** What a pass's plate depends on. Ink, name and order are not among it. */
export function plateKey(job: Job, pass: Pass): string {
  const { oneTone, smallest, solidFrom } = pass.screen;
  return JSON.stringify([lightKey(job, pass), pass.tone, screenKey(job, pass.screen), oneTone, smallest, solidFrom]);
}
