import type { Kernels, Scratch } from '../../kernel/kernels.ts';
import type { Size } from '../../raster/sheet.ts';
import type { PictureSource } from '../../raster/source.ts';
import type { RunMask } from '../run-mask.ts';

/** A mask of one bit a pixel in kernel memory: rows of whole 64-bit words, the leftmost pixel in the lowest bit. */
export interface BitPlane {
  readonly block: Scratch;
}

/** Rows of a plane, `to` exclusive: what lies outside them is left as it is. */
export interface Rows {
  readonly from: number;
  readonly to: number;
}

/** Runs of a plane in kernel memory, for looking at them again and again. */
export interface HeldRuns {
  readonly mask: RunMask;
  readonly ends: Scratch;
  readonly starts: Scratch;
}

/** Rows of a picture that are compared at a time. */
const BAND = 64;

type Combine = (out: number, mask: number, bytes: number) => void;

/**
 * Operations on masks of one size in kernel memory. Planes that are made by name are good until another is made by that
 * name; others are given back with `release`.
 */
export function bitPlanes(kernels: Kernels, { width, height }: Size) {
  const { run } = kernels;
  const words = (width + 63) >> 6;
  const stride = 8 * words;
  const ALL: Rows = { from: 0, to: height };

  /** Where some rows of a plane begin, and their bytes. */
  const part = (plane: BitPlane, { from, to }: Rows) => ({
    at: plane.block.ptr + from * stride,
    bytes: (to - from) * stride,
  });
  const blank = (plane: BitPlane, rows = ALL): BitPlane => {
    const { at, bytes } = part(plane, rows);
    new Uint8Array(run.memory.buffer, at, bytes).fill(0);
    return plane;
  };
  const copy = (source: BitPlane, target: BitPlane, rows = ALL): BitPlane => {
    const { at, bytes } = part(source, rows);
    new Uint8Array(run.memory.buffer).copyWithin(part(target, rows).at, at, at + bytes);
    return target;
  };
  const combined =
    (combine: Combine) =>
    (out: BitPlane, mask: BitPlane, rows = ALL): void => {
      const { at, bytes } = part(out, rows);
      combine(at, part(mask, rows).at, bytes);
    };
  const padding = (plane: BitPlane, value: boolean, rows = ALL): void =>
    run.padRows(part(plane, rows).at, words, rows.to - rows.from, width, value);
  const named = (name: string): BitPlane => ({ block: kernels.scratch(`flood-${name}`, stride * height + 64) });

  /** Combines the rows of `mask`, moved up by `dy`, into `out`, as far as both lie in `rows`. */
  function shifted(combine: Combine, out: BitPlane, mask: BitPlane, dy: number, { from, to }: Rows): void {
    const count = to - from - Math.abs(dy);
    if (count <= 0) return;
    const first = dy >= 0 ? from : from - dy;
    combine(out.block.ptr + first * stride, mask.block.ptr + (first + dy) * stride, count * stride);
  }

  /**
   * Combines a plane with itself, moved to every pixel of a disc: row by row of the disc, those of one half width together.
   * `widen` makes every run of the rows wider or narrower by a pixel at both ends.
   */
  function overDisc(
    plane: BitPlane,
    out: BitPlane,
    radius: number,
    rows: Rows,
    { combine, widen }: { readonly combine: Combine; readonly widen: typeof run.erodeAcross },
  ): void {
    const reach = Math.floor(radius);
    for (let w = 0; w <= reach; w++) {
      for (let dy = -reach; dy <= reach; dy++) {
        const own = Math.floor(Math.sqrt(radius * radius - dy * dy)) === w;
        if (own) shifted(combine, out, plane, dy, rows);
      }
      if (w < reach) widen(part(plane, rows).at, words, rows.to - rows.from);
    }
  }

  return {
    width,
    height,
    named,
    blank,
    copy,
    make: (): BitPlane => blank({ block: kernels.alloc(stride * height + 64) }),
    release: ({ block }: BitPlane): void => kernels.release(block),
    or: combined(run.orBits),
    cut: combined(run.cutBits),

    /** Rows with some more above and below them. */
    wider: ({ from, to }: Rows, by: number): Rows => ({ from: Math.max(0, from - by), to: Math.min(height, to + by) }),

    isSet(plane: BitPlane, x: number, y: number): boolean {
      const byte = new Uint8Array(run.memory.buffer, plane.block.ptr + y * stride + (x >> 3), 1)[0]!;
      return ((byte >> (x & 7)) & 1) === 1;
    },

    /** Finds the pixels of a picture that differ from one of its pixels by `tolerance` (0..255) in no channel. */
    like(source: PictureSource, x: number, y: number, tolerance: number, out: BitPlane): BitPlane {
      const { channels } = source;
      const [a, b = 0, c = 0, d = 0] = source.read(y, 1).subarray(x * channels, (x + 1) * channels);
      const wanted = channels === 1 ? a! : a! | (b << 8) | (c << 16) | (d << 24);
      const compare = channels === 1 ? run.likeGrey : run.likeRgba;
      for (let from = 0; from < height; from += BAND) {
        const rows = Math.min(BAND, height - from);
        const read = source.read(from, rows);
        const pixels = kernels.scratch('flood-pixels', BAND * width * channels + 64);
        kernels.u8(pixels).set(read);
        for (let k = 0; k < rows; k++) {
          const at = pixels.ptr + k * width * channels;
          compare(at, width, wanted, tolerance, out.block.ptr + (from + k) * stride);
        }
      }
      padding(out, false);
      return out;
    },

    /** Middles of discs of a radius that lie wholly inside a plane; beyond the raster everything is inside. */
    erode(plane: BitPlane, radius: number, out: BitPlane): BitPlane {
      const row = copy(plane, named('row'));
      padding(row, true);
      copy(row, out);
      overDisc(row, out, radius, ALL, { combine: run.andBits, widen: run.erodeAcross });
      padding(out, false);
      return out;
    },

    /** What discs of a radius about the pixels of a plane cover, in rows that hold all of those pixels and their discs. */
    dilate(plane: BitPlane, radius: number, out: BitPlane, rows = ALL): BitPlane {
      const row = copy(plane, named('row'), rows);
      copy(row, out, rows);
      overDisc(row, out, radius, rows, { combine: run.orBits, widen: run.dilateAcross });
      padding(out, false, rows);
      return out;
    },

    /** Adds to a plane the neighbours of its pixels over sides, or over corners too, in some rows. */
    grow(plane: BitPlane, corners: boolean, rows: Rows): void {
      const own = copy(plane, named('row'), rows);
      run.dilateAcross(part(plane, rows).at, words, rows.to - rows.from);
      const tall = corners ? copy(plane, own, rows) : own;
      shifted(run.orBits, plane, tall, 1, rows);
      shifted(run.orBits, plane, tall, -1, rows);
      padding(plane, false, rows);
    },

    /** Fills a blank plane with what hangs together with a pixel in `free`, over sides. Returns the rows that it reaches. */
    flood(free: BitPlane, x: number, y: number, out: BitPlane): Rows {
      let room = 4 * (width + height) + 65536;
      for (;;) {
        const stack = kernels.scratch('flood-stack', 8 * room);
        const reached = kernels.scratch('flood-reached', 8);
        const lost = run.floodRuns(free.block.ptr, out.block.ptr, words, height, x, y, stack.ptr, room, reached.ptr);
        const [from, to] = kernels.i32(reached) as unknown as [number, number];
        if (lost === 0) return { from, to };
        // What did not find room on the stack is found anew with more of it.
        blank(out);
        room = 4 * (room + lost);
      }
    },

    /** The runs of a plane. */
    runs(plane: BitPlane): RunMask {
      let room = 1 << 16;
      for (;;) {
        const ends = kernels.scratch('flood-ends', 8 * room);
        const starts = kernels.scratch('flood-starts', 4 * (height + 1));
        const count = run.listRuns(plane.block.ptr, words, height, ends.ptr, starts.ptr, room);
        if (count > room) {
          room = count;
          continue;
        }
        const rows = kernels.u32(starts).slice(0, height + 1);
        return { width, height, rows, ends: kernels.u32(ends).slice(0, 2 * count) };
      }
    },

    /** The same, kept in kernel memory until they are let go. */
    holdRuns(plane: BitPlane): HeldRuns {
      const mask = this.runs(plane);
      const ends = kernels.alloc(mask.ends.byteLength);
      const starts = kernels.alloc(mask.rows.byteLength);
      kernels.u32(ends).set(mask.ends);
      kernels.u32(starts).set(mask.rows);
      return { mask, ends, starts };
    },

    dropRuns({ ends, starts }: HeldRuns): void {
      kernels.release(ends);
      kernels.release(starts);
    },

    /** Whether each run in some rows shares a side with a pixel of a plane, 1 or 0; of other rows 0. */
    touching(plane: BitPlane, { mask, ends, starts }: HeldRuns, { from, to }: Rows): Uint8Array {
      const count = mask.rows[height]!;
      const out = kernels.scratch('flood-touching', count + 16);
      kernels.u8(out).fill(0, 0, count);
      run.runsTouch(plane.block.ptr, words, height, ends.ptr, starts.ptr, out.ptr, from, to);
      return kernels.u8(out).slice(0, count);
    },

    /** Adds to a plane the runs whose entry in `keep` is not 0. Returns the rows that they lie in. */
    addRuns(plane: BitPlane, { mask, ends, starts }: HeldRuns, keep: Uint8Array): void {
      const flags = kernels.scratch('flood-touching', keep.length + 16);
      kernels.u8(flags).set(keep);
      run.setRuns(plane.block.ptr, words, ends.ptr, starts.ptr, flags.ptr, 0, mask.height);
    },
  };
}

export type BitPlanes = ReturnType<typeof bitPlanes>;
