import { DISPLAY_BYTES, spreadBytes } from '../colour/display-bytes.ts';
import { power } from '../math/exact.ts';
import type { Kernels, Scratch } from '../kernel/kernels.ts';
import { type Area, rowsOf } from '../raster/area.ts';
import type { Bitmap } from '../raster/bitmap.ts';
import { isBitmap, type Plate } from '../raster/plate.ts';
import { inksOf, loadPlates } from './compose.ts';
import { oneBit, type Printed } from './ink-levels.ts';
import { createLightLayer } from './light-layer.ts';
import { sheetLights } from '../ink/printed-ink.ts';
import type { Sheet } from '../document/types.ts';

/** Where display pixels lie: display pixel d covers sheet pixels (d + origin) / scale onwards; scale <= 1. */
export interface DisplayGrid {
  readonly scale: number;
  readonly originX: number;
  readonly originY: number;
  readonly width: number;
  /** Display rows first .. first + rows − 1. */
  readonly first: number;
  readonly rows: number;
  /**
   * Neighbours overlap: a display pixel weighs what lies within a pixel of its middle, so that screens too fine
   * for the display melt into tone instead of rippling with its pixels. Only at half size and below.
   */
  readonly soft?: boolean;
}

/** A soft grid is folded once at this scale and below, and once more at the other, where cells are smaller still. */
const SOFT_SCALE = 0.5;
const SOFTER_SCALE = 0.1;

/** The grid of half display pixels that a soft one is folded from, with half a pixel more all round. */
function halvesOf({ scale, originX, originY, width, first, rows }: DisplayGrid): DisplayGrid {
  return {
    scale: 2 * scale,
    originX: 2 * originX - 1,
    originY: 2 * originY - 1,
    width: 2 * width + 2,
    first: 2 * first,
    rows: 2 * rows + 2,
  };
}

/** The printed sheet as display pixels gather it. */
export interface DisplayMeans {
  /** Adds what an area of the sheet gives to the grid; areas come in any order, each part of the sheet once. */
  add(area: Area, plates: readonly Plate[]): void;
  /** The gathered pixels as sRGB bytes; where nothing of the sheet was seen they are transparent. */
  rgba(): Uint8ClampedArray<ArrayBuffer>;
}

/** Fractions of a sheet row are counted in steps of this. */
const WEIGHT = 256;
/** Sheet rows under one display row that 32-bit sums can hold. */
const MOST_ROWS = 250;
const MOST_FAST_PASSES = 4;
/** Sheet pixels that an area may begin before or end after the view. */
const REACH = 520;

/** Which rows of an area lie under a display row, and how much of each in 1/256 of a sheet row. */
interface RowPlan {
  /** Display row, counted from the grid's first. */
  readonly display: number;
  readonly from: number;
  readonly weights: Uint16Array;
  readonly total: number;
}

function rowPlans(area: Area, grid: DisplayGrid): RowPlan[] {
  const plans: RowPlan[] = [];
  const first = Math.max(grid.first, Math.floor(area.y * grid.scale - grid.originY));
  const last = Math.min(grid.first + grid.rows, Math.ceil((area.y + area.height) * grid.scale - grid.originY));
  for (let d = first; d < last; d++) {
    const top = (d + grid.originY) / grid.scale;
    const bottom = (d + 1 + grid.originY) / grid.scale;
    const from = Math.max(0, Math.floor((top - area.y) / area.step));
    const to = Math.min(rowsOf(area), Math.ceil((bottom - area.y) / area.step));
    const weights = new Uint16Array(Math.max(0, to - from));
    let total = 0;
    for (let k = from; k < to; k++) {
      const y = area.y + k * area.step;
      const end = Math.min(y + area.step, area.y + area.height);
      const share = Math.max(0, Math.min(bottom, end) - Math.max(top, y));
      weights[k - from] = Math.round(share * WEIGHT);
      total += weights[k - from]!;
    }
    if (total > 0) plans.push({ display: d - grid.first, from, weights, total });
  }
  return plans;
}

