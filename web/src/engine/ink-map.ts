import {
  meantTone,
  type Job,
  limitTones,
  type Pass,
  type PictureSource,
  printingPasses,
  toneTable8,
  fillOf,
} from '@chromatype/core';
import { feedBytes } from './picture-samples.ts';
import type { Sample } from './samples.ts';
import type { SheetEngine } from './sheet-engine.ts';

/** How much ink lies where, all passes together. */
export interface InkMap {
  readonly sample: Sample;
  /** The most on any spot: 1 is one ink in full. */
  readonly most: number;
}

const BARE = [244, 239, 228] as const;
const FULL = [30, 74, 80] as const;
const OVER = [240, 80, 46] as const;

/** Sums of the printing passes' tones over the sheet, `width` pixels wide. */
export function inkSums(engine: SheetEngine, job: Job, reducedOf: (pass: Pass) => PictureSource | null, width: number) {
  let sums = new Float64Array(0);
  let height = 0;
  for (const pass of printingPasses(job)) {
    const fill = fillOf(pass);
    const feed = feedBytes(engine, job, pass, reducedOf(pass), width);
    const tones = limitTones(toneTable8(meantTone(fill)), fill.screen.smallest, fill.screen.solidFrom);
    if (sums.length === 0) sums = new Float64Array(feed.bytes.length);
    height = feed.height;
    feed.bytes.forEach((grey, k) => {
      sums[k]! += tones[grey]! / 65535;
    });
  }
  return { sums, width, height };
}

/** A picture of the total ink: darker is more, and what is over the limit is marked. */
export function inkMap(
  engine: SheetEngine,
  job: Job,
  reducedOf: (pass: Pass) => PictureSource | null,
  width: number,
  limit: number,
): InkMap {
  const { sums, height } = inkSums(engine, job, reducedOf, width);
  const rgba = new Uint8ClampedArray(width * Math.max(1, height) * 4).fill(255);
  sums.forEach((sum, k) => {
    const t = Math.min(1, sum / limit);
    const colour = sum > limit + 0.02 ? OVER : BARE.map((v, c) => v + t * (FULL[c]! - v));
    rgba.set(colour, 4 * k);
  });
  return { sample: { width, height: Math.max(1, height), rgba }, most: sums.reduce((a, b) => Math.max(a, b), 0) };
}

const INK_WIDTH = 160;

/** Largest sum of the printing passes' tones on any spot of the sheet. */
export const mostInk = (engine: SheetEngine, job: Job, reducedOf: (pass: Pass) => PictureSource | null): number =>
  inkSums(engine, job, reducedOf, INK_WIDTH).sums.reduce((most, sum) => Math.max(most, sum), 0);
