import { labOfLight } from '../colour/lab.ts';
import { decodeSrgb } from '../colour/srgb.ts';
import { type Found, found, unknown } from './findings.ts';
import type { InkPlane } from './ink-plane.ts';
import type { ScanPixels } from './pixels.ts';

/** Pixels over which bare stock is compared: noise of a scanner differs from pixel to pixel, fibres do not. */
const LAG = 3;

/**
 * How uneven bare stock is: the standard deviation of L* that neighbouring places share. Unknown where hardly any stock is
 * bare.
 */
export function textureOf({ width, height, rgb }: ScanPixels, planes: readonly InkPlane[]): Found<number> {
  const bare = (k: number) => planes.every(({ data }) => data[k]! < 20);
  const lightness = (k: number) => {
    const v = decodeSrgb((0.299 * rgb[3 * k]! + 0.587 * rgb[3 * k + 1]! + 0.114 * rgb[3 * k + 2]!) / 255);
    return labOfLight([v, v, v])[0];
  };
  let [n, sum, other, product] = [0, 0, 0, 0];
  for (let y = 4; y < height - 4; y += 3) {
    for (let x = 4; x + LAG < width - 4; x += 3) {
      const k = y * width + x;
      // Only places well inside bare stock count.
      if (![0, -2, LAG, LAG + 2, -2 * width, 2 * width, LAG - 2 * width, LAG + 2 * width].every((d) => bare(k + d)))
        continue;
      const [a, b] = [lightness(k), lightness(k + LAG)];
      n++;
      sum += a;
      other += b;
      product += a * b;
    }
  }
  if (n < 300) return unknown(0);
  const shared = product / n - (sum / n) * (other / n);
  return found(Math.sqrt(Math.max(0, shared)), n > 2000 ? 'medium' : 'low');
}
