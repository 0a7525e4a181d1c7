import { type Area, rowsOf } from '../../raster/area.ts';
import type { CellMap } from '../compiled.ts';

export interface PlaceMeansOptions {
  readonly cells: Extract<CellMap, { kind: 'places' }>;
  readonly sheet: { readonly width: number; readonly height: number };
  /** Tones 0..65535 over an area, row by row. */
  tonesOf(area: Area): Uint16Array;
  /** Applies the limits of tone to the mean tone of a cell. */
  finish(mean: number): number;
}

/**
 * One tone a cell on lattices that are not square: over any area, the mean tone of the cell each
 * pixel lies in. The tones around the area are read as far as its cells reach, so the result does
 * not depend on how the sheet is cut into areas.
 */
export function createPlaceMeans({ cells, sheet, tonesOf, finish }: PlaceMeansOptions): (area: Area) => Uint16Array {
  return (area) => {
    const x0 = Math.max(0, area.x - cells.reach);
    const y0 = Math.max(0, area.y - cells.reach);
    const x1 = Math.min(sheet.width, area.x + area.width + cells.reach);
    const y1 = Math.min(sheet.height, area.y + area.height + cells.reach);
    const width = x1 - x0;
    const tones = tonesOf({ x: x0, y: y0, width, height: y1 - y0, step: 1 });
    const numbers = new Map<number, number>();
    const sums: number[] = [];
    const counts: number[] = [];
    const owner = new Int32Array(width * (y1 - y0));
    for (let y = y0; y < y1; y++) {
      for (let x = x0; x < x1; x++) {
        const cell = cells.cellOf(x, y);
        let n = numbers.get(cell);
        if (n === undefined) {
          n = sums.length;
          numbers.set(cell, n);
          sums.push(0);
          counts.push(0);
        }
        const at = (y - y0) * width + x - x0;
        owner[at] = n;
        sums[n]! += tones[at]!;
        counts[n]!++;
      }
    }
    const means = Uint16Array.from(sums, (sum, n) => finish(Math.round(sum / counts[n]!)));
    const rows = rowsOf(area);
    const out = new Uint16Array(area.width * rows);
    for (let k = 0; k < rows; k++) {
      const from = (area.y + k * area.step - y0) * width + area.x - x0;
      for (let x = 0; x < area.width; x++) out[k * area.width + x] = means[owner[from + x]!]!;
    }
    return out;
  };
}
