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
    for (let i = 0; i < stride; i++) data[j * stride + i] = values[row + mirrored(i - room, width)]!;
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

/** Taps that are summed at a time: fewer turns over the band than one for each. */
const AT_ONCE = 6;

/** A band through taps. What lies nearer to its edge than the taps reach is wrong in the result. */
export function through({ stride, rows, data }: Padded, taps: readonly Tap[], out: Float32Array): Float32Array {
  out.fill(0);
  const reach = reachOf(taps);
  const from = reach * stride + reach;
  const to = rows * stride - from;
  for (let t = 0; t < taps.length; t += AT_ONCE) {
    // A tap that is left over adds nothing.
    const [a, b, c, d, e, f] = Array.from({ length: AT_ONCE }, (_, k) => {
      const tap = taps[t + k];
      return tap ? { off: tap.dy * stride + tap.dx, weight: tap.weight } : { off: 0, weight: 0 };
    }) as [Placed, Placed, Placed, Placed, Placed, Placed];
    const [oa, ob, oc, od, oe, of] = [a.off, b.off, c.off, d.off, e.off, f.off];
    const [wa, wb, wc, wd, we, wf] = [a.weight, b.weight, c.weight, d.weight, e.weight, f.weight];
    for (let k = from; k < to; k++) {
      out[k]! +=
        wa * data[k + oa]! +
        wb * data[k + ob]! +
        wc * data[k + oc]! +
        wd * data[k + od]! +
        we * data[k + oe]! +
        wf * data[k + of]!;
    }
  }
  return out;
}

interface Placed {
  readonly off: number;
  readonly weight: number;
}
