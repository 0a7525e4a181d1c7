import type { Kernels, Scratch } from '../kernel/kernels.ts';
import type { LightRows } from './area.ts';

/** The table that lies in the memory of kernels, so that its 128 KiB are not copied for every block. */
const loaded = new WeakMap<Kernels, Uint16Array>();

function loadTable(kernels: Kernels, table: Uint16Array): Scratch {
  const block = kernels.scratch('map-table', 65536 * 2);
  if (loaded.get(kernels) === table) return block;
  kernels.u16(block).set(table);
  loaded.set(kernels, table);
  return block;
}

/**
 * Tones of rows of light through a pass's tone curve, written to kernel memory at `out`. The table must never change once
 * it has been used: it is known by itself, not by what is in it.
 */
export function mapTonesTo(kernels: Kernels, light: LightRows, table: Uint16Array, out: number): void {
  const count = light.width * light.rows;
  const bytes = light.depth === 8;
  const input = kernels.scratch('map-in', count * (bytes ? 1 : 2));
  (bytes ? kernels.u8(input) : kernels.u16(input)).set(light.data.subarray(0, count));
  const tableBlock = loadTable(kernels, table);
  (bytes ? kernels.run.lookup8 : kernels.run.lookup16)(input.ptr, tableBlock.ptr, count, out);
}

/** The same as an array. */
export function mapTones(kernels: Kernels, light: LightRows, table: Uint16Array): Uint16Array {
  const count = light.width * light.rows;
  const output = kernels.scratch('map-out', count * 2);
  mapTonesTo(kernels, light, table, output.ptr);
  return kernels.u16(output).slice(0, count);
}
