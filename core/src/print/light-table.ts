import type { Kernels } from '../kernel/kernels.ts';

/** Eight floats a value: what it lets through and 1, then what it adds and 0. */
export function loadLightTable(kernels: Kernels, name: string, through: Float64Array, adds: Float64Array): number {
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
