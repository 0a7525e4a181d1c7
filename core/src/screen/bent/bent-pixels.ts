import type { BentLattice } from '../../bend/bends.ts';
import { placesOver } from '../../bend/places-over.ts';
import type { Area } from '../../raster/area.ts';
import type { CompiledScreen } from '../compiled.ts';
import { compareThresholds } from '../field/field-screener.ts';

/** Thresholds of the pixel (x, y) of the unbent sheet, for each place of an area. */
export type ThresholdsAt = (xs: Float64Array, ys: Float64Array) => Uint16Array;

/** A screen whose thresholds are read at the places of its pixels before they were bent. */
export function bentAt(thresholds: ThresholdsAt, bent: BentLattice, cells: CompiledScreen['cells']): CompiledScreen {
  const over = (area: Area): Uint16Array => {
    const { xs, ys } = placesOver(bent.grid, area);
    return thresholds(xs, ys);
  };
  return {
    cells,
    tile: null,
    thresholds: over,
    bytes: 1000,
    plater: ({ kernels, tones }) => ({
      plate: (area) => compareThresholds(kernels, over(area), area, tones(area)),
      release() {},
    }),
  };
}

/** Rows of places that are looked up at a time, so that the box of thresholds under them stays small. */
const ROWS = 32;
/** The largest box of thresholds that is made for them, in pixels; beyond it they are asked for one by one. */
const LARGEST_BOX = 1 << 21;

/** The threshold of the nearest pixel, from thresholds over areas. */
export function nearestPixel(under: (area: Area) => Uint16Array): ThresholdsAt {
  function some(xs: Float64Array, ys: Float64Array, out: Uint16Array): void {
    let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let k = 0; k < xs.length; k++) {
      left = Math.min(left, Math.floor(xs[k]!));
      right = Math.max(right, Math.floor(xs[k]!));
      top = Math.min(top, Math.floor(ys[k]!));
      bottom = Math.max(bottom, Math.floor(ys[k]!));
    }
    const width = right - left + 1;
    if (width * (bottom - top + 1) > LARGEST_BOX) {
      if (xs.length > 1) {
        const half = xs.length >> 1;
        some(xs.subarray(0, half), ys.subarray(0, half), out.subarray(0, half));
        some(xs.subarray(half), ys.subarray(half), out.subarray(half));
      }
      return;
    }
    const box = under({ x: left, y: top, width, height: bottom - top + 1, step: 1 });
    for (let k = 0; k < xs.length; k++) {
      out[k] = box[(Math.floor(ys[k]!) - top) * width + Math.floor(xs[k]!) - left]!;
    }
  }
  return (xs, ys) => {
    const out = new Uint16Array(xs.length);
    const many = 64 * ROWS;
    for (let k = 0; k < xs.length; k += many) {
      some(xs.subarray(k, k + many), ys.subarray(k, k + many), out.subarray(k, k + many));
    }
    return out;
  };
}
