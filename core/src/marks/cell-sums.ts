import { byteCache } from '../memory/cache.ts';
import type { Area } from '../raster/area.ts';
import type { Size } from '../raster/sheet.ts';
import type { Box } from './outline.ts';
import { type MarkLattice, type Site, siteId } from './lattices/kind.ts';

/** Blocks of pixels in which tones are read: the same as the interface prints in, so that light is read once for both. */
const BLOCK_WIDTH = 512;
const BLOCK_HEIGHT = 256;
/** Bytes of sums that are kept: a sheet of a million marks is never in memory whole. */
const MOST_BYTES = 48e6;
/** Values that are read at once, at most. */
const MOST_AT_ONCE = 12e6;
/** Bytes of where the sums of a cell are found, nearly. */
const PLACE_BYTES = 48;
/** Rows of a cell that a first, coarser look reads at least. */
const FEWEST_ROWS = 3;

/** What the pixels of a cell sum up to: their number, each plane, and moments of the first plane about the site. */
export type Sums = Float64Array;
const PIXELS = 0;
const MOMENTS = 1;
const PLANES = 7;

/** What is read of the sheet in cells: planes of 16-bit values over an area, row by row. */
export type PlanesReader = (area: Area) => readonly Uint16Array[];

/** The mean of plane `k` over a cell, 0..65535. */
export const meanOf = (sums: Sums, k: number): number => sums[PLANES + k]! / sums[PIXELS]!;

export const pixelsOf = (sums: Sums): number => sums[PIXELS]!;

/**
 * Slope of the first plane over a cell, to the right and downwards, by least squares: Σ(x − x̄)(v − v̄) over Σ(x − x̄)².
 */