/** Gathers the true average of the printed sheet's pixels under each display pixel of a grid. */
export function createDisplayMeans(
  kernels: Kernels,
  sheet: Sheet,
  passes: readonly Printed[],
  asked: DisplayGrid,
): DisplayMeans {
  const folds = !asked.soft || asked.scale > SOFT_SCALE ? 0 : asked.scale > SOFTER_SCALE ? 1 : 2;
  let grid = asked;
  for (let k = 0; k < folds; k++) grid = halvesOf(grid);
  const bits = passes.every(oneBit);
  // Light mixes in the power 1/n where it spreads in the stock (Yule & Nielsen 1951).
  const n = bits ? sheet.stock.spread : 1;
  const colours = sheetLights(sheet, bits ? inksOf(passes) : []).map((v) => power(Math.min(1, Math.max(0, v)), 1 / n));
  // What an area shows beyond the view on either side is gathered too and cut off.
  const pad = Math.ceil(REACH * grid.scale) + 2;
  const columns = grid.width + 2 * pad;
  const sums = kernels.scratch('display-sums', columns * grid.rows * 16 + 64);
  kernels.f32(sums).fill(0, 0, columns * grid.rows * 4);
  const fast = bits && passes.length <= MOST_FAST_PASSES && 1 / grid.scale < MOST_ROWS;
  const lightTable = fast ? loadLookups(kernels, colours) : loadPalette(kernels, colours);

  const plans = new Map<string, readonly RowPlan[]>();

  /** What the display rows take of an area; the areas side by side share it. */
  function planOf(area: Area): readonly RowPlan[] {
    const key = `${area.y} ${area.height} ${area.step}`;
    let plan = plans.get(key);
    if (!plan) {
      plan = rowPlans(area, grid);
      plans.set(key, plan);
    }
    return plan;
  }

  function addColumns(area: Area, plates: readonly Bitmap[], left: number): void {
    const { pointers, point } = loadPlates(kernels, plates);
    const plane = ((area.width + 15) & ~15) * 4;
    const acc = kernels.scratch('display-columns', plane * 3);
    const weightBlock = kernels.scratch('display-weights', 2 * (MOST_ROWS + 8));
    const stride = plates[0]?.stride ?? 0;
    const factor = 1 / (65535 * WEIGHT);
    const shares = kernels.scratch('display-shares', 8 * (Math.ceil(area.width * grid.scale) + 4));
    const room = kernels.scratch('display-room', plane * 4);
    // After the last block: memory that grows leaves earlier views empty.
    const view = kernels.u16(weightBlock);
    const count = kernels.run.planShares(left, grid.scale, area.width, shares.ptr);
    const first = sums.ptr + Math.floor(left) * 16;
    for (const { display, from, weights, total } of planOf(area)) {
      view.set(weights);
      point(from);
      kernels.run.composeColumns(
        pointers.ptr,
        stride,
        plates.length,
        lightTable.ptr,
        area.width,
        weights.length,
        weightBlock.ptr,
        acc.ptr,
        plane,
      );
      const out = first + display * columns * 16;
      kernels.run.shareColumns(acc.ptr, plane, area.width, shares.ptr, count, factor, total / WEIGHT, room.ptr, out);
    }
  }

  function addPixels(area: Area, plates: readonly Bitmap[], left: number): void {
    const { pointers, point } = loadPlates(kernels, plates);
    for (const { display, from, weights } of planOf(area)) {
      const out = sums.ptr + display * columns * 16;
      weights.forEach((weight, k) => {
        point(from + k);
        const share = weight / WEIGHT;
        kernels.run.composeMean(pointers.ptr, plates.length, lightTable.ptr, area.width, left, grid.scale, share, out);
      });
    }
  }

  function addLights(area: Area, plates: readonly Plate[], left: number): void {
    const layer = createLightLayer(kernels, sheet, passes, area.width);
    for (const { display, from, weights } of planOf(area)) {
      const out = sums.ptr + display * columns * 16;
      weights.forEach((weight, k) => {
        const light = layer.row(plates, from + k);
        kernels.run.lightMean(light, area.width, left, grid.scale, weight / WEIGHT, out);
      });
    }
  }

  /** The gathered sums by display pixels: where they begin, and bytes from row to row. */
  function foldedSums(): { readonly ptr: number; readonly stride: number } {
    let from = { ptr: sums.ptr + pad * 16, stride: columns * 16 };
    let [width, rows] = [grid.width, grid.rows];
    for (let k = 0; k < folds; k++) {
      [width, rows] = [(width - 2) / 2, (rows - 2) / 2];
      const to = kernels.scratch(`display-folded-${k}`, width * rows * 16);
      for (let r = 0; r < rows; r++) {
        kernels.run.foldSums(from.ptr + 2 * r * from.stride, from.stride, width, to.ptr + r * width * 16);
      }
      from = { ptr: to.ptr, stride: width * 16 };
    }
    return from;
  }

  return {
    add(area, plates) {
      const left = area.x * grid.scale - grid.originX + pad;
      if (left < 0 || left + area.width * grid.scale > columns)
        throw new RangeError('The area lies too far from the view.');
      if (!bits) addLights(area, plates, left);
      else (fast ? addColumns : addPixels)(area, plates.filter(isBitmap), left);
    },
    rgba() {
      const table = kernels.scratch('display-bytes', DISPLAY_BYTES.length);
      kernels.u8(table).set(n === 1 ? DISPLAY_BYTES : spreadBytes(n));
      const { width, rows } = asked;
      const stride = width * 4;
      const out = kernels.scratch('display-rgba', stride * rows);
      const folded = foldedSums();
      for (let r = 0; r < rows; r++) {
        kernels.run.displayBytes(folded.ptr + r * folded.stride, width, table.ptr, out.ptr + r * stride);
      }
      return new Uint8ClampedArray(kernels.u8(out).subarray(0, stride * rows));
    },
  };
}

/** Light of each overprint as four floats: r, g, b and 1. */
function loadPalette(kernels: Kernels, colours: Float64Array): Scratch {
  const palette = kernels.scratch('palette-light', 256 * 16);
  const lights = kernels.f32(palette);
  for (let code = 0; code < colours.length / 3; code++) {
    for (let c = 0; c < 3; c++) lights[4 * code + c] = colours[3 * code + c]!;
    lights[4 * code + 3] = 1;
  }
  return palette;
}

/** Light of at most sixteen overprints in 16 bits: low bytes, then high bytes, for each channel. */
function loadLookups(kernels: Kernels, colours: Float64Array): Scratch {
  const block = kernels.scratch('light-lookups', 96);
  const bytes = kernels.u8(block);
  for (let c = 0; c < 3; c++) {
    for (let code = 0; code < 16; code++) {
      const light = Math.round((colours[3 * code + c] ?? 0) * 65535);
      bytes[32 * c + code] = light & 255;
      bytes[32 * c + 16 + code] = light >> 8;
    }
  }
  return block;
}
