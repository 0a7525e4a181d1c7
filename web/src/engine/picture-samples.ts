import {
  atResolution,
  fillOf,
  liveliestBox,
  type Job,
  MM_PER_INCH,
  type Pass,
  type PictureSource,
  screenPrints,
  sheetSize,
  takesColours,
  takesPrint,
} from '@chromatype/core';
import type { Sample } from './samples.ts';
import type { SheetEngine } from './sheet-engine.ts';
import { smallJob } from './small-job.ts';

export interface PictureSample {
  readonly sample: Sample;
  /** How often each of 256 darknesses occurs, light to dark; empty without a picture. */
  readonly counts: number[];
}

/** A job whose tones print smooth: so few pixels hold no dots, and it looks as the print does from afar. */
const withoutScreens = (job: Job): Job => ({
  ...job,
  passes: job.passes.map((pass) => {
    const [first, ...others] = pass.fills.map((fill) =>
      takesColours(screenPrints(fill.screen))
        ? fill
        : { ...fill, screen: { ...fill.screen, family: 'smooth' as const, smooth: { takes: 'ink' } } },
    );
    return { ...pass, fills: [first!, ...others] };
  }),
});

/** The light a pass works with over the whole sheet, `width` pixels wide, as bytes of grey. */
export function feedBytes(engine: SheetEngine, job: Job, pass: Pass, reduced: PictureSource | null, width: number) {
  if (takesPrint(fillOf(pass))) {
    const size = sheetSize(job.sheet);
    const height = Math.max(1, Math.round((width * size.height) / size.width));
    const small = withoutScreens(atResolution(job, (width / size.width) * MM_PER_INCH));
    const area = { x: 0, y: 0, width, height, step: 1 };
    return { width, height, bytes: engine.lightOfPrint(small, pass, area), empty: false };
  }
  const small = smallJob(job, pass, reduced, width);
  if (!small) {
    const { width: w, height: h } = sheetSize(job.sheet);
    const height = Math.max(1, Math.round((width * h) / w));
    return { width, height, bytes: new Uint8Array(width * height).fill(255), empty: true };
  }
  const area = { x: 0, y: 0, width, height: small.height, step: 1 };
  return { width, height: small.height, bytes: engine.lightOf(small.job, small.pass, reduced, area), empty: false };
}

export function pictureSample(
  engine: SheetEngine,
  job: Job,
  pass: Pass,
  reduced: PictureSource | null,
  width: number,
): PictureSample {
  const { height, bytes, empty } = feedBytes(engine, job, pass, reduced, width);
  const rgba = new Uint8ClampedArray(width * height * 4).fill(255);
  const counts = new Array<number>(256).fill(0);
  bytes.forEach((grey, k) => {
    rgba.fill(grey, 4 * k, 4 * k + 3);
    counts[255 - grey]!++;
  });
  return { sample: { width, height, rgba }, counts: empty ? [] : counts };
}

/** Pixels across the sheet in which a lively place is looked for. */
const LOOKED_AT = 320;

/** Where a box of the trimmed sheet, its size in mm, has the most various tones of a pass's picture. */
export function livelyPlace(
  engine: SheetEngine,
  job: Job,
  pass: Pass,
  reduced: PictureSource | null,
  box: { readonly width: number; readonly height: number },
): { readonly x: number; readonly y: number } {
  const { width, height, bytes } = feedBytes(engine, job, pass, reduced, LOOKED_AT);
  const mm = sheetSize(job.sheet).width / width;
  const found = liveliestBox(bytes, width, height, { width: box.width / mm, height: box.height / mm });
  return { x: found.x * mm - job.sheet.bleed, y: found.y * mm - job.sheet.bleed };
}
