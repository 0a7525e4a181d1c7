/** Beyond this many pixels distances are not told apart in one pass. */
const FAR = 1e6;

/**
 * Squared distance of every pixel, in pixels between middles, to the nearest pixel where `mask` is `value`; at least
 * `(reach + 1)²` where there is none within `reach`. Exact: the lower envelope of parabolas, after Felzenszwalb and
 * Huttenlocher, "Distance transforms of sampled functions", Theory of Computing 8 (2012).
 * @param mask one byte a pixel, row by row
 */
export function squaredDistances(
  mask: Uint8Array,
  width: number,
  height: number,
  value: number,
  reach: number,
): Float32Array {
  const most = Math.min(FAR, reach + 1);
  const down = new Float32Array(width * height);
  // Down and up the columns: the distance to the nearest wanted pixel of the column.
  const last = new Float32Array(width).fill(most);
  for (let y = 0, at = 0; y < height; y++) {
    for (let x = 0; x < width; x++, at++) {
      const d = mask[at] === value ? 0 : Math.min(most, last[x]! + 1);
      last[x] = d;
      down[at] = d;
    }
  }
  last.fill(most);
  for (let y = height - 1; y >= 0; y--) {
    const row = y * width;
    for (let x = 0; x < width; x++) {
      const d = Math.min(down[row + x]!, last[x]! + 1);
      last[x] = d;
      down[row + x] = d;
    }
  }
  const squares = new Float64Array(width);
  const places = new Int32Array(width);
  const bounds = new Float64Array(width + 1);
  for (let y = 0; y < height; y++) {
    const row = down.subarray(y * width, (y + 1) * width);
    alongRow(row, squares, places, bounds, most);
  }
  return down;
}

/** Replaces distances along a column by squared distances in the plane, for one row. */
function alongRow(
  row: Float32Array,
  squares: Float64Array,
  places: Int32Array,
  bounds: Float64Array,
  most: number,
): void {
  const width = row.length;
  let parabolas = 0;
  for (let x = 0; x < width; x++) {
    const d = row[x]!;
    const square = d * d;
    squares[x] = square;
    // Where a column has nothing within reach its parabola lies above the cap everywhere.
    if (d >= most) continue;
    let from = -Infinity;
    while (parabolas > 0) {
      const p = places[parabolas - 1]!;
      from = (square + x * x - (squares[p]! + p * p)) / (2 * (x - p));
      if (from > bounds[parabolas - 1]!) break;
      parabolas--;
    }
    places[parabolas] = x;
    bounds[parabolas] = parabolas === 0 ? -Infinity : from;
    parabolas++;
  }
  const cap = most * most;
  if (parabolas === 0) {
    row.fill(cap);
    return;
  }
  bounds[parabolas] = Infinity;
  for (let x = 0, k = 0; x < width; x++) {
    while (bounds[k + 1]! < x) k++;
    const p = places[k]!;
    const d = (x - p) * (x - p) + squares[p]!;
    row[x] = Math.min(d, cap);
  }
}
