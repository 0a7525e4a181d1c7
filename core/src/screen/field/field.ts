import { byteCache, remember } from '../../memory/cache.ts';
import { type Area, rowsOf } from '../../raster/area.ts';
import { rawThreshold } from '../periodic/compile-tile.ts';

/** Thresholds of a screen that does not repeat: computed for each pixel from where it lies on the sheet. */
export interface ThresholdField {
  /** Thresholds over an area, row by row; ink prints where a tone 0..65535 is greater. */
  over(area: Area): Uint16Array;
  /** Thresholds at places of the sheet, in pixels from its top left corner. */
  at(xs: Float64Array, ys: Float64Array): Uint16Array;
}

/** A height -1..1 at the middle of pixel (x, y) of the sheet. Where it is greatest, ink comes first. */
export type SheetHeights = (x: number, y: number) => number;

interface Size {
  readonly width: number;
  readonly height: number;
}

const BINS = 32768;
/** Bins over which equal heights are spread, so that no step of the sheet's tone is left between them. */
const SPREAD = 32;
const SAMPLES = 1 << 17;
const DRAFT_SAMPLES = 1 << 13;
/** Steps of the low-discrepancy sequence R2. */
const R2_X = 0.7548776662466927;
const R2_Y = 0.5698402909980532;

/** Fraction of a number, 0..1. */
const fraction = (x: number): number => x - Math.floor(x);

/**
 * The bin of a height at pixel (x, y), whole and rest, 0..BINS. On lines that lie along the pixels many heights are
 * equal: they are told apart in an order that is even along every row, column and diagonal, since neighbouring terms of
 * the sequence R2 lie far apart.
 */
function binOf(height: number, x: number, y: number): number {
  const apart = fraction(x * R2_X + y * R2_Y);
  return Math.min(BINS, Math.max(0, ((1 - height) / 2) * (BINS - SPREAD) + SPREAD * apart));
}

/**
 * Thresholds for heights such that coverage equals tone over the sheet: the share of the sheet that
 * comes first, from a wide and even sample of it. Entry b belongs to bin b.
 */
function equaliser(heights: SheetHeights, { width, height }: Size, draft: boolean): Float64Array {
  const counts = new Float64Array(BINS + 2);
  const most = draft ? DRAFT_SAMPLES : SAMPLES;
  const all = width * height <= most;
  const n = all ? width * height : most;
  for (let k = 0; k < n; k++) {
    const x = all ? k % width : Math.floor(fraction(k * R2_X) * width);
    const y = all ? Math.floor(k / width) : Math.floor(fraction(k * R2_Y) * height);
    const bin = Math.floor(binOf(heights(x, y), x, y));
    counts[Math.min(BINS - 1, bin) + 1]!++;
  }
  for (let b = 1; b <= BINS + 1; b++) counts[b]! += counts[b - 1]!;
  return counts.map((c) => (c / n) * 65535);
}

/** Columns that one place stands for in a first look. */
const MOST_HELD = 4;

/** Bytes of thresholds that a field caches. */
const KEPT_BYTES = 64e6;

/** A field over a sheet. `relevel`: by rank, so that coverage equals tone; otherwise by the heights themselves. */
export function createField(heights: SheetHeights, sheet: Size, relevel: boolean, draft: boolean): ThresholdField {
  const ranks = relevel ? equaliser(heights, sheet, draft) : null;
  const kept = byteCache<Uint16Array>(KEPT_BYTES, (thresholds) => thresholds.byteLength);

  function thresholdOf(height: number, x: number, y: number): number {
    if (!ranks) return rawThreshold(height);
    const at = binOf(height, x, y);
    const bin = Math.floor(at);
    const low = ranks[bin]!;
    return Math.min(65534, Math.floor(low + (ranks[bin + 1]! - low) * (at - bin)));
  }

  function make(area: Area): Uint16Array {
    const rows = rowsOf(area);
    const out = new Uint16Array(area.width * rows);
    // A first look at few rows looks at few columns too: what it averages is as even either way.
    const hold = draft ? Math.max(1, Math.min(MOST_HELD, area.step >> 1)) : 1;
    for (let k = 0; k < rows; k++) {
      const y = area.y + k * area.step;
      const row = k * area.width;
      for (let x = 0; x < area.width; x++) {
        out[row + x] = x % hold === 0 ? thresholdOf(heights(area.x + x, y), area.x + x, y) : out[row + x - 1]!;
      }
    }
    return out;
  }

  return {
    at: (xs, ys) =>
      Uint16Array.from(xs, (x, k) => thresholdOf(heights(x - 0.5, ys[k]! - 0.5), Math.floor(x), Math.floor(ys[k]!))),
    over: ({ x, y, width, height, step }) =>
      remember(kept, `${x} ${y} ${width} ${height} ${step}`, () => make({ x, y, width, height, step })),
  };
}
