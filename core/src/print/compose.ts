import { displayColours } from '../colour/overprint.ts';
import type { Kernels } from '../kernel/kernels.ts';
import { type Area, rowsOf } from '../raster/area.ts';
import type { Bitmap } from '../raster/bitmap.ts';
import { DISPLAY_BYTES } from '../colour/display-bytes.ts';
import { isBitmap, type Plate } from '../raster/plate.ts';
import { oneBit, type Printed } from './ink-levels.ts';
import { createLightLayer } from './light-layer.ts';
import { sheetLights } from '../ink/printed-ink.ts';
import type { Sheet } from '../document/types.ts';

export const inksOf = (passes: readonly Printed[]) => passes.map(({ ink }) => ink);

/** sRGB bytes of every overprint of these passes on the stock, three a code; bit k is pass k. */
export function sheetColours(sheet: Sheet, passes: readonly Printed[]): Uint8Array {
  return displayColours(sheetLights(sheet, inksOf(passes)));
}

/** Copies the plates of one area into kernel memory and gives the pointers of any of its rows. */
export function loadPlates(kernels: Kernels, plates: readonly Bitmap[]) {
  const blocks = plates.map((plate, k) => {
    const block = kernels.scratch(`plate-${k}`, plate.data.length + 16);
    kernels.u8(block).set(plate.data);
    return block;
  });
  const pointers = kernels.scratch('plate-rows', 4 * plates.length + 4);
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

function composeBits(
  kernels: Kernels,
  sheet: Sheet,
  passes: readonly Printed[],
  plates: readonly Bitmap[],
  area: Area,
): Uint8Array {
  const colours = sheetColours(sheet, passes);
  const palette = kernels.scratch('palette-bytes', Math.max(1024, (4 * colours.length) / 3));
  const words = kernels.u8(palette);
  for (let code = 0; code < colours.length / 3; code++) {
    words.set(colours.subarray(3 * code, 3 * code + 3), 4 * code);
    words[4 * code + 3] = 255;
  }
  const rows = rowsOf(area);
  const { pointers, point } = loadPlates(kernels, plates);
  const out = kernels.scratch('exact-out', area.width * rows * 4);
  for (let k = 0; k < rows; k++) {
    point(k);
    kernels.run.composeExact(pointers.ptr, plates.length, palette.ptr, area.width, out.ptr + k * area.width * 4);
  }
  return kernels.u8(out).slice(0, area.width * rows * 4);
}

/** Any plates: the light of each pixel, pass by pass. */
function composeLights(
  kernels: Kernels,
  sheet: Sheet,
  passes: readonly Printed[],
  plates: readonly Plate[],
  area: Area,
): Uint8Array {
  const rows = rowsOf(area);
  const layer = createLightLayer(kernels, sheet, passes, area.width);
  const table = kernels.scratch('display-bytes', DISPLAY_BYTES.length);
  kernels.u8(table).set(DISPLAY_BYTES);
  const out = kernels.scratch('exact-out', area.width * rows * 4);
  for (let k = 0; k < rows; k++) {
    kernels.run.displayBytes(layer.row(plates, k), area.width, table.ptr, out.ptr + k * area.width * 4);
  }
  return kernels.u8(out).slice(0, area.width * rows * 4);
}

/** The printed sheet over an area, pixel for pixel, as RGBA bytes. Plates are in print order. */
export function composeExact(
  kernels: Kernels,
  sheet: Sheet,
  passes: readonly Printed[],
  plates: readonly Plate[],
  area: Area,
): Uint8Array {
  if (passes.every(oneBit)) return composeBits(kernels, sheet, passes, plates.filter(isBitmap), area);
  return composeLights(kernels, sheet, passes, plates, area);
}
