/** Rows of a square that repeats through a bell; the result is turned, so that a second call evens out the columns. */
function throughBell(from: Float64Array, side: number, bell: Float64Array): Float64Array {
  const reach = (bell.length - 1) / 2;
  const out = new Float64Array(side * side);
  const row = new Float64Array(side + 2 * reach);
  for (let y = 0; y < side; y++) {
    for (let k = 0; k < row.length; k++) row[k] = from[y * side + ((((k - reach) % side) + side) % side)]!;
    for (let x = 0; x < side; x++) {
      let all = 0;
      for (let k = 0; k < bell.length; k++) all += bell[k]! * row[x + k]!;
      out[x * side + y] = all;
    }
  }
  return out;
}

/** A square that repeats, evened out by a bell of some deviation in pixels. */
function blurred(from: Float64Array, side: number, deviation: number): Float64Array {
  const reach = Math.ceil(3.5 * deviation);
  const bell = Float64Array.from({ length: 2 * reach + 1 }, (_, k) =>
    Math.exp(-((k - reach) ** 2) / (2 * deviation ** 2)),
  );
  const sum = bell.reduce((a, b) => a + b, 0);
  const even = bell.map((v) => v / sum);
  return throughBell(throughBell(from, side, even), side, even);
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
