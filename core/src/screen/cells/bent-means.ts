import { eachSquare } from '../../bend/places-over.ts';
import type { Kernels } from '../../kernel/kernels.ts';
import { countCache, remember } from '../../memory/cache.ts';
import { type Area, rowsOf } from '../../raster/area.ts';
import { type CellBox, type NodesReader, tooManyCells } from '../bent/bent-nodes.ts';

/** Side of the blocks in which sums are gathered; a cell that reaches over more than a block beside its own is cut there. */
const BLOCK = 256;
const MOST_BLOCKS = 600;
const ROOM = 1024;

export interface BentMeansOptions {
  readonly kernels: Kernels;
  readonly nodes: NodesReader;
  readonly sheet: { readonly width: number; readonly height: number };
  /** Tones 0..65535 over an area, row by row. */
  tonesOf(area: Area): Uint16Array;
  /** Applies the limits of tone to the mean tone of a cell. */
  finish(mean: number): number;
}

/** Pairs of (sum of tones, number of pixels) for every cell of a box. */
interface BlockSums extends CellBox {
  readonly sums: Float64Array;
}

function around(boxes: readonly CellBox[]): CellBox {
  const c0 = Math.min(...boxes.map((b) => b.c0));
  const r0 = Math.min(...boxes.map((b) => b.r0));
  return {
    c0,
    r0,
    columns: Math.max(...boxes.map((b) => b.c0 + b.columns)) - c0,
    rows: Math.max(...boxes.map((b) => b.r0 + b.rows)) - r0,
  };
}

