import { linearOfHex } from '../colour/srgb.ts';
import type { Kernels } from '../kernel/kernels.ts';
import { isBitmap, type Plate, rowBytes } from '../raster/plate.ts';
import { inkLevels, type Printed } from './ink-levels.ts';
import type { Sheet } from './types.ts';

/** The light of printed rows, whatever the plates hold: four floats a pixel (r, g, b, 1). */
export interface LightLayer {
  /** Pointer to the light of row `row` of the plates; good until the next call. */
  row(plates: readonly Plate[], row: number): number;
}

/** Four floats a value: what it lets through, and 1. */
function loadTable(kernels: Kernels, name: string, lights: Float64Array): number {
  const block = kernels.scratch(name, (lights.length / 3) * 16);
  const floats = kernels.f32(block);
  for (let k = 0; k < lights.length / 3; k++) {
    for (let c = 0; c < 3; c++) floats[4 * k + c] = lights[3 * k + c]!;
    floats[4 * k + 3] = 1;
  }
  return block.ptr;
}

/** Lays passes over the stock, a row at a time. Plates are in print order. */
export function createLightLayer(
  kernels: Kernels,
  sheet: Sheet,
  passes: readonly Printed[],
  width: number,
): LightLayer {
  const stock = loadTable(kernels, 'lay-stock', Float64Array.from(linearOfHex(sheet.stock.colour)));
  const tables = passes.map((pass, k) => loadTable(kernels, `lay-table-${k}`, inkLevels(pass)));
  const light = kernels.scratch('lay-light', width * 16 + 64);
  return {
    row(plates, row) {
      kernels.run.fillLight(light.ptr, width, stock);
      plates.forEach((plate, k) => {
        const bytes = rowBytes(plate);
        const values = kernels.scratch('lay-values', bytes + 16);
        kernels.u8(values).set(plate.data.subarray(row * bytes, (row + 1) * bytes));
        const lay = isBitmap(plate) ? kernels.run.layBits : kernels.run.layLevels;
        lay(values.ptr, tables[k]!, plate.width, light.ptr);
      });
      return light.ptr;
    },
  };
}
