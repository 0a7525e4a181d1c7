import { square } from '../math/exact.ts';
import { type Bitmap, bitAt, createBitmap } from '../raster/bitmap.ts';

/** Steps to all pixels of a disc that is so many whole pixels wide. */
function discSteps(across: number): readonly (readonly [number, number])[] {
  // The middle of an even number of pixels lies between two of them.
  const middle = across % 2 === 0 ? 0.5 : 0;
  const [first, last] = [-Math.floor((across - 1) / 2), Math.floor(across / 2)];
  const steps: [number, number][] = [];
  for (let y = first; y <= last; y++) {
    for (let x = first; x <= last; x++)
      if (square(x - middle) + square(y - middle) < square(across / 2)) steps.push([x, y]);
  }
  return steps;
}

/**
 * A plate without what is narrower than `across` pixels, rounded up: ink stays where a disc of that width fits into it (an opening of
 * the plate, common practice). What lies outside counts as inked like the edge, so that areas need a margin of `across`.
 */
export function withoutSmallMarks(plate: Bitmap, across: number): Bitmap {
  const steps = discSteps(Math.ceil(across));
  if (steps.length < 2) return plate;
  const { width, height, stride } = plate;
  const within = (v: number, most: number) => Math.min(most - 1, Math.max(0, v));
  const at = (of: Bitmap, x: number, y: number) => bitAt(of, within(x, width), within(y, height)) === 1;
  const core = createBitmap(width, height);
  const out = createBitmap(width, height);
  const where = (set: Bitmap, keep: (x: number, y: number) => boolean): void => {
    for (let y = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        if (plate.data[y * stride + (x >> 3)] === 0) x |= 7;
        else if (bitAt(plate, x, y) === 1 && keep(x, y)) set.data[y * stride + (x >> 3)]! |= 128 >> (x & 7);
      }
    }
  };
  where(core, (x, y) => steps.every(([dx, dy]) => at(plate, x + dx, y + dy)));
  where(out, (x, y) => bitAt(core, x, y) === 1 || steps.some(([dx, dy]) => at(core, x - dx, y - dy)));
  return out;
}