function addTo(box: CellBox, sums: Float64Array, block: BlockSums): void {
  const c0 = Math.max(box.c0, block.c0);
  const c1 = Math.min(box.c0 + box.columns, block.c0 + block.columns);
  const r1 = Math.min(box.r0 + box.rows, block.r0 + block.rows);
  for (let r = Math.max(box.r0, block.r0); r < r1; r++) {
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

/**
 * One tone a cell of a bent lattice: over any area, the mean tone of the cell each pixel lies in. Sums are whole numbers
 * and gathered in blocks that do not depend on the area, so neither does the result.
 */
export function createBentMeans({
  kernels,
  nodes,
  sheet,
  tonesOf,
  finish,
}: BentMeansOptions): (area: Area) => Uint16Array {
  const summed = countCache<BlockSums>(MOST_BLOCKS);
  const finished = countCache<CellBox & { readonly means: Uint16Array }>(MOST_BLOCKS);
  const scratches = () => ({
    us: kernels.scratch('bent-us', 65 * 65 * 4),
    vs: kernels.scratch('bent-vs', 65 * 65 * 4),
    room: kernels.scratch('bent-room', ROOM),
  });

  function blockArea(bx: number, by: number, step: number): Area | null {
    const [x, y] = [bx * BLOCK, by * BLOCK];
    if (x < 0 || y < 0 || x >= sheet.width || y >= sheet.height) return null;
    return { x, y, width: Math.min(BLOCK, sheet.width - x), height: Math.min(BLOCK, sheet.height - y), step };
  }

  function sumsOf(bx: number, by: number, step: number): BlockSums | null {
    const area = blockArea(bx, by, step);
    if (!area) return null;
    return remember(summed, `${bx} ${by} ${step}`, () => {
      const boxes: CellBox[] = [];
      eachSquare(area, ({ tx, ty }) => boxes.push(nodes(tx, ty).box));
      const box = around(boxes);
      if (tooManyCells(box)) return { ...box, columns: 0, rows: 0, sums: new Float64Array(0) };
      const tones = tonesOf(area);
      const { us, vs, room } = scratches();
      const input = kernels.scratch('bent-tones', tones.byteLength + 16);
      const length = box.columns * box.rows * 2;
      const output = kernels.scratch('bent-sums', length * 8);
      kernels.u16(input).set(tones);
      kernels.f64(output).fill(0, 0, length);
      eachSquare(area, ({ tx, ty, x, y, width, rows, at }) => {
        const square = nodes(tx, ty);
        kernels.i32(us).set(square.us);
        kernels.i32(vs).set(square.vs);
        kernels.run.bentSums(
          us.ptr,
          vs.ptr,
          square.shift,
          x,
          y,
          width,
          rows,
          step,
          input.ptr + at * 2,
          area.width * 2,
          box.c0,
          box.r0,
          box.columns,
          room.ptr,
          output.ptr,
        );
      });
      return { ...box, sums: kernels.f64(output).slice(0, length) };
    });
  }

  /** Means of the cells of a block, with what lies of them in the blocks around it. */
  function meansOf(bx: number, by: number, step: number): CellBox & { readonly means: Uint16Array } {
    return remember(finished, `${bx} ${by} ${step}`, () => {
      const own = sumsOf(bx, by, step)!;
      const sums = new Float64Array(own.columns * own.rows * 2);
      for (let j = -1; j <= 1; j++) {
        for (let i = -1; i <= 1; i++) {
          const near = sumsOf(bx + i, by + j, step);
          if (near) addTo(own, sums, near);
        }
      }
      const means = Uint16Array.from({ length: own.columns * own.rows }, (_, k) =>
        sums[2 * k + 1]! > 0 ? finish(Math.round(sums[2 * k]! / sums[2 * k + 1]!)) : 0,
      );
      const { c0, r0, columns, rows } = own;
      return { c0, r0, columns, rows, means };
    });
  }

  /** The part of an area that lies in one block. */
  function spread(area: Area, bx: number, by: number, out: Uint16Array): void {
    const top = Math.max(area.y, by * BLOCK);
    const k0 = Math.ceil((top - area.y) / area.step);
    const k1 = Math.ceil((Math.min(area.y + area.height, (by + 1) * BLOCK) - area.y) / area.step);
    const x = Math.max(area.x, bx * BLOCK);
    const width = Math.min(area.x + area.width, (bx + 1) * BLOCK) - x;
    if (k1 <= k0 || width <= 0) return;
    const part: Area = { x, y: area.y + k0 * area.step, width, height: (k1 - k0) * area.step, step: area.step };
    const { means, ...box } = meansOf(bx, by, area.step);
    if (box.columns === 0) {
      // More cells than pixels: each pixel is one.
      const own = tonesOf({ ...part, height: (k1 - k0 - 1) * area.step + 1 }).map(finish);
      for (let k = k0; k < k1; k++) {
        out.set(own.subarray((k - k0) * width, (k - k0 + 1) * width), k * area.width + x - area.x);
      }
      return;
    }
    const { us, vs, room } = scratches();
    const input = kernels.scratch('bent-means', means.byteLength + 16);
    const output = kernels.scratch('bent-spread', width * (k1 - k0) * 2 + 16);
    kernels.u16(input).set(means);
    eachSquare(part, (square) => {
      const own = nodes(square.tx, square.ty);
      kernels.i32(us).set(own.us);
      kernels.i32(vs).set(own.vs);
      kernels.run.bentSpread(
        us.ptr,
        vs.ptr,
        own.shift,
        square.x,
        square.y,
        square.width,
        square.rows,
        area.step,
        input.ptr,
        box.c0,
        box.r0,
        box.columns,
        room.ptr,
        output.ptr + square.at * 2,
        width * 2,
      );
    });
    const own = kernels.u16(output);
    for (let k = k0; k < k1; k++) {
      out.set(own.subarray((k - k0) * width, (k - k0 + 1) * width), k * area.width + x - area.x);
    }
  }

  return (area) => {
    const out = new Uint16Array(area.width * rowsOf(area));
    const last = (from: number, length: number) => Math.floor((from + length - 1) / BLOCK);
    for (let by = Math.floor(area.y / BLOCK); by <= last(area.y, area.height); by++) {
      for (let bx = Math.floor(area.x / BLOCK); bx <= last(area.x, area.width); bx++) spread(area, bx, by, out);
    }
    return out;
  };
}
