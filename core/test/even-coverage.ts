/** A bell of some deviation in pixels, along x or y, over a square that repeats. */
function blurred(from: Float64Array, side: number, deviation: number): Float64Array {
  const reach = Math.ceil(3.5 * deviation);
  const bell = Float64Array.from({ length: 2 * reach + 1 }, (_, k) =>
    Math.exp(-((k - reach) ** 2) / (2 * deviation ** 2)),
  );
  const sum = bell.reduce((a, b) => a + b, 0);
  let values = from;
  for (const [dx, dy] of [
    [1, 0],
    [0, 1],
  ] as const) {
    const next = new Float64Array(side * side);
    for (let y = 0; y < side; y++) {
      for (let x = 0; x < side; x++) {
        let all = 0;
        for (let k = -reach; k <= reach; k++) {
          const u = (((x + k * dx) % side) + side) % side;
          const v = (((y + k * dy) % side) + side) % side;
          all += bell[k + reach]! * values[v * side + u]!;
        }
        next[y * side + x] = all / sum;
      }
    }
    values = next;
  }
  return values;
}

/**
 * How far coverage, blurred by a bell of `deviation` pixels, is from the tone at 99 of 100 places of a square of
 * thresholds. A margin as wide as the bell is left out, where the square does not repeat.
 */
export function blurredOff(thresholds: Uint16Array, side: number, tone: number, deviation: number): number {
  const ink = Float64Array.from(thresholds, (t) => (t < tone * 65535 ? 1 : 0));
  const even = blurred(ink, side, deviation);
  const margin = Math.ceil(3.5 * deviation);
  const off: number[] = [];
  for (let y = margin; y < side - margin; y++) {
    for (let x = margin; x < side - margin; x++) off.push(Math.abs(even[y * side + x]! - tone));
  }
  off.sort((a, b) => a - b);
  return off[Math.floor(0.99 * off.length)]!;
}
