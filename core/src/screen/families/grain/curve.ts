import type { Method, MethodBand, MethodInput } from './method.ts';
import { preparePalette } from './palette.ts';

/** Side of the squares that the curve fills one after the other; a power of two. */
const SQUARE = 64;
/** Pixels that an error is spread over along the curve, and how much the last of them gets against the first. */
const TRAIL = 16;
const LAST = 1 / 16;

/**
 * Pixels of a square along Hilbert's curve, from its top left to its top right corner: x + SQUARE · y.
 * Built by recursion: four half-size curves, turned so that they join.
 */
export function hilbertOrder(side: number): Uint32Array {
  let order: [number, number][] = [[0, 0]];
  for (let n = 1; n < side; n *= 2) {
    const quarter = order;
    order = [
      ...quarter.map(([x, y]): [number, number] => [y, x]),
      ...quarter.map(([x, y]): [number, number] => [x, y + n]),
      ...quarter.map(([x, y]): [number, number] => [x + n, y + n]),
      ...quarter.map(([x, y]): [number, number] => [2 * n - 1 - y, n - 1 - x]),
    ];
  }
  return Uint32Array.from(order, ([x, y]) => x + side * y);
}

/** Weights of the trail, newest error first, summing to 1. */
function trailWeights(): Float64Array {
  // Geometric from 1 to LAST by repeated multiplication with the TRAIL − 1th root, found by bisection.
  let low = 0;
  let high = 1;
  for (let k = 0; k < 60; k++) {
    const ratio = (low + high) / 2;
    let power = 1;
    for (let n = 1; n < TRAIL; n++) power *= ratio;
    if (power < LAST) low = ratio;
    else high = ratio;
  }
  const weights = Float64Array.from({ length: TRAIL }, () => 1);
  for (let k = 1; k < TRAIL; k++) weights[k] = weights[k - 1]! * low;
  const sum = weights.reduce((a, b) => a + b, 0);
  return weights.map((w) => w / sum);
}

/** One pixel's decision: takes its value with the error that it carries in it, gives what it prints. */
interface Decider {
  readonly channels: number;
  value(values: Uint16Array, at: number, plane: number, out: Float64Array): void;
  decide(wanted: Float64Array, printed: Float64Array, carried: Float64Array): number;
  /** The share of an error that is carried on. */
  carries(error: Float64Array): number;
}

function deciderOf({ prints }: MethodInput): Decider {
  if (prints.palette) {
    const palette = preparePalette(prints.palette, prints.space);
    return {
      channels: 3,
      value: (values, at, plane, out) => palette.reach(values[at]!, values[at + plane]!, values[at + 2 * plane]!, out),
      decide(wanted, printed, carried) {
        const strayed = palette.strayed(carried[0]!, carried[1]!, carried[2]!);
        const index = palette.nearest(wanted[0]!, wanted[1]!, wanted[2]!, strayed);
        printed.set(palette.points.subarray(3 * index, 3 * index + 3));
        return index;
      },
      carries: (error) => palette.carried(error[0]!, error[1]!, error[2]!),
    };
  }
  const top = prints.levels - 1;
  return {
    channels: 1,
    value: (values, at, _plane, out) => {
      out[0] = values[at]! / 65535;
    },
    decide(wanted, printed) {
      const level = Math.min(top, Math.max(0, Math.floor(wanted[0]! * top + 0.5)));
      printed[0] = level / top;
      return level;
    },
    carries: () => 1,
  };
}

/** The order of a square, made once. */
let squareOrder: Uint32Array | null = null;

/**
 * Diffusion along a space-filling curve (Witten & Neal, Using Peano curves for bilevel display of
 * continuous-tone images, 1982), the error shared out over the next pixels of the curve with falling
 * weights. The sheet is filled square by square, to and fro in bands.
 */
export function curveDiffusion(): Method {
  return function* (input): Generator<MethodBand> {
    const { width, height, read } = input;
    const decider = deciderOf(input);
    const { channels } = decider;
    squareOrder ??= hilbertOrder(SQUARE);
    const order = squareOrder;
    const weights = trailWeights();
    const trail = new Float64Array(TRAIL * channels);
    let head = 0;
    const value = new Float64Array(3);
    const printed = new Float64Array(3);
    const carried = new Float64Array(3);
    const columns = Math.ceil(width / SQUARE);
    for (let y = 0, band = 0; y < height; y += SQUARE, band++) {
      const rows = Math.min(SQUARE, height - y);
      const values = read(y, rows);
      const plane = width * rows;
      const out = new Uint8Array(width * rows);
      for (let n = 0; n < columns; n++) {
        const back = band % 2 === 1;
        const left = (back ? columns - 1 - n : n) * SQUARE;
        for (let k = 0; k < order.length; k++) {
          const place = order[k]!;
          const px = place & (SQUARE - 1);
          const x = left + (back ? SQUARE - 1 - px : px);
          const row = place >> 6;
          if (x >= width || row >= rows) continue;
          const at = row * width + x;
          decider.value(values, at, plane, value);
          for (let c = 0; c < channels; c++) {
            let sum = 0;
            for (let t = 0; t < TRAIL; t++) sum += weights[t]! * trail[((head - 1 - t) & (TRAIL - 1)) * channels + c]!;
            carried[c] = sum;
            value[c]! += sum;
          }
          out[at] = decider.decide(value, printed, carried);
          for (let c = 0; c < channels; c++) value[c]! -= printed[c]!;
          const part = decider.carries(value);
          for (let c = 0; c < channels; c++) trail[(head & (TRAIL - 1)) * channels + c] = part * value[c]!;
          head++;
        }
      }
      yield { y, rows, data: out };
    }
  };
}
