import type { Size } from '../../raster/sheet.ts';
import type { Reduced } from './reduced.ts';

/** Sums over all pixels above and left of each corner: one more row and column than the picture. */
type Table = Float64Array;

/** Values of pixels: the first stands at `from`, the next `step` further on. */
interface Values {
  readonly data: Float32Array;
  readonly from: number;
  readonly step: number;
}

const channel = ({ rgb }: Reduced, from: number): Values => ({ data: rgb, from, step: 3 });

/** Sums of some values, or of their products with others. */
function tableOf({ width, height }: Size, a: Values, b: Values | null): Table {
  const out = new Float64Array((width + 1) * (height + 1));
  const [first, second] = [a.data, b?.data ?? a.data];
  const step = b?.step ?? 0;
  let k = a.from;
  let n = b?.from ?? 0;
  for (let y = 0; y < height; y++) {
    let row = 0;
    let at = (y + 1) * (width + 1) + 1;
    for (let x = 0; x < width; x++, k += a.step, n += step, at++) {
      row += b ? first[k]! * second[n]! : first[k]!;
      out[at] = out[at - width - 1]! + row;
    }
  }
  return out;
}

/** Sums of the colours of a picture and of their products. */
interface ColourTables {
  readonly means: readonly Table[];
  /** rr, rg, rb, gg, gb, bb. */
  readonly products: readonly Table[];
}

const tables = new WeakMap<Reduced, ColourTables>();

/** The sums of a picture's colours, kept for as long as it is. */
function colourTables(picture: Reduced): ColourTables {
  const known = tables.get(picture);
  if (known) return known;
  const product = (a: number, b: number) => tableOf(picture, channel(picture, a), channel(picture, b));
  const made = {
    means: [0, 1, 2].map((c) => tableOf(picture, channel(picture, c), null)),
    products: [product(0, 0), product(0, 1), product(0, 2), product(1, 1), product(1, 2), product(2, 2)],
  };
  tables.set(picture, made);
  return made;
}

/** Works out now what all fits to a picture need. */
export const prepareFit = (picture: Reduced): void => void colourTables(picture);

/** Differences of sRGB below this say nothing. */
const NOISE = 4e-4;

/** Finds the linear function of colour that comes nearest to some shares about a pixel; writes its four numbers to `out`. */
export type ColourFit = (x: number, y: number, out: Float32Array, at: number) => void;

/**
 * Prepares to fit shares 0..1 by linear functions of the colour of a picture in squares of `2 reach + 1` pixels (He, Sun and
 * Tang, "Guided image filtering", IEEE PAMI 35 (2013)). A fit costs the same whatever the size of the square.
 */
export function colourFit(picture: Reduced, shares: Float32Array, reach: number): ColourFit {
  const { width, height } = picture;
  const { means, products } = colourTables(picture);
  const own = { data: shares, from: 0, step: 1 };
  const share = tableOf(picture, own, null);
  const mixed = [0, 1, 2].map((c) => tableOf(picture, channel(picture, c), own));
  const stride = width + 1;
  return (x, y, out, at) => {
    const left = Math.max(0, x - reach);
    const right = Math.min(width, x + reach + 1);
    const top = Math.max(0, y - reach) * stride;
    const bottom = Math.min(height, y + reach + 1) * stride;
    const n = ((right - left) * (bottom - top)) / stride;
    const mean = (t: Table) => (t[bottom + right]! - t[bottom + left]! - t[top + right]! + t[top + left]!) / n;
    const r = mean(means[0]!);
    const g = mean(means[1]!);
    const b = mean(means[2]!);
    const s = mean(share);
    // The covariances of the colours, a symmetric matrix of three, and those with the shares.
    const rr = mean(products[0]!) - r * r + NOISE;
    const rg = mean(products[1]!) - r * g;
    const rb = mean(products[2]!) - r * b;
    const gg = mean(products[3]!) - g * g + NOISE;
    const gb = mean(products[4]!) - g * b;
    const bb = mean(products[5]!) - b * b + NOISE;
    const rs = mean(mixed[0]!) - r * s;
    const gs = mean(mixed[1]!) - g * s;
    const bs = mean(mixed[2]!) - b * s;
    const A = gg * bb - gb * gb;
    const B = rb * gb - rg * bb;
    const C = rg * gb - rb * gg;
    const det = rr * A + rg * B + rb * C;
    const wr = (A * rs + B * gs + C * bs) / det;
    const wg = (B * rs + (rr * bb - rb * rb) * gs + (rg * rb - rr * gb) * bs) / det;
    const wb = (C * rs + (rg * rb - rr * gb) * gs + (rr * gg - rg * rg) * bs) / det;
    out[at] = wr;
    out[at + 1] = wg;
    out[at + 2] = wb;
    out[at + 3] = s - wr * r - wg * g - wb * b;
  };
}
