/** The level of a tone under a threshold, both 0..65535: the lower of the two around it, or the upper. */
export function levelOf(tone: number, threshold: number, levels: number): number {
  const scaled = tone * (levels - 1);
  const base = Math.floor(scaled / 65535);
  return base + (scaled - base * 65535 > threshold ? 1 : 0);
}
