import type { Kernels } from '../../../kernel/kernels.ts';
import { strideOf } from '../../../raster/bitmap.ts';
import { FLOYD_LAST, FLOYD_ROWS, FLOYD_STATE } from './diffuse.ts';
import { startErrors } from './start.ts';
import { FORWARD, rowsWithAbove, wideWidth, widenRows } from './surround.ts';

/** Rows that one thread works on together, some at a time by the kernel. */
const GROUP = 16;
const BUNDLES = GROUP / FLOYD_ROWS;
/** Columns between two looks at how far the group above has come. */
const STRETCH = 512;
/** Steps that a bundle of rows stays behind the one above, and how many of its last sums are not complete. */
const BEHIND = 8;
const OPEN = 7;
/** Rows of sums between groups; each is read before it is written again. */
const SLOTS = 3;
const STATE_BYTES = FLOYD_STATE * 4;

/** What the threads of one plate share. All of it is memory that every thread sees. */
export interface SharedFloyd {
  readonly width: number;
  readonly height: number;
  /** Packed rows of the plate. */
  readonly plate: SharedArrayBuffer;
  /** Error sums from group to group. */
  readonly sums: SharedArrayBuffer;
  /** Columns complete in each group; last entry: 1 to stop. */
  readonly progress: SharedArrayBuffer;
}

const groupsOf = (height: number): number => Math.ceil((height + FORWARD.above) / GROUP);

/** Memory for one plate of Floyd–Steinberg, two levels, left to right. */
export function createSharedFloyd(width: number, height: number): SharedFloyd {
  return {
    width,
    height,
    plate: new SharedArrayBuffer(strideOf(width) * height),
    sums: new SharedArrayBuffer(SLOTS * wideWidth(width, FORWARD) * 4),
    progress: new SharedArrayBuffer((groupsOf(height) + 1) * 4),
  };
}

/** Share of the plate that is done, 0..1. */
export function sharedFloydDone({ width: own, height, progress }: SharedFloyd): number {
  const width = wideWidth(own, FORWARD);
  const columns = new Int32Array(progress);
  const groups = groupsOf(height);
  let done = 0;
  for (let g = 0; g < groups; g++) done += Math.min(width, Atomics.load(columns, g)) / width;
  return done / groups;
}

/** Makes every thread of a plate stop soon. */
export function stopSharedFloyd({ height, progress }: SharedFloyd): void {
  const columns = new Int32Array(progress);
  Atomics.store(columns, groupsOf(height), 1);
  for (let g = 0; g < groupsOf(height); g++) Atomics.notify(columns, g);
}

export interface FloydThread {
  readonly kernels: Kernels;
  readonly shared: SharedFloyd;
  /** Which of how many threads this is. */
  readonly thread: number;
  readonly threads: number;
  readonly seed: number;
  /** Writes tones 0..65535 of whole rows to kernel memory. */
  readonly read: (y: number, rows: number, out: number) => void;
}

/**
 * One thread's part of a Floyd–Steinberg plate: every n-th group of rows, each a stretch of columns
 * behind the group above. The same bytes as on one thread. Returns false when it was stopped.
 */
export function floydThread({ kernels, shared, thread, threads, seed, read }: FloydThread): boolean {
  const { width: own, height } = shared;
  /** Columns with those beside the sheet. */
  const width = wideWidth(own, FORWARD);
  const columns = new Int32Array(shared.progress);
  const sums = new Int32Array(shared.sums);
  const plate = new Uint8Array(shared.plate);
  const groups = groupsOf(height);
  const stride = strideOf(own);
  const row = width * 4 + 64;
  const tones = kernels.alloc(GROUP * width * 2 + 64);
  const narrow = kernels.alloc(GROUP * own * 2 + 64);
  const out = kernels.alloc(GROUP * width + 64);
  const bits = kernels.alloc(stride + 64);
  // Sums above the group, then below each of its bundles.
  const errors = Array.from({ length: BUNDLES + 1 }, () => kernels.alloc(row));
  const states = kernels.alloc(BUNDLES * STATE_BYTES);
  const stopped = () => Atomics.load(columns, groups) === 1;

  function waitFor(group: number, column: number): boolean {
    for (;;) {
      const now = Atomics.load(columns, group);
      if (now >= column) return true;
      if (stopped()) return false;
      Atomics.wait(columns, group, now, 200);
    }
  }

  function tell(group: number, column: number): void {
    Atomics.store(columns, group, column);
    Atomics.notify(columns, group);
  }

  const rowsAbove = rowsWithAbove(
    (from, count) => {
      read(from, count, narrow.ptr);
      return kernels.u16(narrow).slice(0, own * count);
    },
    own,
    height,
    1,
  );

  function run(group: number): boolean {
    const y = group * GROUP - FORWARD.above;
    const rows = Math.min(GROUP, height - y);
    if (y >= 0) {
      read(y, rows, narrow.ptr);
      widenRows(kernels.u16(narrow), kernels.u16(tones), rows, own, FORWARD);
    } else {
      // Reading may grow the kernels' memory: the view of it is taken after that.
      const above = rowsAbove(y, rows);
      widenRows(above, kernels.u16(tones), rows, own, FORWARD);
    }
    const bundles = Math.ceil(rows / FLOYD_ROWS);
    // Rows after the sheet's last are bare.
    kernels.u16(tones).fill(0, rows * width, bundles * FLOYD_ROWS * width);
    kernels.i32(states).fill(0, 0, BUNDLES * FLOYD_STATE);
    const [first, last] = [errors[0]!, errors[bundles]!];
    if (group === 0) kernels.i32(first).set(startErrors(kernels.u16(tones), width, 16, 2, seed));
    const above = ((group + SLOTS - 1) % SLOTS) * width;
    const below = (group % SLOTS) * width;
    const end = width + FLOYD_LAST + BEHIND * (bundles - 1);
    let written = 0;
    for (let x = 0; x < end; x += STRETCH) {
      const to = Math.min(end, x + STRETCH);
      if (group > 0 && x < width) {
        const need = Math.min(width, to);
        if (!waitFor(group - 1, need)) return false;
        kernels.i32(first).set(sums.subarray(above + x, above + need), x);
      }
      for (let p = 0; p < bundles; p++) {
        const from = Math.max(0, x - BEHIND * p);
        const until = Math.min(width + FLOYD_LAST, to - BEHIND * p);
        if (until <= from) continue;
        kernels.run.floydRows(
          tones.ptr + FLOYD_ROWS * p * width * 2,
          width * 2,
          out.ptr + FLOYD_ROWS * p * width,
          width,
          width,
          from,
          until,
          errors[p]!.ptr,
          errors[p + 1]!.ptr,
          states.ptr + p * STATE_BYTES,
        );
      }
      const complete = to === end ? width : Math.max(0, Math.min(width, to - BEHIND * (bundles - 1) - OPEN));
      sums.set(kernels.i32(last).subarray(written, complete), below + written);
      written = complete;
      // The last columns are told when the rows are packed, so that done means done.
      if (to < end) tell(group, complete);
    }
    for (let k = Math.max(0, -y); k < rows; k++) {
      kernels.run.packBits(out.ptr + k * width + FORWARD.left, own, bits.ptr);
      plate.set(kernels.u8(bits).subarray(0, stride), (y + k) * stride);
    }
    tell(group, width);
    return true;
  }

  try {
    for (let group = thread; group < groups; group += threads) if (stopped() || !run(group)) return false;
    return true;
  } finally {
    for (const block of [tones, narrow, out, bits, states, ...errors]) kernels.release(block);
  }
}
