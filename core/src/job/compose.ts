import { overprintBytes, overprintColours } from '../colour/overprint.ts';
import { byteOfLight, linearOfHex } from '../colour/srgb.ts';
import type { Kernels, Scratch } from '../kernel/kernels.ts';
import { type Area, rowsOf } from '../raster/area.ts';
import type { Bitmap } from '../raster/bitmap.ts';
import type { Pass, Sheet } from './types.ts';

type Printed = readonly Pick<Pass, 'ink'>[];

const inksOf = (passes: Printed) =>
  passes.map(({ ink }) => ({ colour: linearOfHex(ink.colour), opacity: ink.opacity }));

/** sRGB bytes of every overprint of these passes on the stock, three a code; bit k is pass k. */
export function sheetColours(sheet: Sheet, passes: Printed): Uint8Array {
  return overprintBytes(linearOfHex(sheet.stock.colour), inksOf(passes));
}

/** Copies the plates of one area into kernel memory and gives the pointers of any of its rows. */
function loadPlates(kernels: Kernels, plates: readonly Bitmap[]) {
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

/** The printed sheet over an area, pixel for pixel, as RGBA bytes. Plates are in print order. */
export function composeExact(
  kernels: Kernels,
  sheet: Sheet,
  passes: Printed,
  plates: readonly Bitmap[],
  area: Area,
): Uint8Array {
  const colours = sheetColours(sheet, passes);
  const palette = kernels.scratch('palette-bytes', 1024);
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

/** Where display pixels lie: display pixel d covers sheet pixels (d + origin) / scale onwards; scale <= 1. */
export interface DisplayGrid {
  readonly scale: number;
  readonly originX: number;
  readonly originY: number;
  readonly width: number;
}

/** Display pixels that were gathered: linear r, g, b and the area seen, four floats a pixel. */
export interface DisplayMeans {
  /** First display row. */
  readonly row: number;
  readonly rows: number;
  readonly width: number;
  readonly sums: Float32Array;
}

/**
 * Gathers the true average of the printed sheet's pixels under each display pixel, over the band
 * of sheet rows y .. y + height. Blocks of the band are added in any order.
 */
export function createDisplayMeans(
  kernels: Kernels,
  sheet: Sheet,
  passes: Printed,
  grid: DisplayGrid,
  band: { y: number; height: number },
) {
  const colours = overprintColours(linearOfHex(sheet.stock.colour), inksOf(passes));
  const palette = kernels.scratch('palette-light', 256 * 16);
  const lights = kernels.f32(palette);
  for (let code = 0; code < colours.length / 3; code++) {
    for (let c = 0; c < 3; c++) lights[4 * code + c] = colours[3 * code + c]!;
    lights[4 * code + 3] = 1;
  }
  const row0 = Math.floor(band.y * grid.scale - grid.originY);
  const row1 = Math.ceil((band.y + band.height) * grid.scale - grid.originY);
  const rows = row1 - row0 + 1;
  // One display pixel of room on each side takes what falls just outside the view.
  const columns = grid.width + 2;
  const sums = kernels.scratch('display-sums', (columns * rows + 1) * 16);
  kernels.f32(sums).fill(0, 0, columns * rows * 4);

  function addRow(pointers: Scratch, count: number, area: Area, y: number, height: number): void {
    const left = area.x * grid.scale - grid.originX + 1;
    const top = y * grid.scale - grid.originY;
    const bottom = top + height * grid.scale;
    for (let d = Math.floor(top); d < bottom; d++) {
      const share = (Math.min(bottom, d + 1) - Math.max(top, d)) / grid.scale;
      if (share <= 0) continue;
      kernels.run.composeMean(
        pointers.ptr,
        count,
        palette.ptr,
        area.width,
        left,
        grid.scale,
        share,
        sums.ptr + (d - row0) * columns * 16,
      );
    }
  }

  return {
    /** Adds a block whose left edge is at or right of the view's first pixel and that ends within its last. */
    add(area: Area, plates: readonly Bitmap[]): void {
      const { pointers, point } = loadPlates(kernels, plates);
      for (let k = 0; k < rowsOf(area); k++) {
        point(k);
        const y = k * area.step;
        addRow(pointers, plates.length, area, area.y + y, Math.min(area.step, area.height - y));
      }
    },
    finish(): DisplayMeans {
      const view = kernels.f32(sums);
      const out = new Float32Array(grid.width * rows * 4);
      for (let r = 0; r < rows; r++) {
        const from = (r * columns + 1) * 4;
        out.set(view.subarray(from, from + grid.width * 4), r * grid.width * 4);
      }
      return { row: row0, rows, width: grid.width, sums: out };
    },
  };
}

/** sRGB byte of a linear light in 4096 steps, for display. */
const DISPLAY_BYTES = Uint8Array.from({ length: 4097 }, (_, k) => byteOfLight(k / 4096));

/** Turns gathered sums into RGBA bytes; pixels that saw nothing of the sheet stay transparent. */
export function meansToRgba(sums: Float32Array, out: Uint8ClampedArray): void {
  for (let k = 0; k < sums.length; k += 4) {
    const seen = sums[k + 3]!;
    if (seen <= 0) {
      out[k + 3] = 0;
      continue;
    }
    const f = 4096 / seen;
    out[k] = DISPLAY_BYTES[(sums[k]! * f + 0.5) | 0]!;
    out[k + 1] = DISPLAY_BYTES[(sums[k + 1]! * f + 0.5) | 0]!;
    out[k + 2] = DISPLAY_BYTES[(sums[k + 2]! * f + 0.5) | 0]!;
    out[k + 3] = 255;
  }
}
