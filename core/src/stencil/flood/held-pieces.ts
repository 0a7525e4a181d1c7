import type { Scratch } from '../../kernel/kernels.ts';
import type { BitPlane, BitPlanes, Rows } from './bit-planes.ts';

/** Pieces of a plane that hang together over sides, as runs in kernel memory, for looking at them again and again. */
export interface HeldPieces {
  readonly count: number;
  readonly ends: Scratch;
  readonly starts: Scratch;
  /** The first run of the piece that each run belongs to. */
  readonly parents: Scratch;
  /** A mark for each piece, at its first run. */
  readonly marks: Scratch;
}

/** Finds the pieces of a plane. They hold kernel memory until `dropPieces`. */
export function holdPieces({ kernels, list, height }: BitPlanes, plane: BitPlane): HeldPieces {
  const found = list(plane);
  const { count } = found;
  const kept = (from: Scratch, bytes: number): Scratch => {
    const block = kernels.alloc(bytes + 16);
    new Uint8Array(kernels.run.memory.buffer).copyWithin(block.ptr, from.ptr, from.ptr + bytes);
    return block;
  };
  const ends = kept(found.ends, 8 * count);
  const starts = kept(found.starts, 4 * (height + 1));
  const parents = kernels.alloc(4 * count + 16);
  kernels.run.joinRuns(height, ends.ptr, starts.ptr, parents.ptr);
  return { count, ends, starts, parents, marks: kernels.alloc(count + 16) };
}

export function dropPieces({ kernels }: BitPlanes, { ends, starts, parents, marks }: HeldPieces): void {
  for (const block of [ends, starts, parents, marks]) kernels.release(block);
}

/** Takes the marks of all pieces away. */
export function clearMarks({ kernels }: BitPlanes, { marks, count }: HeldPieces): void {
  kernels.u8(marks).fill(0, 0, count);
}

/** Marks (1) or unmarks (0) the pieces that share a side, in some rows, with a plane. Returns whether any does. */
export function markPieces(planes: BitPlanes, pieces: HeldPieces, plane: BitPlane, mark: 0 | 1, rows: Rows): boolean {
  const { kernels, words, height } = planes;
  const { ends, starts, parents, marks } = pieces;
  const lists = [ends.ptr, starts.ptr, parents.ptr, marks.ptr] as const;
  return kernels.run.markPieces(plane.block.ptr, words, height, ...lists, mark, rows.from, rows.to) > 0;
}

/** Adds the marked pieces to a plane. Returns the rows that it reached before and those of the pieces. */
export function addMarked(planes: BitPlanes, pieces: HeldPieces, plane: BitPlane, before: Rows): Rows {
  const { kernels, words, height } = planes;
  const { ends, starts, parents, marks } = pieces;
  const reached = kernels.scratch('flood-reached', 8);
  kernels.i32(reached).set([before.from, before.to]);
  const lists = [ends.ptr, starts.ptr, parents.ptr, marks.ptr] as const;
  kernels.run.setPieces(plane.block.ptr, words, height, ...lists, reached.ptr);
  const [from, to] = kernels.i32(reached) as unknown as [number, number];
  return { from, to };
}
