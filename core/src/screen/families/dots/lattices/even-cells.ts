import type { Nearest, PointGrid } from '../../../../math/points.ts';

/** Heights of one cell, greatest first, as negative numbers so that they rise. */
function sortedByCell(count: number, cellOf: Int32Array, heights: Float64Array): Float64Array[] {
  const sizes = new Int32Array(count);
  for (const cell of cellOf) sizes[cell]!++;
  const cells = Array.from(sizes, (size) => new Float64Array(size));
  sizes.fill(0);
  for (let k = 0; k < cellOf.length; k++) cells[cellOf[k]!]![sizes[cellOf[k]!]!++] = -heights[k]!;
  for (const cell of cells) cell.sort();
  return cells;
}

/** How many of the sorted values are less, and half of those that are equal. */
function rankOf(sorted: Float64Array, value: number): number {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sorted[middle]! < value) low = middle + 1;
    else high = middle;
  }
  let end = low;
  while (end < sorted.length && sorted[end] === value) end++;
  return (low + end) / 2;
}

/**
 * Heights by their rank in their own cell, over a torus of `side` × `side` pixels: every cell is covered by the same
 * share at every tone, however large it is, so that neither holes nor clumps of points show.
 */
export function evenInCells(
  points: PointGrid,
  side: number,
  heights: (x: number, y: number) => number,
): (x: number, y: number) => number {
  const found: Nearest = { index: 0, dx: 0, dy: 0, dx2: 0, dy2: 0 };
  const cellOf = new Int32Array(side * side);
  const raw = new Float64Array(side * side);
  for (let y = 0, at = 0; y < side; y++) {
    for (let x = 0; x < side; x++, at++) {
      cellOf[at] = points.nearest(x, y, found).index;
      raw[at] = heights(x, y);
    }
  }
  const cells = sortedByCell(points.xs.length, cellOf, raw);
  return (x, y) => {
    const at = y * side + x;
    const cell = cells[cellOf[at]!]!;
    return 1 - (2 * (rankOf(cell, -raw[at]!) + 0.5)) / (cell.length + 1);
  };
}
