import type { Kernels } from '../kernel/kernels.ts';
import type { LRUCache } from 'lru-cache';
import { byteCache, remember } from '../memory/cache.ts';
import type { Area, LightReader } from '../raster/area.ts';
import type { Size } from '../raster/sheet.ts';
import { type MarkLattice, type Site, siteId } from './lattices/kind.ts';
import type { Box } from './outline.ts';
import { lengthOfSums, packCells, type PackedCells, sumCells, type Sums } from './sum-cells.ts';

/** Blocks of pixels in which tones are read: the same as the interface prints in, so that light is read once for both. */
export const BLOCK_WIDTH = 512;
export const BLOCK_HEIGHT = 256;
/** Bytes of sums that are kept: a sheet of a million marks is never in memory whole. */
const MOST_BYTES = 48e6;
/** Values that are read at once, at most. */
const MOST_AT_ONCE = 12e6;
/** Bytes of where the sums of a cell are found, nearly. */
const PLACE_BYTES = 48;
/** Bytes of cells that are kept for a lattice that was asked for more than once, and of a site, nearly. */
const MOST_CELL_BYTES = 24e6;
const SITE_BYTES = 200;
/** Rows of a cell that a first, coarser look reads at least. */
const FEWEST_ROWS = 2;

/** What is read of the sheet in cells: planes of 16-bit values over an area, row by row. */
export type PlanesReader = (area: Area) => readonly Uint16Array[];

/** Light, and the tables from its codes to tones. */
export interface CodedTones {
  readonly light: LightReader;
  readonly tables: { tones(depth: 8 | 16): Uint16Array };
}

interface SumsAsked {
  readonly kernels: Kernels;
  readonly lattice: MarkLattice;
  /** The lattice was laid out before: what is kept of it serves again. */
  readonly again: boolean;
  readonly sheet: Size;
  /** How many planes the reader gives. */
  readonly planes: number;
  readonly moments: boolean;
  /** Height of cells in pixels. */
  readonly high: number;
  read: PlanesReader;
  /** The same of one plane as codes, where tones are taken from light by nothing but a table. */
  readonly codes: CodedTones | null;
}

/** The cells of a block: where the sums of each begin in one array. */
interface Block {
  readonly cells: PackedCells;
  readonly places: ReadonlyMap<number, number>;
  readonly sums: Float64Array;
}

/** Sums by cell, kept block by block until they are forgotten. */
export interface CellSums {
  of(site: Site, step: number): Sums;
  /**
   * Reads the cells of sites in a box at once, of which nothing is kept: every row, or for a first look (`rough`) a few of
   * them. Sums follow one another as the sites do. Null where that would be too much to hold.
   */
  under(box: Box, cells: PackedCells, rough: boolean): Float64Array | null;
  /**
   * Visits the cells whose sites lie in a block of the sheet, of every row or for a first look (`rough`) a few of them. The
   * sums are valid until the next cell.
   */
  inBlock(bx: number, by: number, rough: boolean, visit: (site: Site, sums: Sums) => void): void;
  forget(): void;
}

const cellsOf = new WeakMap<MarkLattice, LRUCache<string, PackedCells>>();

const cellBytes = ({ sites, corners }: PackedCells): number => sites.length * SITE_BYTES + corners.byteLength;

/** The cells of a lattice by their block: while a tone is dragged they stay. */
function keptCells(lattice: MarkLattice): LRUCache<string, PackedCells> {
  let own = cellsOf.get(lattice);
  if (!own) {
    own = byteCache<PackedCells>(MOST_CELL_BYTES, cellBytes);
    cellsOf.set(lattice, own);
  }
  return own;
}

const isInside = (cell: readonly number[], { left, top, right, bottom }: Box): boolean => {
  for (let k = 0; k < cell.length; k += 2) {
    if (cell[k]! < left || cell[k]! > right || cell[k + 1]! < top || cell[k + 1]! > bottom) return false;
  }
  return true;
};

/** A block of the sheet, grown on all sides. */
const blockBox = (bx: number, by: number, grown: number): Box => ({
  left: bx * BLOCK_WIDTH - grown,
  top: by * BLOCK_HEIGHT - grown,
  right: (bx + 1) * BLOCK_WIDTH + grown,
  bottom: (by + 1) * BLOCK_HEIGHT + grown,
});

/**
 * Sums over the cells of a lattice: each pixel of the sheet belongs to the cell that holds its middle. Pixels are read
 * block by block and each once. `step`: reads every step-th row only, for a first look.
 */
