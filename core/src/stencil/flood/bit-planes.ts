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

/** Runs of a plane in a list in kernel memory, and where those of each row begin in it. */
export interface RunList {
  readonly count: number;
  readonly ends: Scratch;
  readonly starts: Scratch;
}

/** Rows of a picture that are compared at a time. */
const BAND = 64;
/** Rows of masks that are combined at a time: of a page 6000 pixels wide they take 48 kB, so that they stay in the cache. */
const STRIP = 64;

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
   * Fills some rows of `out` with a plane combined with itself, moved to every pixel of a disc: row by row of the disc,
   * those of one half width together. `widen` makes every run of the rows wider or narrower by a pixel at both ends;
   * `beyond`: what lies right of the raster. Works in strips of rows that stay in the processor's cache.
   */
  function overDisc(
    plane: BitPlane,
    out: BitPlane,
    radius: number,
    rows: Rows,
    {
      combine,
      widen,
      beyond,
    }: { readonly combine: Combine; readonly widen: typeof run.erodeAcross; readonly beyond: boolean },
  ): void {
    const reach = Math.floor(radius);
    const halfWidths = Array.from({ length: 2 * reach + 1 }, (_, k) =>
      Math.floor(Math.sqrt(radius * radius - (k - reach) * (k - reach))),
    );
    const strip = kernels.scratch('flood-strip', stride * (STRIP + 2 * reach) + 64).ptr;
    for (let from = rows.from; from < rows.to; from += STRIP) {
      const to = Math.min(from + STRIP, rows.to);
      const first = Math.max(rows.from, from - reach);
      const last = Math.min(rows.to, to + reach);
      const source = part(plane, { from: first, to: last });
      new Uint8Array(run.memory.buffer).copyWithin(strip, source.at, source.at + source.bytes);
      run.padRows(strip, words, last - first, width, beyond);
      const own = part(out, { from, to });
      const begin = strip + (from - first) * stride;
      new Uint8Array(run.memory.buffer).copyWithin(own.at, begin, begin + own.bytes);
      for (let w = 0; w <= reach; w++) {
        for (let dy = -reach; dy <= reach; dy++) {
          if (halfWidths[dy + reach] !== w) continue;
          const top = Math.max(from, first - dy);
          const count = Math.min(to, last - dy) - top;
          const moved = strip + (top + dy - first) * stride;
          if (count > 0) combine(out.block.ptr + top * stride, moved, count * stride);
        }
        if (w < reach) widen(strip, words, last - first);
      }
    }
    padding(out, false, rows);
  }

  /** Lists the runs of a plane in memory that is good until the next list. */
  function list(plane: BitPlane): RunList {
    let room = 1 << 16;
    for (;;) {
      const ends = kernels.scratch('flood-ends', 8 * room);
      const starts = kernels.scratch('flood-starts', 4 * (height + 1));
      const count = run.listRuns(plane.block.ptr, words, height, ends.ptr, starts.ptr, room);
      if (count <= room) return { count, ends, starts };
      room = count;
    }
  }

  return {
    kernels,
    words,
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
      overDisc(plane, out, radius, ALL, { combine: run.andBits, widen: run.erodeAcross, beyond: true });
      return out;
    },

    /** What discs of a radius about the pixels of a plane cover, in rows that hold all of those pixels and their discs. */
    dilate(plane: BitPlane, radius: number, out: BitPlane, rows = ALL): BitPlane {
      overDisc(plane, out, radius, rows, { combine: run.orBits, widen: run.dilateAcross, beyond: false });
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

    list,

    /** The runs of a plane. */
    runs(plane: BitPlane): RunMask {
      const { count, ends, starts } = list(plane);
      const rows = kernels.u32(starts).slice(0, height + 1);
      return { width, height, rows, ends: kernels.u32(ends).slice(0, 2 * count) };
    },
  };
}

export type BitPlanes = ReturnType<typeof bitPlanes>;
