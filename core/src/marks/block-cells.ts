import type { Kernels } from '../kernel/kernels.ts';
import type { LRUCache } from 'lru-cache';
import { byteCache, remember } from '../memory/cache.ts';
import type { Area } from '../raster/area.ts';
import type { Size } from '../raster/sheet.ts';
import { cellSpans, type CellSpans } from './cell-spans.ts';
import { type MarkLattice, type Site, siteId } from './lattices/kind.ts';
import type { Box } from './outline.ts';
import { packCells, type PackedCells } from './sum-cells.ts';

/** Blocks of pixels in which tones are read: the same as the interface prints in, so that light is read once for both. */
export const BLOCK_WIDTH = 512;
export const BLOCK_HEIGHT = 256;
/** Marks are laid strip by strip of a block, so that few are laid beside what is printed. */
export const STRIP_HEIGHT = 64;
/** Bytes of cells that are kept for a lattice that was asked for more than once, and of a site, nearly. */
const MOST_BYTES = 48e6;
const SITE_BYTES = 250;

/** The cells that reach into a block of the sheet: all that does not change while the lattice stays. */
export interface BlockCells {
  readonly cells: PackedCells;
  /** The part of the sheet in the block. */
  readonly area: Area;
  readonly spans: CellSpans;
  /** By strip the cells whose sites lie there, by their index. */
  readonly strips: readonly (readonly number[])[];
  /** Whether a cell lies in the block alone, by its index. */
  readonly whole: Uint8Array;
  /** Which cell has the site of an id. */
  readonly index: ReadonlyMap<number, number>;
}

/** A block of the sheet, grown on all sides. */
export const blockBox = (bx: number, by: number, grown: number): Box => ({
  left: bx * BLOCK_WIDTH - grown,
  top: by * BLOCK_HEIGHT - grown,
  right: (bx + 1) * BLOCK_WIDTH + grown,
  bottom: (by + 1) * BLOCK_HEIGHT + grown,
});

/** Whether a block has pixels of the sheet. */
export const isOnSheet = (bx: number, by: number, { width, height }: Size): boolean =>
  bx >= 0 && by >= 0 && bx * BLOCK_WIDTH < width && by * BLOCK_HEIGHT < height;

/** The part of the sheet in a block, every step-th row of it. */
function blockArea(bx: number, by: number, step: number, sheet: Size): Area {
  const [x, y] = [bx * BLOCK_WIDTH, by * BLOCK_HEIGHT];
  const width = Math.min(BLOCK_WIDTH, sheet.width - x);
  const height = Math.min(BLOCK_HEIGHT, sheet.height - y);
  return { x, y, width, height, step };
}

const isInside = (cell: readonly number[], { left, top, right, bottom }: Box): boolean => {
  for (let k = 0; k < cell.length; k += 2) {
    if (cell[k]! < left || cell[k]! > right || cell[k + 1]! < top || cell[k + 1]! > bottom) return false;
  }
  return true;
};

/** Whether a site lies in a block: each lies in just one. */
export const isSiteIn = (bx: number, by: number, { x, y }: Site): boolean =>
  Math.floor(x / BLOCK_WIDTH) === bx && Math.floor(y / BLOCK_HEIGHT) === by;

export const bytesOfCells = ({ cells: { sites, corners }, spans }: BlockCells): number =>
  sites.length * SITE_BYTES + corners.byteLength + spans.byteLength;

const keptBlocks = new WeakMap<MarkLattice, LRUCache<string, BlockCells>>();

/** The cells of a lattice by their block: while a tone is dragged they stay. */
function keptOf(lattice: MarkLattice): LRUCache<string, BlockCells> {
  let own = keptBlocks.get(lattice);
  if (!own) {
    own = byteCache<BlockCells>(MOST_BYTES, bytesOfCells);
    keptBlocks.set(lattice, own);
  }
  return own;
}

/** Finds the cells of blocks on the sheet whose sites lie in the block or less than `grown` from it. */
export type FindBlockCells = (bx: number, by: number, grown: number, step: number) => BlockCells;

/** `again`: the lattice was laid out before; what is kept of one through which a hand turns would only be thrown away. */
export function blockCells(kernels: Kernels, lattice: MarkLattice, sheet: Size, again: boolean): FindBlockCells {
  function make(bx: number, by: number, grown: number, step: number): BlockCells {
    const cells = packCells(lattice.sitesIn(blockBox(bx, by, grown)));
    const own = blockBox(bx, by, 0);
    const whole = new Uint8Array(cells.sites.length);
    const strips = Array.from({ length: BLOCK_HEIGHT / STRIP_HEIGHT }, (): number[] => []);
    const index = new Map<number, number>();
    cells.sites.forEach((site, k) => {
      index.set(siteId(site), k);
      if (!isSiteIn(bx, by, site)) return;
      strips[Math.floor((site.y - own.top) / STRIP_HEIGHT)]!.push(k);
      whole[k] = isInside(site.cell, own) ? 1 : 0;
    });
    const area = blockArea(bx, by, step, sheet);
    return { cells, area, spans: cellSpans(kernels, cells, area), strips, whole, index };
  }
  if (!again) return make;
  const kept = keptOf(lattice);
  return (bx, by, grown, step) =>
    remember(kept, `${bx} ${by} ${grown} ${step} ${sheet.width} ${sheet.height}`, () => make(bx, by, grown, step));
}
