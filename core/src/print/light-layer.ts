import type { Kernels } from '../kernel/kernels.ts';
import { isBitmap, type Plate, rowBytes } from '../raster/plate.ts';
import { inkLayers, type Printed } from './ink-levels.ts';
import { stockLight } from '../ink/printed-ink.ts';
import type { Sheet } from '../document/types.ts';

/** The light of printed rows, whatever the plates hold: four floats a pixel (r, g, b, 1). */
export interface LightLayer {
  /** Pointer to the light of row `row` of the plates; good until the next call. */
  row(plates: readonly Plate[], row: number): number;
}

/** Eight floats a value: what it lets through and 1, then what it adds and 0. */
function loadTable(kernels: Kernels, name: string, through: Float64Array, adds: Float64Array): number {
  const block = kernels.scratch(name, (through.length / 3) * 32);
  const floats = kernels.f32(block);
  for (let k = 0; k < through.length / 3; k++) {
    for (let c = 0; c < 3; c++) {
      floats[8 * k + c] = through[3 * k + c]!;
      floats[8 * k + 4 + c] = adds[3 * k + c]!;
    }
    floats[8 * k + 3] = 1;
    floats[8 * k + 7] = 0;
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
  const stock = loadTable(kernels, 'lay-stock', Float64Array.from(stockLight(sheet.stock)), new Float64Array(3));
  const tables = passes.map((pass, k) => {
    const { through, adds } = inkLayers(pass);
    return loadTable(kernels, `lay-table-${k}`, through, adds);
  });
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
