import type { Box } from '../outline.ts';
import type { CellSize, MarkLattice, Site } from './kind.ts';

/** Sites that are listed one by one; entry k of both arrays belongs to site k. */
export interface SiteList {
  readonly xs: Float64Array;
  readonly ys: Float64Array;
  readonly reach: number;
  readonly largest: CellSize;
  siteOf(k: number): Site;
}

/** Sites of a bucket on average. */
const HELD = 8;

/** A lattice of listed sites, which are found by the bucket that they lie in. */
export function listedLattice({ xs, ys, reach, largest, siteOf }: SiteList): MarkLattice {
  const n = xs.length;
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let k = 0; k < n; k++) {
    left = Math.min(left, xs[k]!);
    right = Math.max(right, xs[k]!);
    top = Math.min(top, ys[k]!);
    bottom = Math.max(bottom, ys[k]!);
  }
  const side = Math.max(1, Math.sqrt(((right - left + 1) * (bottom - top + 1) * HELD) / Math.max(1, n)));
  const columns = n === 0 ? 1 : Math.floor((right - left) / side) + 1;
  const rows = n === 0 ? 1 : Math.floor((bottom - top) / side) + 1;
  const bucketOf = (k: number) => Math.floor((ys[k]! - top) / side) * columns + Math.floor((xs[k]! - left) / side);
  const starts = new Int32Array(columns * rows + 1);
  for (let k = 0; k < n; k++) starts[bucketOf(k) + 1]!++;
  for (let b = 0; b < columns * rows; b++) starts[b + 1]! += starts[b]!;
  const next = starts.slice(0, -1);
  const order = new Int32Array(n);
  for (let k = 0; k < n; k++) order[next[bucketOf(k)]!++] = k;

  return {
    largest,
    reach,
    sitesIn(box: Box) {
      const found: Site[] = [];
      if (n === 0) return found;
      const c0 = Math.max(0, Math.floor((box.left - left) / side));
      const c1 = Math.min(columns - 1, Math.floor((box.right - left) / side));
      const r0 = Math.max(0, Math.floor((box.top - top) / side));
      const r1 = Math.min(rows - 1, Math.floor((box.bottom - top) / side));
      for (let r = r0; r <= r1; r++) {
        for (let b = r * columns + c0; b <= r * columns + c1; b++) {
          for (let at = starts[b]!; at < starts[b + 1]!; at++) {
            const k = order[at]!;
            const [x, y] = [xs[k]!, ys[k]!];
            if (x >= box.left && x < box.right && y >= box.top && y < box.bottom) found.push(siteOf(k));
          }
        }
      }
      return found;
    },
  };
}
