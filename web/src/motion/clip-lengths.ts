/** Lengths of frames that differ by less than this share are alike. */
const EVEN = 0.02;

/** Whether the frames of a clip are shown for different times. */
export function isUneven({ ends }: { readonly ends: readonly number[] }): boolean {
  const each = ends.at(-1)! / ends.length;
  return ends.some((end, k) => Math.abs(end - (k + 1) * each) > EVEN * each);
}
