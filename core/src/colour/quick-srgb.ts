import { decodeSrgb } from './srgb.ts';

const STEPS = 4096;
let decoded: Float64Array | null = null;

/** Linear light of an encoded value 0..1, interpolated between 4096 exact steps: right to 1e-7. */
export function decodeQuickly(encoded: number): number {
  decoded ??= Float64Array.from({ length: STEPS + 2 }, (_, k) => decodeSrgb(Math.min(1, k / STEPS)));
  const at = encoded * STEPS;
  const low = Math.floor(at);
  return decoded[low]! + (decoded[low + 1]! - decoded[low]!) * (at - low);
}
