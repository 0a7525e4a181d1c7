import { DISPLAY_BYTES, spreadBytes } from '../colour/display-bytes.ts';
import { power } from '../math/exact.ts';
import { countCache, remember } from '../memory/cache.ts';
import type { Kernels } from '../kernel/kernels.ts';
import type { Area } from '../raster/area.ts';
import type { Bitmap } from '../raster/bitmap.ts';
import { isBitmap, type Plate } from '../raster/plate.ts';
import { createArtworkRows } from './artwork-rows.ts';
import { coloursOf, hasInk, loadFloats, loadLookups, loadPalette, MOST_LIGHT, rootSteps } from './display-tables.ts';
import { type RowPlan, rowPlans, type SeenRow, seenRows, WEIGHT } from './display-rows.ts';
import { isFlatColour, isPlainInk, type Printed } from './ink-levels.ts';
import { loadPlates } from './load-plates.ts';
import { printLights } from './sheet-lights.ts';
import { createLightLayer, type LightLayer } from './light-layer.ts';
import { type AddRow, createMappedRows } from './mapped-rows.ts';
import { FLAT, isFlat, type Surface } from '../stock/surface.ts';
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

/** Sheet rows under one display row that 32-bit sums can hold. */
const MOST_ROWS = 250;
const MOST_FAST_PASSES = 4;
/** The most that one row of an area may weigh. */
const MOST_WEIGHT = 32767;

/** Bits by which columns must be cut so that those under one display pixel, and two more, stay below 2³¹ in all. */
function shiftOf(total: number, scale: number): number {
  let shift = 0;
  for (let most = total * MOST_LIGHT * (1 / scale + 2); most >= 0x80000000; most /= 2) shift++;
  return shift;
}

/** Sheet pixels that an area may begin before or end after the view. */
const REACH = 520;

/** What depends on the rows of an area alone is made once for all areas that lie side by side. */
function sharedByRows<T>(make: (area: Area) => T): (area: Area) => T {
  const made = new Map<string, T>();
  return (area) => {
    const key = `${area.y} ${area.height} ${area.step}`;
    const known = made.get(key) ?? make(area);
    made.set(key, known);
    return known;
  };
}

const lights = countCache<Float64Array>(8);

/** Light of each overprint of some passes as it is averaged: to the power 1/n. Cached, since twelve passes have 4096. */
const mixingLights = (sheet: Sheet, passes: readonly Printed[], n: number): Float64Array =>
  remember(lights, JSON.stringify([sheet.stock, passes.map(({ ink }) => ink), n]), () =>
    printLights(sheet, passes).map((v) => power(Math.min(1, Math.max(0, v)), 1 / n)),
  );

