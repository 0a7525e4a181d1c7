import type { Kernels } from '../kernel/kernels.ts';
import type { Bitmap } from '../raster/bitmap.ts';

/** Copies the plates of one area into kernel memory and gives the pointers of any of its rows. */
export function loadPlates(kernels: Kernels, plates: readonly Bitmap[], name = 'plate') {
  const blocks = plates.map((plate, k) => {
    const block = kernels.scratch(`${name}-${k}`, plate.data.length + 16);
    kernels.u8(block).set(plate.data);
    return block;
  });
  const pointers = kernels.scratch(`${name}-rows`, 4 * plates.length + 4);
  return {
    pointers,
    point(row: number) {
      const view = kernels.u32(pointers);
      blocks.forEach((block, k) => {
        view[k] = block.ptr + row * plates[k]!.stride;
      });
    },
  };
}
