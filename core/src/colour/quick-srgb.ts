import { decodeSrgb } from './srgb.ts';

const STEPS = 4096;
let decoded: Float64Array | null = null;

/** Linear light at 4096 equal steps of the encoded value, and one step beyond. */
export function decodedSteps(): Float64Array {
  decoded ??= Float64Array.from({ length: STEPS + 2 }, (_, k) => decodeSrgb(Math.min(1, k / STEPS)));
  return decoded;
}

/** Linear light of an encoded value 0..1, interpolated between 4096 exact steps: right to 1e-7. */
export function decodeQuickly(encoded: number): number {
  const steps = decodedSteps();
  const at = encoded * STEPS;
  const low = Math.floor(at);
  return steps[low]! + (steps[low + 1]! - steps[low]!) * (at - low);
}
