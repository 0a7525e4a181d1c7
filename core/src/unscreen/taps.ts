import type { Kernels } from '../kernel/kernels.ts';

/** A plane of a band, with room around it so that taps need not look for its edges. */
export interface Padded {
  readonly stride: number;
  readonly rows: number;
  readonly data: Float32Array;
}

/** A place beyond either end of so many, mirrored into them. */
export const mirrored = (k: number, size: number): number =>
  k < 0 ? Math.min(size - 1, -k - 1) : k >= size ? Math.max(0, 2 * size - 1 - k) : k;

/** Rows of values with room around them, mirrored at their edges. */
export function paddedRows(values: Float32Array, width: number, rows: number, room: number): Padded {
  const stride = width + 2 * room;
  const data = new Float32Array(stride * (rows + 2 * room));
  for (let j = 0; j < rows + 2 * room; j++) {
    const row = mirrored(j - room, rows) * width;
    const to = j * stride + room;
    data.set(values.subarray(row, row + width), to);
    for (let i = 1; i <= room; i++) {
      data[to - i] = values[row + mirrored(-i, width)]!;
      data[to + width - 1 + i] = values[row + mirrored(width - 1 + i, width)]!;
    }
  }
  return { stride, rows: rows + 2 * room, data };
}

/** One tap of a filter: how far away, and how much of it. */
export interface Tap {
  readonly dx: number;
  readonly dy: number;
  readonly weight: number;
}

/** Samples of a line that is drawn as taps. */
const SAMPLES = 64;

/** An even mean along a line from −½ to ½ of a vector, in pixels. */
export function lineTaps(x: number, y: number): Tap[] {
  const weights = new Map<string, Tap>();
  for (let n = 0; n < SAMPLES; n++) {
    const t = (n + 0.5) / SAMPLES - 0.5;
    const [px, py] = [x * t, y * t];
    const [i, j] = [Math.floor(px), Math.floor(py)];
    for (const [di, dj] of [
      [0, 0],
      [1, 0],
      [0, 1],
      [1, 1],
    ] as const) {
      const weight = (Math.abs(1 - di - (px - i)) * Math.abs(1 - dj - (py - j))) / SAMPLES;
      if (weight === 0) continue;
      const key = `${i + di} ${j + dj}`;
      const known = weights.get(key)?.weight ?? 0;
      weights.set(key, { dx: i + di, dy: j + dj, weight: known + weight });
    }
  }
  return [...weights.values()];
}

/** Gaussian taps along x or y. */
export function bellTaps(sigma: number, along: 'x' | 'y'): Tap[] {
  const reach = Math.max(1, Math.ceil(2.6 * sigma));
  const own = Array.from({ length: 2 * reach + 1 }, (_, k) => Math.exp(-0.5 * ((k - reach) / sigma) ** 2));
  const sum = own.reduce((a, b) => a + b, 0);
  return own.map((w, k) => ({
    dx: along === 'x' ? k - reach : 0,
    dy: along === 'y' ? k - reach : 0,
    weight: w / sum,
  }));
}

/** How far taps reach. */
export const reachOf = (taps: readonly Tap[]): number =>
  taps.reduce((far, { dx, dy }) => Math.max(far, Math.abs(dx), Math.abs(dy)), 0);

/**
 * A band through taps, one list after the other. What lies nearer to the band's edges than a list reaches is 0 after it.
 * The band stays in the kernels' memory meanwhile.
 */
export function through(
  kernels: Kernels,
  { stride, rows, data }: Padded,
  lists: readonly (readonly Tap[])[],
): Float32Array {
  const size = 4 * data.length + 64;
  let from = kernels.scratch('taps-from', size);
  let to = kernels.scratch('taps-to', size);
  const most = 4 * Math.max(...lists.map(({ length }) => length));
  const offsets = kernels.scratch('taps-offsets', most);
  const weights = kernels.scratch('taps-weights', most);
  kernels.f32(from).set(data);
  for (const taps of lists) {
    const reach = reachOf(taps);
    const start = reach * stride + reach;
    const end = rows * stride - start;
    const out = kernels.f32(to);
    if (end <= start) {
      out.fill(0, 0, data.length);
    } else {
      kernels.i32(offsets).set(taps.map(({ dx, dy }) => 4 * (dy * stride + dx)));
      kernels.f32(weights).set(taps.map(({ weight }) => weight));
      const count = end - start;
      kernels.run.tapSums(from.ptr + 4 * start, offsets.ptr, weights.ptr, taps.length, count, to.ptr + 4 * start);
      out.fill(0, 0, start);
      out.fill(0, end, data.length);
    }
    [from, to] = [to, from];
  }
  return kernels.f32(from).slice(0, data.length);
}

/** Bands through a Gaussian, each channel by itself. */
export function softened(kernels: Kernels, bands: readonly Padded[], sigma: number): Padded[] {
  const bell = [bellTaps(sigma, 'x'), bellTaps(sigma, 'y')];
  return bands.map((band) => ({ ...band, data: through(kernels, band, bell) }));
}
