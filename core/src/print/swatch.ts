import { printingFills } from '../document/fills.ts';
import type { Job, Pass } from '../document/types.ts';
import { createBitmap } from '../raster/bitmap.ts';
import { cutPlate, isArtwork, isBitmap, type Plate } from '../raster/plate.ts';
import { type Size, sheetPixels } from '../raster/sheet.ts';
import {
  fadedFrom,
  fourPlaces,
  inRepeat,
  mirrored,
  type RepeatRegion,
  repeatSize,
  swatchSize,
} from '../repeat/region.ts';
import { snappedLattice, type SnappedLattice } from '../repeat/snapped-lattice.ts';
import { planScreen } from '../screen/compile-screen.ts';
import { blueNoiseTile } from '../screen/families/grain/blue-noise.ts';
import { isWorn } from '../wear/worn-plate.ts';
import { compiledScreen } from './compiled-screen.ts';
import type { PrintEnv } from './env.ts';
import type { PassPlan } from './plan-fill.ts';
import { planPass } from './plan-pass.ts';

/** Plates of one swatch, which repeats in plain rows and columns. */
export interface Swatch extends Size {
  /** One plate for each pass, in print order. */
  readonly plates: readonly Plate[];
}

/** How the seams of a pass are made. */
export type SeamWay =
  /** Its lattice is set so that it repeats. */
  | { readonly way: 'snapped'; readonly snapped: SnappedLattice }
  /** Pixels of both edges are strewn into each other. */
  | { readonly way: 'strewn' }
  /** Its plate is mirrored. */
  | { readonly way: 'mirrored' };

/** Rows that are made at a time. */
const BAND = 64;

const isMirroredOnly = (region: RepeatRegion): boolean => region.mirrored && region.kind === 'square';

/** The lattice of a fill as it repeats with a region; null where it has none that can. */
function snappedOf(
  env: PrintEnv,
  job: Job,
  { screen, wear }: Pass['fills'][number],
  region: RepeatRegion,
): SnappedLattice | null {
  if (isWorn(wear)) return null;
  const pixels = (id: string) => job.pictures.find((p) => p.id === id)?.hash ?? null;
  const { repeats, bent } = compiledScreen(env, planScreen(job.sheet, screen, pixels, false), false);
  return repeats && bent ? snappedLattice(repeats, region) : null;
}

/** How the seams of a pass are made; a pass with several lattices tells of its first. */
export function seamWay(env: PrintEnv, job: Job, pass: Pass, region: RepeatRegion): SeamWay {
  if (isMirroredOnly(region)) return { way: 'mirrored' };
  const all = printingFills(pass).map((fill) => snappedOf(env, job, fill, region));
  const [first] = all;
  return first && all.every((snapped) => snapped !== null) ? { way: 'snapped', snapped: first } : { way: 'strewn' };
}

/** A plate of the same kind as another one, in another size, on which nothing prints. */
function bareOf(plate: Plate, { width, height }: Size): Plate {
  if (isBitmap(plate)) return createBitmap(width, height);
  return { ...plate, width, height, data: new Uint8Array((isArtwork(plate) ? 4 : 1) * width * height) };
}

/** Copies one pixel of a plate to another plate of the same kind. */
function copyPixel(from: Plate, x: number, y: number, to: Plate, u: number, v: number): void {
  if (isBitmap(from) && isBitmap(to)) {
    if ((from.data[y * from.stride + (x >> 3)]! >> (7 - (x & 7))) & 1)
      to.data[v * to.stride + (u >> 3)]! |= 0x80 >> (u & 7);
    return;
  }
  const each = isArtwork(from) ? 4 : 1;
  for (let k = 0; k < each; k++) to.data[(v * to.width + u) * each + k] = from.data[(y * from.width + x) * each + k]!;
}

/** The whole plate of a plan over so many rows, band by band; yields the share that is done. */
function* wholePlate(plan: PassPlan, left: number, top: number, { width, height }: Size): Generator<number, Plate> {
  // Bitmaps are read from whole bytes on, and methods that carry tone downwards see every row above.
  const first = left & ~7;
  const span = left - first + width;
  let out: Plate | null = null;
  for (let y = 0; y < height; y += BAND) {
    const rows = Math.min(BAND, height - y);
    const band = plan.plate.read({ x: first, y: top + y, width: span, height: rows, step: 1 });
    out ??= bareOf(band, { width, height });
    for (let r = 0; r < rows; r++) for (let c = 0; c < width; c++) copyPixel(band, c + left - first, r, out, c, y + r);
    yield (y + rows) / height;
  }
  return out!;
}

