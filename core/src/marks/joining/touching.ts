import type { Box } from '../outline.ts';

/** Cells of the grid in which boxes are looked up, at most along one side. */
const MOST_CELLS = 2000;

/** Which of some boxes touch no other: 1 for those. Each box is compared with those that share a cell of a grid with it. */
export function aloneOf(boxes: readonly Box[]): Uint8Array {
  const n = boxes.length;
  const alone = new Uint8Array(n).fill(1);
  if (n < 2) return alone;
  let [left, top, right, bottom, sides] = [Infinity, Infinity, -Infinity, -Infinity, 0];
  for (const box of boxes) {
    left = Math.min(left, box.left);
    top = Math.min(top, box.top);
    right = Math.max(right, box.right);
    bottom = Math.max(bottom, box.bottom);
    sides += box.right - box.left + (box.bottom - box.top);
  }
  const side = Math.max(sides / n, (right - left) / MOST_CELLS, (bottom - top) / MOST_CELLS) || 1;
  const columns = Math.floor((right - left) / side) + 1;
  const cells = new Map<number, number[]>();
  boxes.forEach((box, k) => {
    const x1 = Math.floor((box.right - left) / side);
    const y1 = Math.floor((box.bottom - top) / side);
    for (let y = Math.floor((box.top - top) / side); y <= y1; y++) {
      for (let x = Math.floor((box.left - left) / side); x <= x1; x++) {
        const held = cells.get(y * columns + x);
        if (!held) {
          cells.set(y * columns + x, [k]);
          continue;
        }
        for (const j of held) {
          const other = boxes[j]!;
          if (other.left > box.right || other.right < box.left || other.top > box.bottom || other.bottom < box.top)
            continue;
          alone[j] = alone[k] = 0;
        }
        held.push(k);
      }
    }
  });
  return alone;
}
