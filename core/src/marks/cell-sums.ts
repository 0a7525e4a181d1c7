import type { Kernels } from '../kernel/kernels.ts';
import { byteCache } from '../memory/cache.ts';
import type { Area, LightReader } from '../raster/area.ts';
import type { Size } from '../raster/sheet.ts';
import {
  BLOCK_HEIGHT,
  BLOCK_WIDTH,
  type BlockCells,
  blockBox,
  blockCells,
  bytesOfCells,
  isOnSheet,
  isSiteIn,
  STRIP_HEIGHT,
} from './block-cells.ts';
import { cellSpans, type CellSpans, sumCodes } from './cell-spans.ts';
import { type MarkLattice, type Site, siteId } from './lattices/kind.ts';
import type { Box } from './outline.ts';
import { lengthOfSums, packCells, type PackedCells, sumCells, type Sums } from './sum-cells.ts';

/** Bytes of sums that are kept: a sheet of a million marks is never in memory whole. */
const MOST_BYTES = 48e6;
/** Values that are read at once, at most. */
const MOST_AT_ONCE = 12e6;
/** Strips of a block. */
const STRIPS = BLOCK_HEIGHT / STRIP_HEIGHT;
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

/** The cells that reach into a block, and their sums one after the other. */
interface Block {
  readonly cells: BlockCells;
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
   * Visits the cells whose sites lie in a block of the sheet, from a few rows of each for a first look. The sums are valid
   * until the next cell.
   */
  roughlyInBlock(bx: number, by: number, visit: (site: Site, sums: Sums) => void): void;
  /** The same of one strip of a block, strips counted from the top of the sheet, from every row. */
  inStrip(bx: number, strip: number, visit: (site: Site, sums: Sums) => void): void;
  forget(): void;
}

/**
 * Sums over the cells of a lattice: each pixel of the sheet belongs to the cell that holds its middle. Pixels are read
 * block by block and each once. `step`: reads every step-th row only, for a first look.
 */
export function cellSums({ kernels, lattice, again, sheet, planes, moments, high, read, codes }: SumsAsked): CellSums {
  const each = lengthOfSums(planes);
  const blocks = byteCache<Block>(MOST_BYTES, ({ cells, sums }) => bytesOfCells(cells) + sums.byteLength);
  const reach = lattice.reach + 1;
  const cellsIn = blockCells(kernels, lattice, sheet, again);
  const own = new Float64Array(each);

  /** The sums of cells over an area. */
  function sumOver(cells: PackedCells, area: Area, spans?: CellSpans): Float64Array {
    if (!codes || moments || planes > 1) return sumCells(kernels, cells, { area, values: read(area) }, moments);
    const light = codes.light(area);
    const table = codes.tables.tones(light.depth);
    return sumCodes(kernels, spans ?? cellSpans(kernels, cells, area), cells.sites.length, light, table);
  }

  function sumBlock(bx: number, by: number, step: number): Block {
    const key = `${bx} ${by} ${step}`;
    const known = blocks.get(key);
    if (known) return known;
    const cells = cellsIn(bx, by, reach, step);
    const made: Block = { cells, sums: sumOver(cells.cells, cells.area, cells.spans) };
    blocks.set(key, made);
    return made;
  }

  /** Sums of a site's cell over all blocks that it reaches into, written to `sums`. */
  function sumSite(site: Site, blockAt: (bx: number, by: number) => Block, sums: Float64Array): Sums {
    const { cell } = site;
    let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let k = 0; k < cell.length; k += 2) {
      if (cell[k]! < left) left = cell[k]!;
      if (cell[k]! > right) right = cell[k]!;
      if (cell[k + 1]! < top) top = cell[k + 1]!;
      if (cell[k + 1]! > bottom) bottom = cell[k + 1]!;
    }
    sums.fill(0);
    const id = siteId(site);
    const lastX = Math.floor((Math.min(sheet.width, right) - 1e-9) / BLOCK_WIDTH);
    const lastY = Math.floor((Math.min(sheet.height, bottom) - 1e-9) / BLOCK_HEIGHT);
    for (let by = Math.max(0, Math.floor(top / BLOCK_HEIGHT)); by <= lastY; by++) {
      for (let bx = Math.max(0, Math.floor(left / BLOCK_WIDTH)); bx <= lastX; bx++) {
        const block = blockAt(bx, by);
        const index = block.cells.index.get(id);
        if (index !== undefined) for (let k = 0; k < each; k++) sums[k]! += block.sums[each * index + k]!;
      }
    }
    return sums;
  }

  function sumsOf(site: Site, step: number): Sums {
    const rows = rowsRead(step);
    return sumSite(site, (bx, by) => sumBlock(bx, by, rows), new Float64Array(each));
  }

  /** The same as `sumBlock` of every row, where one block and those around it are asked for again and again. */
  function blocksAround(bx: number, by: number): (x: number, y: number) => Block {
    const around: Block[] = [];
    return (x, y) => {
      const [right, down] = [x - bx + 1, y - by + 1];
      if (right < 0 || right > 2 || down < 0 || down > 2) return sumBlock(x, y, 1);
      around[3 * down + right] ??= sumBlock(x, y, 1);
      return around[3 * down + right]!;
    };
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

  /** The sums at a place of an array, as one cell's own. */
  function ownOf(all: Float64Array, at: number): Sums {
    for (let n = 0; n < each; n++) own[n] = all[at + n]!;
    return own;
  }

  function roughlyInBlock(bx: number, by: number, visit: (site: Site, sums: Sums) => void): void {
    const onSheet = isOnSheet(bx, by, sheet) ? cellsIn(bx, by, 0, rowsRead(sheet.height)) : null;
    const box = blockBox(bx, by, 0);
    const cells = onSheet ? onSheet.cells : packCells(lattice.sitesIn(box));
    // What lies in the block says enough of a cell at its edge.
    const all = onSheet ? sumOver(cells, onSheet.area, onSheet.spans) : under(box, cells, true);
    for (let k = 0; k < cells.sites.length; k++) {
      const seen = all !== null && all[k * each]! > 0;
      visit(cells.sites[k]!, seen ? ownOf(all, k * each) : sumsOf(cells.sites[k]!, sheet.height));
    }
  }

  function inStrip(bx: number, strip: number, visit: (site: Site, sums: Sums) => void): void {
    const by = Math.floor(strip / STRIPS);
    if (!isOnSheet(bx, by, sheet)) {
      const box = { ...blockBox(bx, by, 0), top: strip * STRIP_HEIGHT, bottom: (strip + 1) * STRIP_HEIGHT };
      const isHere = (site: Site) => isSiteIn(bx, by, site) && Math.floor(site.y / STRIP_HEIGHT) === strip;
      for (const site of lattice.sitesIn(box)) if (isHere(site)) visit(site, sumsOf(site, 1));
      return;
    }
    const { cells, sums } = sumBlock(bx, by, 1);
    const { sites } = cells.cells;
    const blockAt = blocksAround(bx, by);
    for (const k of cells.strips[strip - by * STRIPS]!) {
      // A cell that reaches into other blocks is summed there too.
      visit(sites[k]!, cells.whole[k] ? ownOf(sums, k * each) : sumSite(sites[k]!, blockAt, own));
    }
  }

  return { of: sumsOf, under, roughlyInBlock, inStrip, forget: () => blocks.clear() };
}