/** Gathers the true average of the printed sheet's pixels under each display pixel of a grid. */
export function createDisplayMeans(
  kernels: Kernels,
  sheet: Sheet,
  passes: readonly Printed[],
  asked: DisplayGrid,
  surface: Surface = FLAT,
): DisplayMeans {
  const folds = !asked.soft || asked.scale > SOFT_SCALE ? 0 : asked.scale > SOFTER_SCALE ? 1 : 2;
  let grid = asked;
  for (let k = 0; k < folds; k++) grid = halvesOf(grid);
  const plain = passes.every(isPlainInk);
  const bits = isFlat(surface) && passes.every(isFlatColour);
  // Light mixes in the power 1/n where it spreads in the stock (Yule & Nielsen 1951).
  const n = plain ? sheet.stock.spread : 1;
  const colours = mixingLights(sheet, bits ? passes : [], n);
  // What an area shows beyond the view on either side is gathered too and cut off.
  const pad = Math.ceil(REACH * grid.scale) + 2;
  const columns = grid.width + 2 * pad;
  const sums = kernels.scratch('display-sums', columns * grid.rows * 16 + 64);
  kernels.f32(sums).fill(0, 0, columns * grid.rows * 4);
  const columnsFit = bits && 1 / grid.scale < MOST_ROWS;
  const fast = columnsFit && passes.length <= MOST_FAST_PASSES;

  const planOf = sharedByRows((area): readonly RowPlan[] => rowPlans(area, grid));
  const seenOf = sharedByRows((area): readonly SeenRow[] => seenRows(area, grid));

  /** `seen`: the overprints of these plates alone. */
  function addColumns(area: Area, plates: readonly Bitmap[], seen: Float64Array, left: number): void {
    const lightTable = loadLookups(kernels, seen);
    const { pointers, point } = loadPlates(kernels, plates);
    const plane = ((area.width + 15) & ~15) * 4;
    const acc = kernels.scratch('display-columns', plane * 3);
    const weightBlock = kernels.scratch('display-weights', 2 * (MOST_ROWS + 8));
    const stride = plates[0]?.stride ?? 0;
    const factor = 1 / (MOST_LIGHT * WEIGHT);
    const shares = kernels.scratch('display-shares', 8 * (Math.ceil(area.width * grid.scale) + 4));
    const room = kernels.scratch('display-room', plane * 4 + 32);
    const own = kernels.scratch('display-once', 16 * (Math.ceil(area.width * grid.scale) + 4));
    // After the last block: memory that grows leaves earlier views empty.
    const view = kernels.u16(weightBlock);
    const count = kernels.run.planShares(left, grid.scale, area.width, shares.ptr);
    const first = sums.ptr + Math.floor(left) * 16;
    const outOf = (display: number): number => first + display * columns * 16;
    /** Adds rows from the one that is pointed at on, with weights whose sum is `total`. */
    const add = (rows: number, total: number, out: number): void => {
      const [at, weightsAt, sumsAt] = [pointers.ptr, weightBlock.ptr, acc.ptr];
      const { width } = area;
      kernels.run.composeColumns(at, stride, plates.length, lightTable.ptr, width, rows, weightsAt, sumsAt, plane);
      const [share, shift] = [total / WEIGHT, shiftOf(total, grid.scale)];
      const cut = factor * (1 << shift);
      kernels.run.shareColumns(sumsAt, plane, width, shares.ptr, count, cut, share, shift, room.ptr, out);
    };
    if (area.step * grid.scale <= 1 && area.step * WEIGHT <= MOST_WEIGHT) {
      for (const { display, from, weights, total } of planOf(area)) {
        view.set(weights);
        point(from);
        add(weights.length, total, outOf(display));
      }
      return;
    }
    // A row that stands for those up to the next one lies under several display rows: it is composed once.
    view[0] = WEIGHT;
    const once = kernels.f32(own).subarray(0, 4 * (count + 1));
    for (const { row, displays } of seenOf(area)) {
      point(row);
      once.fill(0);
      add(1, WEIGHT, own.ptr);
      for (const { display, weight } of displays)
        kernels.run.addScaled(own.ptr, weight / WEIGHT, count + 1, outOf(display));
    }
  }

  /** The same for any number of plates, and at any scale. */
  function addPixels(area: Area, plates: readonly Bitmap[], seen: Float64Array, left: number): void {
    const palette = loadPalette(kernels, seen);
    const { pointers, point } = loadPlates(kernels, plates);
    if (area.step * grid.scale > 1) {
      addOnce(area, left, (row, at, own) => {
        point(row);
        kernels.run.composeMean(pointers.ptr, plates.length, palette.ptr, area.width, at, grid.scale, 1, own);
      });
      return;
    }
    addShared(area, left, (row, weight, at) => {
      point(row);
      kernels.run.addPixels(pointers.ptr, plates.length, palette.ptr, area.width, weight, at);
    });
  }

  /** Adds rows under one display row pixel by pixel, and then shares them among the display pixels once. */
  function addShared(area: Area, left: number, add: AddRow): void {
    const sum = kernels.scratch('display-pixels', 16 * area.width + 64);
    const begin = () => kernels.f32(sum).fill(0, 0, 4 * area.width);
    const share = (at: number, to: number) => kernels.run.lightMean(sum.ptr, area.width, at, grid.scale, 1, to);
    if (area.step * grid.scale > 1) {
      addOnce(area, left, (row, at, own) => {
        begin();
        add(row, 1, sum.ptr);
        share(at, own);
      });
      return;
    }
    for (const { display, from, weights } of planOf(area)) {
      begin();
      weights.forEach((weight, k) => {
        add(from + k, weight / WEIGHT, sum.ptr);
      });
      share(left, sums.ptr + display * columns * 16);
    }
  }

  /** A row that stands for those up to the next one lies under several display rows: `make` adds it to one of its own. */
  function addOnce(area: Area, left: number, make: (row: number, left: number, own: number) => void): void {
    const count = Math.ceil(area.width * grid.scale) + 2;
    const own = kernels.scratch('display-once', 16 * (count + 2));
    const column = Math.floor(left);
    for (const { row, displays } of seenOf(area)) {
      kernels.f32(own).fill(0, 0, 4 * count);
      make(row, left - column, own.ptr);
      for (const { display, weight } of displays)
        kernels.run.addScaled(own.ptr, weight / WEIGHT, count, sums.ptr + (display * columns + column) * 16);
    }
  }

  const mapped = plain && n === 1 && !bits ? createMappedRows(kernels, sheet, passes, surface) : null;
  const onArtwork = bits ? null : createArtworkRows(kernels, sheet, passes, surface);
  let layer: LightLayer | null = null;
  let widest = 0;
  /** The layer serves all areas of one width. */
  function layerOf(width: number): LightLayer {
    if (layer && width <= widest) return layer;
    widest = width;
    layer = createLightLayer(kernels, 'view', sheet, passes, width, surface);
    return layer;
  }

  function addLights(area: Area, plates: readonly Plate[], left: number): void {
    if (mapped) {
      addShared(area, left, mapped(area, plates.filter(isBitmap)));
      return;
    }
    if (onArtwork) {
      addShared(area, left, onArtwork(area, plates));
      return;
    }
    const rowOf = layerOf(area.width).over(area, plates);
    const mixing = n === 1 ? null : loadFloats(kernels, 'mixing-light', rootSteps(n));
    let made = -1;
    let light = 0;
    addShared(area, left, (row, weight, at) => {
      // A row that lies under two display rows is made once.
      if (row !== made) {
        light = rowOf(row);
        if (mixing) kernels.run.mapLight(light, area.width, mixing.ptr);
        made = row;
      }
      kernels.run.addLight(light, area.width, weight, at);
    });
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
      if (!bits) {
        addLights(area, plates, left);
        return;
      }
      const bitmaps = plates.filter(isBitmap);
      if (fast) {
        addColumns(area, bitmaps, colours, left);
        return;
      }
      // Of many passes few print at one place: the others have no part in what is seen there.
      const own = bitmaps.flatMap(({ data }, k) => (k === 0 || hasInk(data) ? [k] : []));
      const add = columnsFit && own.length <= MOST_FAST_PASSES ? addColumns : addPixels;
      add(
        area,
        own.map((k) => bitmaps[k]!),
        coloursOf(colours, own),
        left,
      );
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
