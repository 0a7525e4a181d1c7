import { countCache } from '../../memory/cache.ts';
import type { Kernels } from '../../kernel/kernels.ts';
import { type Area, rowsOf } from '../../raster/area.ts';
import { type LatticePositions, latticeOf } from '../periodic/positions.ts';

/** Sums are gathered in blocks of this size, so that each pixel is read once for all its neighbours. */
const BLOCK_WIDTH = 512;
const BLOCK_HEIGHT = 256;
/** Number of blocks of sums that are cached. */
const MOST_BLOCKS = 600;

/** A box of lattice cells: columns c0 .., rows r0 ... */
interface CellBox {
  readonly c0: number;
  readonly r0: number;
  readonly columns: number;
  readonly rows: number;
}

/** Sums over one block: pairs of (sum of tones, number of pixels) for every cell of its box. */
interface BlockSums extends CellBox {
  readonly sums: Float64Array;
}

/** Cells that an area touches. */
function cellsOf(at: LatticePositions, area: Area): CellBox {
  const corners = [
    [area.x, area.y],
    [area.x + area.width - 1, area.y],
    [area.x, area.y + area.height - 1],
    [area.x + area.width - 1, area.y + area.height - 1],
  ].map(([x, y]) => latticeOf(at, x!, y!));
  const columns = corners.map((c) => Math.floor(c.u / at.unit));
  const rows = corners.map((c) => Math.floor(c.v / at.unit));
  const c0 = Math.min(...columns);
  const r0 = Math.min(...rows);
  return { c0, r0, columns: Math.max(...columns) - c0 + 1, rows: Math.max(...rows) - r0 + 1 };
}

export interface CellMeansOptions {
  readonly kernels: Kernels;
  readonly positions: LatticePositions;
  readonly sheet: { readonly width: number; readonly height: number };
  /** Cell pitch in pixels. */
  readonly pitch: number;
  /** Tones 0..65535 over an area, row by row. */
  tonesOf(area: Area): Uint16Array;
  /** Applies the limits of tone to the mean tone of a cell. */
  finish(mean: number): number;
}

/**
 * One tone a cell: over any area, the mean tone of the lattice cell each pixel lies in.
 * A cell cut by the sheet's edge takes the mean of what lies on the sheet.
 * Sums are whole numbers, so the result does not depend on how the sheet is cut into areas.
 */
export function createCellMeans(options: CellMeansOptions): (area: Area) => Uint16Array {
  const { kernels, positions: at, sheet } = options;
  const blocks = countCache<BlockSums>(MOST_BLOCKS);
  const du = 2 * at.ux;
  const dv = 2 * at.vx;

  function sumBlock(bx: number, by: number, step: number): BlockSums {
    const key = `${bx},${by},${step}`;
    const kept = blocks.get(key);
    if (kept) return kept;
    const area: Area = {
      x: bx * BLOCK_WIDTH,
      y: by * BLOCK_HEIGHT,
      width: Math.min(BLOCK_WIDTH, sheet.width - bx * BLOCK_WIDTH),
      height: Math.min(BLOCK_HEIGHT, sheet.height - by * BLOCK_HEIGHT),
      step,
    };
    const box = cellsOf(at, area);
    const tones = options.tonesOf(area);
    const input = kernels.scratch('cell-tones', tones.byteLength);
    kernels.u16(input).set(tones);
    const length = box.columns * box.rows * 2;
    const output = kernels.scratch('cell-sums', length * 8);
    kernels.f64(output).fill(0, 0, length);
    for (let k = 0; k < rowsOf(area); k++) {
      const { u, v } = latticeOf(at, area.x, area.y + k * step);
      kernels.run.cellSums(
        input.ptr + k * area.width * 2,
        area.width,
        u,
        v,
        du,
        dv,
        at.unit,
        box.c0,
        box.r0,
        box.columns,
        output.ptr,
      );
    }
    const made = { ...box, sums: kernels.f64(output).slice(0, length) };
    blocks.set(key, made);
    return made;
  }

  function addBlock(box: CellBox, sums: Float64Array, block: BlockSums): void {
    const c0 = Math.max(box.c0, block.c0);
    const c1 = Math.min(box.c0 + box.columns, block.c0 + block.columns);
    const r0 = Math.max(box.r0, block.r0);
    const r1 = Math.min(box.r0 + box.rows, block.r0 + block.rows);
    for (let r = r0; r < r1; r++) {
      let to = ((r - box.r0) * box.columns + c0 - box.c0) * 2;
      let from = ((r - block.r0) * block.columns + c0 - block.c0) * 2;
      for (let c = c0; c < c1; c++) {
        sums[to]! += block.sums[from]!;
        sums[to + 1]! += block.sums[from + 1]!;
        to += 2;
        from += 2;
      }
    }
  }

  return (area) => {
    const box = cellsOf(at, area);
    const sums = new Float64Array(box.columns * box.rows * 2);
    const reach = Math.ceil(options.pitch * 1.5) + 1;
    const last = (side: number, block: number) => Math.floor((side - 1) / block);
    const x0 = Math.max(0, Math.floor((area.x - reach) / BLOCK_WIDTH));
    const x1 = Math.min(last(sheet.width, BLOCK_WIDTH), Math.floor((area.x + area.width + reach) / BLOCK_WIDTH));
    const y0 = Math.max(0, Math.floor((area.y - reach) / BLOCK_HEIGHT));
    const y1 = Math.min(last(sheet.height, BLOCK_HEIGHT), Math.floor((area.y + area.height + reach) / BLOCK_HEIGHT));
    for (let by = y0; by <= y1; by++) {
      for (let bx = x0; bx <= x1; bx++) addBlock(box, sums, sumBlock(bx, by, area.step));
    }
    const means = kernels.scratch('cell-means', box.columns * box.rows * 2);
    const tones = kernels.u16(means);
    for (let k = 0; k < box.columns * box.rows; k++) {
      const pixels = sums[2 * k + 1]!;
      tones[k] = pixels > 0 ? options.finish(Math.round(sums[2 * k]! / pixels)) : 0;
    }
    const rows = rowsOf(area);
    const output = kernels.scratch('cell-spread', area.width * rows * 2);
    for (let k = 0; k < rows; k++) {
      const { u, v } = latticeOf(at, area.x, area.y + k * area.step);
      kernels.run.cellSpread(
        means.ptr,
        area.width,
        u,
        v,
        du,
        dv,
        at.unit,
        box.c0,
        box.r0,
        box.columns,
        output.ptr + k * area.width * 2,
      );
    }
    return kernels.u16(output).slice(0, area.width * rows);
  };
}