export function cellSums({ kernels, lattice, again, sheet, planes, moments, high, read, codes }: SumsAsked): CellSums {
  const each = lengthOfSums(planes);
  const blocks = byteCache<Block>(
    MOST_BYTES,
    (b) => PLACE_BYTES * b.places.size + b.sums.byteLength + cellBytes(b.cells),
  );
  const reach = lattice.reach + 1;
  // What is kept of a lattice through which a hand turns would only be thrown away.
  const kept = again ? keptCells(lattice) : null;
  const own = new Float64Array(each);

  /** The sums of cells over an area. */
  function sumOver(cells: PackedCells, area: Area): Float64Array {
    if (!codes || moments || planes > 1) return sumCells(kernels, cells, { area, values: read(area) }, moments);
    const light = codes.light(area);
    return sumCells(kernels, cells, { area, light, table: codes.tables.tones(light.depth) }, false);
  }

  /** The cells whose sites lie in a block or less than `grown` from it. */
  function cellsIn(bx: number, by: number, grown: number): PackedCells {
    const make = () => packCells(lattice.sitesIn(blockBox(bx, by, grown)));
    return kept ? remember(kept, `${bx} ${by} ${grown}`, make) : make();
  }

  function sumBlock(bx: number, by: number, step: number): Block {
    const key = `${bx} ${by} ${step}`;
    const known = blocks.get(key);
    if (known) return known;
    const [x, y] = [bx * BLOCK_WIDTH, by * BLOCK_HEIGHT];
    const width = Math.min(BLOCK_WIDTH, sheet.width - x);
    const height = Math.min(BLOCK_HEIGHT, sheet.height - y);
    const cells = cellsIn(bx, by, reach);
    const { sites } = cells;
    const area = { x, y, width, height, step };
    const sums = sumOver(cells, area);
    const places = new Map<number, number>();
    for (let k = 0; k < sites.length; k++) if (sums[each * k]! > 0) places.set(siteId(sites[k]!), each * k);
    const made: Block = { cells, places, sums };
    blocks.set(key, made);
    return made;
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

  function under({ left, top, right, bottom }: Box, cells: PackedCells, rough: boolean): Float64Array | null {
    const step = rough ? rowsRead(sheet.height) : 1;
    const x = Math.max(0, Math.floor(left - reach));
    const y = Math.max(0, Math.floor((top - reach) / step) * step);
    const width = Math.min(sheet.width, Math.ceil(right + reach)) - x;
    const height = Math.min(sheet.height, Math.ceil(bottom + reach)) - y;
    if (width <= 0 || height <= 0) return new Float64Array(each * cells.sites.length);
    if ((width * height * planes) / step > MOST_AT_ONCE) return null;
    return sumOver(cells, { x, y, width, height, step });
  }

  /** What a few rows of a block hold of cells. */
  function sumsInside({ left, top }: Box, cells: PackedCells): Float64Array {
    const width = Math.min(BLOCK_WIDTH, sheet.width - left);
    const height = Math.min(BLOCK_HEIGHT, sheet.height - top);
    const area = { x: left, y: top, width, height, step: rowsRead(sheet.height) };
    return sumOver(cells, area);
  }

  /** The sums at a place of an array, as one cell's own. */
  function ownOf(all: Float64Array, at: number): Sums {
    for (let n = 0; n < each; n++) own[n] = all[at + n]!;
    return own;
  }

  function inBlock(bx: number, by: number, rough: boolean, visit: (site: Site, sums: Sums) => void): void {
    const box = blockBox(bx, by, 0);
    const onSheet = bx >= 0 && by >= 0 && box.left < sheet.width && box.top < sheet.height;
    if (rough) {
      const cells = cellsIn(bx, by, 0);
      // What lies in the block says enough of a cell at its edge.
      const all = onSheet ? sumsInside(box, cells) : under(box, cells, true);
      for (let k = 0; k < cells.sites.length; k++) {
        const seen = all !== null && all[k * each]! > 0;
        visit(cells.sites[k]!, seen ? ownOf(all, k * each) : sumsOf(cells.sites[k]!, sheet.height));
      }
      return;
    }
    const block = onSheet ? sumBlock(bx, by, 1) : null;
    const { sites } = block?.cells ?? cellsIn(bx, by, 0);
    for (let k = 0; k < sites.length; k++) {
      const site = sites[k]!;
      if (site.x < box.left || site.x >= box.right || site.y < box.top || site.y >= box.bottom) continue;
      // A cell that reaches into other blocks is summed there too.
      visit(site, block && isInside(site.cell, box) ? ownOf(block.sums, k * each) : sumsOf(site, 1));
    }
  }

  return { of: sumsOf, under, inBlock, forget: () => blocks.clear() };
}
