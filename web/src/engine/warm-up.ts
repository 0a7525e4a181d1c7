import {
  createJob,
  filePicture,
  fillOf,
  INK_SETS,
  type Job,
  MM_PER_INCH,
  memorySource,
  printingPasses,
  sheetPixels,
  splitPicture,
  withFill,
} from '@chromatype/core';
import type { SheetEngine } from './sheet-engine.ts';

const PICTURE = 'warm-up';
const SHEET = { width: 720, height: 480, ppi: 300 };
/** Pixels of the picture for each of the sheet. */
const FINER = 1.25;
const SCALE = 0.2;

/** A small print in process inks from a picture of chance. */
function warmUpJob(width: number, height: number): Job {
  const base = createJob('warm up', 'w');
  const sheet = {
    ...base.sheet,
    width: (SHEET.width / SHEET.ppi) * MM_PER_INCH,
    height: (SHEET.height / SHEET.ppi) * MM_PER_INCH,
    ppi: SHEET.ppi,
  };
  const pictures = [filePicture({ id: 'w', name: 'w', hash: PICTURE, width, height })];
  const passes = base.passes.map((p) => withFill(p, { feed: { ...fillOf(p).feed, picture: 'w' } }));
  let n = 0;
  const set = INK_SETS.find((s) => s.name === 'process')!;
  return splitPicture({ ...base, sheet, pictures, passes }, { set, from: 'w', newId: () => `w${n++}` }).job;
}

/** A small print of marks from the same picture. */
function marksJob(job: Job): Job {
  const [pass] = job.passes;
  const { screen } = fillOf(pass!);
  const marks = { ...screen, family: 'marks', marks: { ...screen.marks, lattice: 'hexagonal' } } as const;
  return {
    ...job,
    separations: [],
    passes: [withFill(pass!, { screen: marks, feed: { ...fillOf(pass!).feed, part: 'lightness', separation: null } })],
  };
}

/**
 * Prints what nobody sees, so that the code for first and settled pictures is compiled before the first job is opened.
 */
export function warmUp(engine: SheetEngine): void {
  const [width, height] = [Math.round(SHEET.width * FINER), Math.round(SHEET.height * FINER)];
  const rgba = Uint8Array.from({ length: 4 * width * height }, (_, k) => (k % 4 === 3 ? 255 : (k * 2654435761) >>> 24));
  engine.addSource(PICTURE, memorySource(width, height, 4, rgba));
  const inks = warmUpJob(width, height);
  const marks = marksJob(inks);
  const sheet = sheetPixels(inks.sheet);
  const view = {
    scale: SCALE,
    originX: 0,
    originY: 0,
    width: Math.round(sheet.width * SCALE),
    height: Math.round(sheet.height * SCALE),
  };
  // Engines compile code well once it has run for a while.
  for (const [turn, job] of [inks, inks, inks, marks, marks, marks].entries()) {
    // Another tone each time, so that nothing comes out of a cache.
    const passes = printingPasses(job).map((p) => withFill(p, { tone: { ...fillOf(p).tone, middle: 1 + turn / 100 } }));
    const slab = { job: { ...job, passes }, view, first: 0, rows: view.height };
    engine.reduced({ ...slab, step: Math.floor(1 / SCALE), draft: true });
    engine.reduced({ ...slab, step: 1, draft: false });
  }
  engine.dropPicture(PICTURE);
}
