import { ByteCache } from '../memory/byte-cache.ts';
import { linearOfHex, type LinearRgb } from '../colour/srgb.ts';
import { knownOverprints, printedInk, stockLight } from '../ink/printed-ink.ts';
import type { Job, Pass, Separation } from './types.ts';
import { chosenTable } from '../separate/chosen.ts';
import type { InkTable } from '../separate/ink-table.ts';
import { createPrintModel, type PrintModel } from '../separate/model.ts';
import { coarseSize, nearestTable, tableSize } from '../separate/nearest.ts';
import { presenceTable } from '../separate/presence.ts';

/** The passes that a separation feeds, in print order. */
export const inkPasses = (job: Pick<Job, 'passes'>, id: string): readonly Pass[] =>
  job.passes.filter((p) => p.feed.part === 'ink' && p.feed.separation === id);

export const basePasses = (job: Pick<Job, 'passes'>, id: string): readonly Pass[] =>
  job.passes.filter((p) => p.feed.part === 'base' && p.feed.separation === id);

export const separationOf = (job: Pick<Job, 'separations'>, pass: Pick<Pass, 'feed'>): Separation | undefined =>
  job.separations.find((s) => s.id === pass.feed.separation);

/** Light of what a separation's inks are laid on: the stock, or its base on the stock. */
function groundOf(job: Job, id: string): LinearRgb {
  let [r, g, b] = stockLight(job.sheet.stock);
  for (const { ink } of basePasses(job, id)) {
    const { through, adds } = printedInk(ink);
    [r, g, b] = [r * through[0] + adds[0], g * through[1] + adds[1], b * through[2] + adds[2]];
  }
  return [r, g, b];
}

/** What the inks of a separation print together on its ground. */
export function modelOf(job: Job, id: string): PrintModel {
  const inks = inkPasses(job, id).map((p) => p.ink);
  const { stock } = job.sheet;
  return createPrintModel(
    groundOf(job, id),
    inks.map((ink) => printedInk(ink)),
    knownOverprints(stock, inks),
    stock.spread,
  );
}

/** What a separation depends on: equal keys give equal tables. */
export function separationKey(job: Job, { id, settings, coarse }: Separation): string {
  const { name: _, ...stock } = job.sheet.stock;
  const inkOf = ({ ink: { press: _press, ...ink }, feed }: Pass) => [ink, feed.pick];
  const from = [settings, stock, inkPasses(job, id).map(inkOf), basePasses(job, id).map(inkOf)];
  return JSON.stringify(coarse ? [...from, 'coarse'] : from);
}

/** Tables that were made lately. They follow from their key alone, so that all that ask get the same. */
const tables = new ByteCache<InkTable>(10, () => 1);

const inksName = (job: Job, separation: Separation): string => `inks ${separationKey(job, separation)}`;

/** A job whose separations go by small tables where the whole ones are not made yet. */
export function quickSeparations(job: Job): Job {
  const slow = (s: Separation) => s.settings.way === 'nearest' && tables.get(inksName(job, s)) === undefined;
  if (!job.separations.some(slow)) return job;
  return { ...job, separations: job.separations.map((s) => (slow(s) ? { ...s, coarse: true } : s)) };
}

/** Coverages of a separation's inks for every colour. */
export function inkTableOf(job: Job, separation: Separation): InkTable {
  return tables.take(inksName(job, separation), () => {
    const model = modelOf(job, separation.id);
    const size = separation.coarse ? coarseSize : tableSize;
    if (separation.settings.way === 'nearest') return nearestTable(model, separation.settings, size(model.inks));
    const picks = inkPasses(job, separation.id).map(({ feed, ink }) => linearOfHex(feed.pick ?? ink.colour));
    return chosenTable(picks, groundFor(job, separation), separation.settings);
  });
}

/** The colour in the picture that asks for no ink at all. */
const groundFor = (job: Job, { settings }: Separation): LinearRgb =>
  settings.whiteIs === 'stock' ? [1, 1, 1] : stockLight(job.sheet.stock);

/** Where a picture asks for a base: wherever it is not the ground's own colour. */
export function baseTableOf(job: Job, separation: Separation): InkTable {
  return tables.take(`base ${separationKey(job, separation)}`, () =>
    presenceTable(groundFor(job, separation), separation.settings.baseFrom),
  );
}