/** Which pixel of a plate a pixel of another one is. */
type PixelFrom = (x: number, y: number, out: { x: number; y: number }) => void;

/** Fills a plate of a size with pixels of another one. */
function* filled(plate: Plate, size: Size, from: PixelFrom): Generator<number, Plate> {
  const out = bareOf(plate, size);
  const at = { x: 0, y: 0 };
  for (let y = 0; y < size.height; y++) {
    for (let x = 0; x < size.width; x++) {
      from(x, y, at);
      copyPixel(plate, at.x, at.y, out, x, y);
    }
    if (y % BAND === 0) yield y / size.height;
  }
  return out;
}

/** Which place of the sheet each pixel of one repeat comes from, where two edges are strewn into each other. */
function strewnFrom(region: RepeatRegion): PixelFrom {
  const unit = repeatSize(region);
  const places = fourPlaces();
  const noise = blueNoiseTile(64);
  const inside = (k: number, size: number) => {
    const t = ((k % (2 * size)) + 2 * size) % (2 * size);
    return t < size ? t : 2 * size - 1 - t;
  };
  const fold = (v: number, size: number) => (region.mirrored ? Math.floor(mirrored(v, size).at - 1e-9) : Math.floor(v));
  return (x, y, out) => {
    const count = fadedFrom(region, unit, x + 0.5, y + 0.5, places);
    let left = noise.data[(y & 63) * noise.period + (x & 63)]! / 65536;
    let k = 0;
    while (k < count - 1 && left >= places[k]!.weight) left -= places[k++]!.weight;
    const at = places[k]!;
    out.x = inside(region.left + fold(at.x, region.width), region.sheet.width);
    out.y = inside(region.top + fold(at.y, region.height), region.sheet.height);
  };
}

/** Which pixel of the region each pixel of one repeat is, where the region and its mirror images make it up. */
function mirroredFrom({ width, height }: RepeatRegion): PixelFrom {
  const fold = (k: number, size: number) => (k < size ? k : 2 * size - 1 - k);
  return (x, y, out) => {
    out.x = fold(x, width);
    out.y = fold(y, height);
  };
}

/** Makes one repeat of the plate of a pass. */
function* repeatPlate(env: PrintEnv, job: Job, pass: Pass, region: RepeatRegion): Generator<number, Plate> {
  const { way } = seamWay(env, job, pass, region);
  const plan = planPass(env, job, pass, way === 'snapped' ? { repeat: region } : {});
  const unit = repeatSize(region);
  try {
    plan.prepare();
    for (const share of plan.begin()) yield 0.2 * share;
    if (way === 'snapped') return yield* wholePlate(plan, region.margin, region.margin, unit);
    if (way === 'mirrored') {
      const own = yield* wholePlate(plan, region.left, region.top, region);
      return yield* filled(own, unit, mirroredFrom(region));
    }
    const sheet = yield* wholePlate(plan, 0, 0, sheetPixels(job.sheet));
    return yield* filled(sheet, unit, strewnFrom(region));
  } finally {
    plan.release();
  }
}

/** The plate of one pass of a swatch: one repeat, or two of them side by side where rows or columns are moved by half. */
function* swatchPlate(env: PrintEnv, job: Job, pass: Pass, region: RepeatRegion): Generator<number, Plate> {
  const unit = yield* repeatPlate(env, job, pass, region);
  const size = swatchSize(region);
  if (size.width === unit.width && size.height === unit.height) return unit;
  const { margin } = region;
  return yield* filled(unit, size, (x, y, out) => inRepeat(region, unit, x + margin, y + margin, out));
}

/** Makes the plates of one swatch; yields the share that is done, 0..1. */
export function* makeSwatch(
  env: PrintEnv,
  job: Job,
  passes: readonly Pass[],
  region: RepeatRegion,
): Generator<number, Swatch> {
  const plates: Plate[] = [];
  for (const [k, pass] of passes.entries()) {
    const making = swatchPlate(env, job, pass, region);
    let step = making.next();
    while (!step.done) {
      yield (k + Math.min(1, step.value)) / passes.length;
      step = making.next();
    }
    plates.push(step.value);
  }
  return { ...swatchSize(region), plates };
}

/** A part of the plates of a swatch. */
export const swatchPart = ({ plates }: Swatch, x: number, y: number, width: number, height: number): readonly Plate[] =>
  plates.map((plate) => cutPlate(plate, x, y, width, height, 1));

/** Rows of a swatch. */
export const swatchRows = (swatch: Swatch, y: number, rows: number): readonly Plate[] =>
  swatchPart(swatch, 0, y, swatch.width, rows);
