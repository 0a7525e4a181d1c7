import { boxOf, type Outline } from '../../marks/outline.ts';

/** The edges of an outline by the rows that they pass, so that those at a height are found at once. */
export interface EdgeRows {
  /** Whether a place lies inside, by the even-odd rule. */
  inside(x: number, y: number): boolean;
  /** Where a horizontal line enters and leaves the outline, from left to right by turns. */
  crossings(y: number): readonly number[];
}

/** Sorts the edges of an outline into rows of a height. */
export function edgeRows(outline: Outline, height: number): EdgeRows {
  const { top, bottom } = boxOf(outline);
  const count = outline.length === 0 ? 1 : Math.min(1_000_000, Math.max(1, Math.ceil((bottom - top) / height)));
  const perRow = outline.length === 0 ? 1 : Math.max(1e-9, (bottom - top) / count);
  const edges = outline.reduce((sum, p) => sum + p.length / 2, 0);
  const all = new Float64Array(4 * edges);
  const starts = new Int32Array(count + 1);
  const rowOf = (y: number) => Math.min(count - 1, Math.max(0, Math.floor((y - top) / perRow)));
  let n = 0;
  for (const p of outline) {
    for (let k = 0; k < p.length; k += 2) {
      const m = k + 2 === p.length ? 0 : k + 2;
      all[n] = p[k]!;
      all[n + 1] = p[k + 1]!;
      all[n + 2] = p[m]!;
      all[n + 3] = p[m + 1]!;
      const [a, b] = [rowOf(Math.min(p[k + 1]!, p[m + 1]!)), rowOf(Math.max(p[k + 1]!, p[m + 1]!))];
      for (let row = a; row <= b; row++) starts[row + 1]!++;
      n += 4;
    }
  }
  for (let row = 0; row < count; row++) starts[row + 1]! += starts[row]!;
  const held = new Int32Array(starts[count]!);
  const next = starts.slice(0, count);
  for (let k = 0; k < n; k += 4) {
    const [a, b] = [rowOf(Math.min(all[k + 1]!, all[k + 3]!)), rowOf(Math.max(all[k + 1]!, all[k + 3]!))];
    for (let row = a; row <= b; row++) held[next[row]!++] = k;
  }

  /** Where an edge crosses a height; NaN where it does not. An edge holds its upper end and not its lower one. */
  function crossing(k: number, y: number): number {
    const [y0, y1] = [all[k + 1]!, all[k + 3]!];
    if (y0 <= y === y1 <= y) return NaN;
    return all[k]! + ((y - y0) / (y1 - y0)) * (all[k + 2]! - all[k]!);
  }

  return {
    inside(x, y) {
      if (y < top || y > bottom || outline.length === 0) return false;
      const row = rowOf(y);
      let odd = false;
      for (let i = starts[row]!; i < starts[row + 1]!; i++) if (crossing(held[i]!, y) > x) odd = !odd;
      return odd;
    },
    crossings(y) {
      if (y < top || y > bottom || outline.length === 0) return [];
      const row = rowOf(y);
      const found: number[] = [];
      for (let i = starts[row]!; i < starts[row + 1]!; i++) {
        const x = crossing(held[i]!, y);
        if (!Number.isNaN(x)) found.push(x);
      }
      return found.sort((a, b) => a - b);
    },
  };
}
