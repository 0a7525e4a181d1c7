import {
  type Job,
  limitTones,
  type Pass,
  type PictureSource,
  placePicture,
  printingPasses,
  toneTable8,
} from '@chromatype/core';
import type { Sample } from './samples.ts';
import type { SheetEngine } from './sheet-engine.ts';

export interface PictureSample {
  readonly sample: Sample;
  /** How often each of 64 darknesses occurs, light to dark. */
  readonly counts: number[];
}

const INK_WIDTH = 160;

/** What leaves the Picture station over the whole sheet, `width` pixels wide, as bytes of grey. */
function feedBytes(engine: SheetEngine, job: Job, pass: Pass, reduced: PictureSource | null, width: number) {
  const height = Math.max(1, Math.round((width * job.sheet.height) / job.sheet.width));
  const picture = job.pictures.find((p) => p.id === pass.feed.picture);
  if (!picture || !reduced) return { width, height, bytes: new Uint8Array(width * height).fill(255) };
  const ppi = (width / job.sheet.width) * 25.4;
  const sheet = { ...job.sheet, ppi };
  const at = placePicture(sheet, pass.feed, picture);
  const mm = 25.4 / ppi;
  const feed = {
    ...pass.feed,
    fit: 'own' as const,
    x: at.left * mm,
    y: at.top * mm,
    width: picture.width * at.scale * mm,
  };
  const small: Job = { ...job, sheet, pictures: [{ ...picture, width: reduced.width, height: reduced.height }] };
  return {
    width,
    height,
    bytes: engine.lightOf(small, { ...pass, feed }, reduced, { x: 0, y: 0, width, height, step: 1 }),
  };
}

export function pictureSample(
  engine: SheetEngine,
  job: Job,
  pass: Pass,
  reduced: PictureSource | null,
  width: number,
): PictureSample {
  const { height, bytes } = feedBytes(engine, job, pass, reduced, width);
  const rgba = new Uint8ClampedArray(width * height * 4).fill(255);
  const counts = new Array<number>(64).fill(0);
  bytes.forEach((grey, k) => {
    rgba.fill(grey, 4 * k, 4 * k + 3);
    counts[(255 - grey) >> 2]!++;
  });
  return { sample: { width, height, rgba }, counts: reduced ? counts : [] };
}

/** Largest sum of the printing passes' tones on any spot of the sheet. */
export function mostInk(engine: SheetEngine, job: Job, reducedOf: (pass: Pass) => PictureSource | null): number {
  let sums = new Float64Array(0);
  for (const pass of printingPasses(job)) {
    const { bytes } = feedBytes(engine, job, pass, reducedOf(pass), INK_WIDTH);
    const tone = pass.feed.part === 'alpha' ? { ...pass.tone, meaning: 'even' as const } : pass.tone;
    const tones = limitTones(toneTable8(tone), pass.screen.smallest, pass.screen.solidFrom);
    if (sums.length === 0) sums = new Float64Array(bytes.length);
    bytes.forEach((grey, k) => {
      sums[k]! += tones[grey]! / 65535;
    });
  }
  return sums.reduce((most, sum) => Math.max(most, sum), 0);
}
