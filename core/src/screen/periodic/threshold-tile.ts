import { modulo } from '../../math/integers.ts';

/**
 * A compiled periodic screen: `rows` rows of `period` 16-bit thresholds. The plane repeats the
 * tile: row y is tile row y mod rows, read from x − floor(y / rows) · shift, all modulo period.
 * Ink prints where a tone 0..65535 is greater than the threshold.
 */
export interface ThresholdTile {
  readonly rows: number;
  readonly period: number;
  readonly shift: number;
  readonly data: Uint16Array;
  /** Pixels before the pattern of tones repeats. */
  readonly area: number;
}

/** Tile row and starting column for pixel (x, y) of the sheet. */
export function tilePlace(tile: Pick<ThresholdTile, 'rows' | 'period' | 'shift'>, x: number, y: number) {
  const band = Math.floor(y / tile.rows);
  return { row: y - band * tile.rows, column: modulo(x - band * tile.shift, tile.period) };
}

/** Threshold at a sheet pixel. */
export function thresholdAt(tile: ThresholdTile, x: number, y: number): number {
  const { row, column } = tilePlace(tile, x, y);
  return tile.data[row * tile.period + column]!;
}
