import { type Bitmap, bitAt, createKernels, loadClipper } from '../src/index.ts';
import { plainScreener } from '../src/screen/periodic/threshold-screener.ts';
import { type ThresholdTile, tilePlace } from '../src/screen/periodic/threshold-tile.ts';

export const kernels = createKernels();
await loadClipper();

/** Plates of flat tones 0..1 through a tile, a square of `side` pixels each, made by the kernels as prints are. */
export function flatPlates(tile: ThresholdTile, side: number, tones: readonly number[]): Bitmap[] {
  const screener = plainScreener(kernels, tile);
  const area = { x: 0, y: 0, width: side, height: side, step: 1 };
  const plates = tones.map((tone) => {
    const data = new Uint16Array(side * side).fill(65535 - Math.round(tone * 65535));
    return screener.rows(area, { depth: 16, width: side, rows: side, data });
  });
  screener.release();
  return plates;
}

export const inkOf = (plate: Bitmap) => (x: number, y: number) => bitAt(plate, x, y);

/** How many pixels of a square have each 16-bit threshold. */
export function thresholdCounts(tile: ThresholdTile, side: number): Uint32Array {
  const counts = new Uint32Array(65536);
  const { period, data } = tile;
  for (let y = 0; y < side; y++) {
    const { row, column } = tilePlace(tile, 0, y);
    const base = row * period;
    for (let x = 0, at = column; x < side; x++) {
      counts[data[base + at]!]!++;
      if (++at === period) at = 0;
    }
  }
  return counts;
}
