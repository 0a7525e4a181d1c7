import type { ThresholdTile } from './threshold-tile.ts';

/** Threshold rows are at least this long, and carry this many entries again after their end. */
export const WIDE = 64;
export const PAD = 16;

/**
 * A threshold tile laid out for the kernels and expressed in picture codes: ink prints where a
 * code is *less* than the limit. The pass's tone curve is folded in, so that screening a pixel
 * costs one comparison, whatever the curve.
 */
export interface WideTile {
  readonly rows: number;
  readonly period: number;
  readonly shift: number;
  /** Entries from one row to the next: period + PAD. */
  readonly stride: number;
  readonly limits: Uint8Array | Uint16Array;
}

/**
 * For every threshold, how many codes print: the first code whose tone does not exceed it.
 * Null when white itself would print or the tones rise somewhere, which no limit can say.
 */
function limitsOfThresholds(tones: Uint16Array): Uint32Array | null {
  const last = tones.length - 1;
  if (tones[last]! > 0) return null;
  const limits = new Uint32Array(65536);
  // Thresholds from the tone of a code up to that of the code before it.
  let threshold = 0;
  for (let code = last; code > 0; code--) {
    const end = tones[code - 1]!;
    if (end < tones[code]!) return null;
    while (threshold < end) limits[threshold++] = code;
  }
  // Those from the darkest tone on have no code that prints.
  return limits;
}

const folded = new WeakMap<ThresholdTile, { readonly tones: Uint16Array; readonly made: WideTile | null }>();

/**
 * Folds a tone table (256 or 65536 entries) into the thresholds of a tile; null when the table cannot be folded.
 * Returns the cached tile if the table is the one of the last call for this tile, as when only an ink changes.
 */
export function foldTones(tile: ThresholdTile, tones: Uint16Array): WideTile | null {
  const known = folded.get(tile);
  if (known?.tones === tones) return known.made;
  const limits = limitsOfThresholds(tones);
  const made = limits && widen(tile, tones.length === 256 ? 8 : 16, (threshold) => limits[threshold]!);
  folded.set(tile, { tones, made });
  return made;
}

/** The tile for codes that are 65535 − tone. */
export function plainTile(tile: ThresholdTile): WideTile {
  return widen(tile, 16, (threshold) => 65535 - threshold);
}

function widen(tile: ThresholdTile, depth: 8 | 16, limitOf: (threshold: number) => number): WideTile {
  const period = tile.period * Math.ceil(WIDE / tile.period);
  const stride = period + PAD;
  const limits = depth === 8 ? new Uint8Array(tile.rows * stride) : new Uint16Array(tile.rows * stride);
  for (let y = 0; y < tile.rows; y++) {
    const from = y * tile.period;
    const to = y * stride;
    for (let x = 0; x < tile.period; x++) limits[to + x] = limitOf(tile.data[from + x]!);
    for (let x = tile.period; x < stride; x++) limits[to + x] = limits[to + x - tile.period]!;
  }
  return { rows: tile.rows, period, shift: tile.shift, stride, limits };
}