export function slopeOf(sums: Sums): { readonly right: number; readonly down: number } {
  const n = sums[PIXELS]!;
  const [x, y, xx, yy, xv, yv] = [1, 2, 3, 4, 5, 6].map((k) => sums[MOMENTS + k - 1]!) as [
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  const v = sums[PLANES]!;
  const across = xx - (x * x) / n;
  const down = yy - (y * y) / n;
  return {
    right: across > 0 ? (xv - (x * v) / n) / across : 0,
    down: down > 0 ? (yv - (y * v) / n) / down : 0,
  };
}

/** Where the row of pixels with its middle at y lies inside a convex polygon: from the first to before the last pixel. */
function spanOf(cell: Float64Array, y: number, out: Int32Array): boolean {
  let [from, to] = [Infinity, -Infinity];
  const n = cell.length;
  for (let k = 0; k < n; k += 2) {
    const m = k + 2 === n ? 0 : k + 2;
    const [y0, y1] = [cell[k + 1]!, cell[m + 1]!];
    if (y0 <= y === y1 <= y) continue;
    const x = cell[k]! + ((y - y0) / (y1 - y0)) * (cell[m]! - cell[k]!);
    if (x < from) from = x;
    if (x > to) to = x;
  }
  if (to < from) return false;
  out[0] = Math.ceil(from - 0.5);
  out[1] = Math.ceil(to - 0.5);
  return out[1]! > out[0]!;
}

/** Whether a cell is a rectangle along the pixels, whose rows all reach equally far. */
function isUpright(cell: Float64Array): boolean {
  return cell.length === 8 && cell[0] === cell[6] && cell[2] === cell[4] && cell[1] === cell[3] && cell[5] === cell[7];
}

interface SumsAsked {
  readonly lattice: MarkLattice;
  readonly sheet: Size;
  /** How many planes the reader gives. */
  readonly planes: number;
  readonly moments: boolean;
  /** Height of cells in pixels. */
  readonly high: number;
  read: PlanesReader;
}

/** The cells of a block: where the sums of each begin in one array. */
interface Block {
  readonly places: ReadonlyMap<number, number>;
  readonly sums: Float64Array;
}

/** Sums by cell, kept block by block until they are forgotten. */
export interface CellSums {
  of(site: Site, step: number): Sums;
  /**
   * Reads all cells of a box at once, of which nothing is kept: every row, or for a first look (`rough`) a few of them. The
   * sums of one cell are valid until the next are asked for. Null where that would be too much to hold.
   */
  under(box: Box, rough: boolean): ((site: Site) => Sums) | null;
  forget(): void;
}

/** Planes that were read, and where they lie on the sheet. */
interface Read {
  readonly area: Area;
  readonly values: readonly Uint16Array[];
}

/**
 * Sums over the cells of a lattice: each pixel of the sheet belongs to the cell that holds its middle. Pixels are read
 * block by block and each once. `step`: reads every step-th row only, for a first look.
 */
export function cellSums({ lattice, sheet, planes, moments, high, read }: SumsAsked): CellSums {
  const each = PLANES + planes;
  const blocks = byteCache<Block>(MOST_BYTES, (b) => PLACE_BYTES * b.places.size + b.sums.byteLength);
  const reach = lattice.reach + 1;
  const span = new Int32Array(2);

  function sumBlock(bx: number, by: number, step: number): Block {
    const key = `${bx} ${by} ${step}`;
    const known = blocks.get(key);
    if (known) return known;
    const [x, y] = [bx * BLOCK_WIDTH, by * BLOCK_HEIGHT];
    const width = Math.min(BLOCK_WIDTH, sheet.width - x);
    const height = Math.min(BLOCK_HEIGHT, sheet.height - y);
    const area = { x, y, width, height, step };
    const block: Read = { area, values: read(area) };
    const sites = lattice.sitesIn({
      left: x - reach,
      top: y - reach,
      right: x + width + reach,
      bottom: y + height + reach,
    });
    const places = new Map<number, number>();
    const all = new Float64Array(each * sites.length);
    let at = 0;
    for (const site of sites) {
      addCell(block, site, all, at);
      if (all[at + PIXELS]! === 0) continue;
      places.set(siteId(site), at);
      at += each;
    }
    const made: Block = { places, sums: all.slice(0, at) };
    blocks.set(key, made);
    return made;
  }

  /** Adds what was read of a cell to its sums, which begin at a place of an array. */
  function addCell(
    { area: { x, y, width, height, step }, values }: Read,
    { cell, x: cx, y: cy }: Site,
    sums: Float64Array,
    place: number,
  ): void {
    let [top, bottom] = [Infinity, -Infinity];
    for (let k = 1; k < cell.length; k += 2) {
      if (cell[k]! < top) top = cell[k]!;
      if (cell[k]! > bottom) bottom = cell[k]!;
    }
    let row = Math.max(0, Math.ceil((top - 0.5 - y) / step));
    const upright = isUpright(cell) && spanOf(cell, (top + bottom) / 2, span);
    for (; row * step < height && y + row * step + 0.5 < bottom; row++) {
      const middle = y + row * step + 0.5;
      if (!upright && !spanOf(cell, middle, span)) continue;
      const from = Math.max(x, span[0]!) - x;
      const to = Math.min(x + width, span[1]!) - x;
      if (to <= from) continue;
      sums[place + PIXELS]! += to - from;
      const start = row * width;
      for (let p = 0; p < planes; p++) {
        const plane = values[p]!;
        let sum = 0;
        for (let k = start + from; k < start + to; k++) sum += plane[k]!;
        sums[place + PLANES + p]! += sum;
      }
      if (moments) addMoments(sums, place, values[0]!, start, from, to, x + 0.5 - cx, middle - cy);
    }
  }

  function sumsOf(site: Site, step: number): Sums {
    const rows = rowsRead(step);
    const { cell } = site;
    let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let k = 0; k < cell.length; k += 2) {
      if (cell[k]! < left) left = cell[k]!;
      if (cell[k]! > right) right = cell[k]!;
      if (cell[k + 1]! < top) top = cell[k + 1]!;
      if (cell[k + 1]! > bottom) bottom = cell[k + 1]!;
    }
    const sums = new Float64Array(each);
    const id = siteId(site);
    const lastX = Math.floor((Math.min(sheet.width, right) - 1e-9) / BLOCK_WIDTH);
    const lastY = Math.floor((Math.min(sheet.height, bottom) - 1e-9) / BLOCK_HEIGHT);
    for (let by = Math.max(0, Math.floor(top / BLOCK_HEIGHT)); by <= lastY; by++) {
      for (let bx = Math.max(0, Math.floor(left / BLOCK_WIDTH)); bx <= lastX; bx++) {
        const block = sumBlock(bx, by, rows);
        const at = block.places.get(id);
        if (at !== undefined) for (let k = 0; k < each; k++) sums[k]! += block.sums[at + k]!;
      }
    }
    return sums;
  }

  /** Every how many rows cells are read, where a look is taken at every step-th. */
  function rowsRead(step: number): number {
    return Math.max(1, Math.min(step, Math.floor(high / FEWEST_ROWS)));
  }

  function under({ left, top, right, bottom }: Box, rough: boolean): ((site: Site) => Sums) | null {
    const step = rough ? rowsRead(sheet.height) : 1;
    const x = Math.max(0, Math.floor(left - reach));
    const y = Math.max(0, Math.floor((top - reach) / step) * step);
    const width = Math.min(sheet.width, Math.ceil(right + reach)) - x;
    const height = Math.min(sheet.height, Math.ceil(bottom + reach)) - y;
    const sums = new Float64Array(each);
    if (width <= 0 || height <= 0) return () => sums;
    if ((width * height * planes) / step > MOST_AT_ONCE) return null;
    const area = { x, y, width, height, step };
    const all: Read = { area, values: read(area) };
    return (site) => {
      sums.fill(0);
      addCell(all, site, sums, 0);
      return sums;
    };
  }

  return { of: sumsOf, under, forget: () => blocks.clear() };
}

function addMoments(
  sums: Float64Array,
  place: number,
  plane: Uint16Array,
  at: number,
  from: number,
  to: number,
  dx: number,
  dy: number,
): void {
  const first = place + MOMENTS;
  for (let k = from; k < to; k++) {
    const [x, v] = [k + dx, plane[at + k]!];
    sums[first]! += x;
    sums[first + 1]! += dy;
    sums[first + 2]! += x * x;
    sums[first + 3]! += dy * dy;
    sums[first + 4]! += x * v;
    sums[first + 5]! += dy * v;
  }
}
