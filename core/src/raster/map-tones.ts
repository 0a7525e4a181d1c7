import type { Kernels } from '../kernel/kernels.ts';
import type { LightRows } from './area.ts';

/** Tones of rows of light through a pass's tone curve, written to kernel memory at `out`. */
export function mapTonesTo(kernels: Kernels, light: LightRows, table: Uint16Array, out: number): void {
  const count = light.width * light.rows;
  const bytes = light.depth === 8;
  const input = kernels.scratch('map-in', count * (bytes ? 1 : 2));
  (bytes ? kernels.u8(input) : kernels.u16(input)).set(light.data.subarray(0, count));
  const tableBlock = kernels.scratch('map-table', 65536 * 2);
  kernels.u16(tableBlock).set(table);
  (bytes ? kernels.run.lookup8 : kernels.run.lookup16)(input.ptr, tableBlock.ptr, count, out);
}

/** The same as an array. */
export function mapTones(kernels: Kernels, light: LightRows, table: Uint16Array): Uint16Array {
  const count = light.width * light.rows;
  const output = kernels.scratch('map-out', count * 2);
  mapTonesTo(kernels, light, table, output.ptr);
  return kernels.u16(output).slice(0, count);
}
