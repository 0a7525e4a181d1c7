import {
  atResolution,
  blendCovered,
  countCache,
  coverPlanner,
  MM_PER_INCH,
  passOf,
  lightKey,
  planPass,
  printingFills,
  sheetSize,
  wholeFill,
  meantTone,
  type Job,
  limitTones,
  type Pass,
  type PictureSource,
  printingPasses,
  printsOf,
  remember,
  takesPrint,
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

/** How a pass finds the small copy of its picture. */
type ReducedOf = (pass: Pass) => PictureSource | null;

interface Tones {
  readonly tones: Uint16Array;
  readonly height: number;
}

/** Tones of fills of which most stay when one setting of a job is changed. */
const kept = countCache<Tones>(24);

/** Tones of one fill over the whole sheet, `width` pixels wide, wherever its stencil lets it print. */
function fillTones(engine: SheetEngine, job: Job, pass: Pass, reducedOf: ReducedOf, width: number): Tones {
  const fill = fillOf(pass);
  const tone = meantTone(fill);
  const { smallest, solidFrom } = fill.screen;
  const reduced = reducedOf(pass);
  const make = (): Tones => {
    const { bytes, height } = feedBytes(engine, job, pass, reduced, width);
    const table = limitTones(toneTable8(tone), smallest, solidFrom);
    return { tones: Uint16Array.from(bytes, (grey) => table[grey]!), height };
  };
  // The print so far is made of everything below, and is not asked for by a key.
  if (takesPrint(fill) || !reduced) return make();
  const { width: across, height: down } = reduced;
  return remember(kept, JSON.stringify([lightKey(job, pass), tone, smallest, solidFrom, across, down, width]), make);
}

/** Tones of a pass over the whole sheet, its fills laid over each other. */
function passTones(engine: SheetEngine, job: Job, pass: Pass, reducedOf: ReducedOf, width: number): Tones {
  const whole = wholeFill(pass);
  if (whole) return fillTones(engine, job, passOf(pass, whole), reducedOf, width);
  const small = atResolution(job, (width / sheetSize(job.sheet).width) * MM_PER_INCH);
  const env = engine.sampleEnv();
  const coverOf = coverPlanner(env, small, (other) => planPass(env, small, other).plate);
  const fills = printingFills(pass).map((fill) => ({
    fill,
    ...fillTones(engine, job, passOf(pass, fill), reducedOf, width),
  }));
  const height = fills[0]?.height ?? 1;
  const area = { x: 0, y: 0, width, height, step: 1 };
  const layers = fills.map(({ fill, tones }) => ({
    tones,
    cover: fill.stencil === null ? (255 as const) : coverOf(fill.stencil).read(area),
    over: fill.over,
  }));
  return { tones: blendCovered(width * height, layers), height };
}

/** Sums of the printing passes' tones over the sheet, `width` pixels wide. */
export function inkSums(engine: SheetEngine, job: Job, reducedOf: ReducedOf, width: number) {
  let sums = new Float64Array(0);
  let height = 0;
  // What prints smooth is artwork of a picture, no ink of a press.
  for (const pass of printingPasses(job).filter((p) => printsOf(p).screened)) {
    const made = passTones(engine, job, pass, reducedOf, width);
    if (sums.length === 0) sums = new Float64Array(made.tones.length);
    height = made.height;
    made.tones.forEach((tone, k) => {
      sums[k]! += tone / 65535;
    });
  }
  return { sums, width, height };
}

/** A picture of the total ink: darker is more, and what is over the limit is marked. */
export function inkMap(engine: SheetEngine, job: Job, reducedOf: ReducedOf, width: number, limit: number): InkMap {
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
export const mostInk = (engine: SheetEngine, job: Job, reducedOf: ReducedOf): number =>
  inkSums(engine, job, reducedOf, INK_WIDTH).sums.reduce((most, sum) => Math.max(most, sum), 0);
