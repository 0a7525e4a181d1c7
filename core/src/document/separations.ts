import { movesLattice } from '../bend/bends.ts';
import { rosettesOf } from '../separate/ink-screens.ts';
import type { Separated } from '../separate/separated.ts';
import { isSlowTable, planInkTable } from '../separate/separated.ts';
import type { Fill, Job, Pass, Separation } from './types.ts';

/** Fills of a pass that take a part of a separation. */
const takes = (pass: Pass, part: 'ink' | 'base', id: string): Fill | undefined =>
  pass.fills.find(({ feed }) => feed.part === part && feed.separation === id);

/** The passes that a separation gives inks, in print order. */
export const inkPasses = (job: Pick<Job, 'passes'>, id: string): readonly Pass[] =>
  job.passes.filter((p) => takes(p, 'ink', id));

/** The passes that lie under the inks of a separation. */
export const basePasses = (job: Pick<Job, 'passes'>, id: string): readonly Pass[] =>
  job.passes.filter((p) => takes(p, 'base', id));

/** The passes that a base lies under: those that the separation of a fill gives inks. Empty if the fill is no base. */
export function passesOnBase(job: Pick<Job, 'passes'>, { feed }: Pick<Fill, 'feed'>): readonly Pass[] {
  return feed.part === 'base' && feed.separation !== null ? inkPasses(job, feed.separation) : [];
}

/** The separation that a fill takes part of. */
export const separationOf = (job: Pick<Job, 'separations'>, fill: Pick<Fill, 'feed'>): Separation | undefined =>
  job.separations.find((s) => s.id === fill.feed.separation);

/** What a separation works with. */
export const separated = (
  job: Job,
  { id, settings, coarse = false, printedOn = job.sheet }: Separation,
): Separated => ({
  settings,
  stock: job.sheet.stock,
  inks: inkPasses(job, id).map((pass) => ({
    ink: pass.separatedFor ?? pass.ink,
    pick: takes(pass, 'ink', id)!.feed.pick,
  })),
  bases: basePasses(job, id).map((pass) => pass.ink),
  screens: {
    sheet: printedOn,
    screens: inkPasses(job, id).map((pass) => {
      const { bend, screen } = takes(pass, 'ink', id)!;
      return bend.some((b) => b.on && movesLattice(b)) ? null : screen;
    }),
  },
  coarse,
});

/** Whether the separated ink of a pass makes a rosette with two others of its separation. */
function inkInRosette(job: Job, pass: string, fill: Fill): boolean {
  const separation = fill.feed.part === 'ink' ? separationOf(job, fill) : undefined;
  if (!separation) return false;
  const at = inkPasses(job, separation.id).findIndex(({ id }) => id === pass);
  return at >= 0 && rosettesOf(separated(job, separation).screens)[at]!;
}

/**
 * Whether the screen of a fill has to keep step with two others of a separation: its own ink makes a rosette with them, or
 * a fill of its pass does whose grid it shares.
 */
export function isInRosette(job: Job, pass: Pick<Pass, 'id' | 'fills'>, { screen }: Fill): boolean {
  const sharesGrid = ({ screen: other }: Fill) =>
    other.angle === screen.angle &&
    other.frequency.value === screen.frequency.value &&
    other.frequency.per === screen.frequency.per;
  return pass.fills.some((f) => sharesGrid(f) && inkInRosette(job, pass.id, f));
}

/** What the inks and the base of a separation depend on: equal keys give equal coverages for every colour. */
export function separationKey(job: Job, separation: Separation): string {
  return planInkTable(separated(job, separation)).key;
}

/** A job whose separations use small tables where the whole ones are not made yet. */
export function quickSeparations(job: Job): Job {
  const slow = (s: Separation) => isSlowTable(separated(job, s));
  if (!job.separations.some(slow)) return job;
  return { ...job, separations: job.separations.map((s) => (slow(s) ? { ...s, coarse: true } : s)) };
}

/** The separations of a job, to be used on another sheet as they are on its own. */
export const separationsOn = (job: Pick<Job, 'separations' | 'sheet'>): readonly Separation[] =>
  job.separations.map((s) => ({ ...s, printedOn: s.printedOn ?? job.sheet }));

/** A job in fewer or more pixels. Its separations stay those of the plates. */
export const atResolution = (job: Job, ppi: number): Job => ({
  ...job,
  sheet: { ...job.sheet, ppi },
  separations: separationsOn(job),
});
