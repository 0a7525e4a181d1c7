import { hashShare } from '../../../math/hash.ts';

/** The first errors are chance, so that rows do not start in step; pure white and solid stay as they are. */
export function startErrors(
  tones: Uint16Array,
  width: number,
  parts: number,
  levels: number,
  seed: number,
): Int32Array {
  const step = 65535 / (levels - 1);
  return Int32Array.from({ length: width }, (_, x) => {
    const tone = tones[x]!;
    return tone === 0 || tone === 65535 ? 0 : Math.round((hashShare(x, -1, seed) - 0.5) * step) * parts;
  });
}
