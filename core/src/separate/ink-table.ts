import { decodeSrgb, type LinearRgb } from '../colour/srgb.ts';
import { placeOfValue, valueAtPlace } from './grid-places.ts';

/**
 * Coverages of some inks for every colour of a picture, on a grid of `size` points along each sRGB-encoded
 * channel (see grid-places.ts); between its points they are interpolated in tetrahedra. Planes hold 0..65535, blue
 * fastest.
 */
export interface InkTable {
  readonly size: number;
  readonly inks: number;
  readonly planes: readonly Uint16Array[];
  /** How far the print is from the wish at each point, as an OKLab distance. */
  readonly off: Float32Array;
}

/** Gives coverages 0..1 of all inks for linear light, in `out`, and returns how far off they are in OKLab. */
export type SeparateColour = (light: LinearRgb, out: Float64Array, at: GridPlace) => number;

/** A point of the grid, for searches that start from a neighbour's result. */
export interface GridPlace {
  readonly r: number;
  readonly g: number;
  readonly b: number;
  readonly size: number;
}

export function fillInkTable(size: number, inks: number, separate: SeparateColour): InkTable {
  const count = size * size * size;
  // The kernel reads one step beyond the last point, with a weight of 0.
  const planes = Array.from({ length: inks }, () => new Uint16Array(count + size * size + size + 1));
  const off = new Float32Array(count);
  const lights = Float64Array.from({ length: size }, (_, k) => decodeSrgb(valueAtPlace(k / (size - 1))));
  const out = new Float64Array(inks);
  for (let r = 0, at = 0; r < size; r++) {
    for (let g = 0; g < size; g++) {
      for (let b = 0; b < size; b++, at++) {
        off[at] = separate([lights[r]!, lights[g]!, lights[b]!], out, { r, g, b, size });
        for (let k = 0; k < inks; k++) planes[k]![at] = Math.round(65535 * Math.min(1, Math.max(0, out[k]!)));
      }
    }
  }
  return { size, inks, planes, off };
}

/** Coverages 0..1 for sRGB-encoded values 0..1, as the kernel finds them. */
export function lookUpInks({ size, planes }: InkTable, r: number, g: number, b: number): number[] {
  const places = [r, g, b].map((v) => placeOfValue(Math.min(1, Math.max(0, v))) * (size - 1));
  const whole = places.map((p) => Math.min(size - 2, Math.floor(p)));
  const rest = places.map((p, c) => p - whole[c]!);
  const steps = [size * size, size, 1];
  const order = [0, 1, 2].sort((p, q) => rest[q]! - rest[p]! || p - q);
  const first = whole[0]! * steps[0]! + whole[1]! * steps[1]! + whole[2]!;
  return planes.map((plane) => {
    let at = first;
    let value = plane[at]!;
    for (const c of order) {
      const next = at + steps[c]!;
      value += rest[c]! * (plane[next]! - plane[at]!);
      at = next;
    }
    return value / 65535;
  });
}
