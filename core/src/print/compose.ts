import { displayColours } from '../colour/overprint.ts';
import type { Kernels } from '../kernel/kernels.ts';
import { type Area, rowsOf } from '../raster/area.ts';
import type { Bitmap } from '../raster/bitmap.ts';
import { DISPLAY_BYTES } from '../colour/display-bytes.ts';
import { isBitmap, type Plate } from '../raster/plate.ts';
import { isFlatColour, type Printed } from './ink-levels.ts';
import { loadPlates } from './load-plates.ts';
import { printLights } from './sheet-lights.ts';
import { createLightLayer } from './light-layer.ts';
import { FLAT, isFlat, type Surface } from '../stock/surface.ts';
import type { Sheet } from '../document/types.ts';

/** sRGB bytes of every overprint of these passes on the stock, three a code; bit k is pass k. */
export function sheetColours(sheet: Sheet, passes: readonly Printed[]): Uint8Array {
  return displayColours(printLights(sheet, passes));
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
  surface: Surface,
): Uint8Array {
  const rows = rowsOf(area);
  const rowOf = createLightLayer(kernels, 'print', sheet, passes, area.width, surface).over(area, plates);
  const table = kernels.scratch('display-bytes', DISPLAY_BYTES.length);
  kernels.u8(table).set(DISPLAY_BYTES);
  const out = kernels.scratch('exact-out', area.width * rows * 4);
  for (let k = 0; k < rows; k++) {
    kernels.run.displayBytes(rowOf(k), area.width, table.ptr, out.ptr + k * area.width * 4);
  }
  return kernels.u8(out).slice(0, area.width * rows * 4);
}

/**
 * The printed sheet over an area, pixel for pixel, as RGBA bytes. Plates are in print order.
 * @param surface what belongs to the stock and lies on the finished print
 */
export function composeExact(
  kernels: Kernels,
  sheet: Sheet,
  passes: readonly Printed[],
  plates: readonly Plate[],
  area: Area,
  surface: Surface = FLAT,
): Uint8Array {
  if (isFlat(surface) && passes.every(isFlatColour))
    return composeBits(kernels, sheet, passes, plates.filter(isBitmap), area);
  return composeLights(kernels, sheet, passes, plates, area, surface);
}
