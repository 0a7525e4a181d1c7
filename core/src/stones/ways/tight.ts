import { boxOf, type Outline } from '../../marks/outline.ts';
import { edgeGrid, type EdgeGrid } from '../outline/edge-grid.ts';
import { edgeRows, type EdgeRows } from '../outline/edge-rows.ts';
import { moved } from '../outline/paths.ts';
import { SLACK } from '../taken.ts';
import { placeHeap } from './heap.ts';
import type { LayWork } from './kind.ts';

/** Free places that touch nothing are looked for this close together, in steps of a stone. */
const SEARCH = 0.8;
/** Touching places are moved apart by so much, in mm, so that rounding does not make them meet. */
const APART = SLACK / 4;

/** Where the middles of stones of one size may lie. */
interface Field {
  readonly inset: Outline;
  readonly edges: EdgeGrid;
  readonly rows: EdgeRows;
}

/** Both places that are so far from two others. */
function bothPlaces(
  ax: number,
  ay: number,
  ra: number,
  bx: number,
  by: number,
  rb: number,
  found: (x: number, y: number) => void,
): void {
  const [dx, dy] = [bx - ax, by - ay];
  const d2 = dx * dx + dy * dy;
  const d = Math.sqrt(d2);
  if (d === 0 || d > ra + rb || d < Math.abs(ra - rb)) return;
  const along = (ra * ra - rb * rb + d2) / (2 * d);
  const beside = Math.sqrt(Math.max(0, ra * ra - along * along));
  const [mx, my] = [ax + (along * dx) / d, ay + (along * dy) / d];
  found(mx - (beside * dy) / d, my + (beside * dx) / d);
  found(mx + (beside * dy) / d, my - (beside * dx) / d);
}

/** Where a circle crosses an edge. */
function onEdge(
  x: number,
  y: number,
  r: number,
  ax: number,
  ay: number,
  bx: number,
  by: number,
  found: (x: number, y: number) => void,
): void {
  const [dx, dy, ex, ey] = [bx - ax, by - ay, ax - x, ay - y];
  const a = dx * dx + dy * dy;
  const b = ex * dx + ey * dy;
  const c = ex * ex + ey * ey - r * r;
  const root = b * b - a * c;
  if (root < 0 || a === 0) return;
  const s = Math.sqrt(root);
  for (const t of [(-b - s) / a, (-b + s) / a]) if (t >= 0 && t <= 1) found(ax + t * dx, ay + t * dy);
}

/**
 * Lays stones as tight as they go, size by size, the first first: each touches, at the gap, two others or one and the edge.
 * Those near the edge come first, so that stones lie along it. Stones that are laid already count as others.
 */
export function layTight(work: LayWork, sizes: readonly number[], distance: number): void {
  for (const size of sizes) layOneSize(work, size, distance);
}

function layOneSize(work: LayWork, size: number, distance: number): void {
  const { footprints, gap, taken, region, art } = work;
  const own = footprints[size]!;
  const inset = moved(art.areas, -distance - own.inner);
  if (inset.length === 0) return;
  // Stones further apart than this cannot both be touched.
  const reach = 2 * (taken.largest + own.outer + taken.widestGap);
  const field: Field = { inset, edges: edgeGrid(inset, own.outer), rows: edgeRows(inset, own.outer) };
  const heap = placeHeap();
  const step = own.outer + gap;
  const depth = depthOf(field, step, Math.max(4 * step, reach));
  const kept = (other: number) =>
    own.outer + footprints[taken.list.size[other]!]!.outer + Math.max(gap, taken.gapOf(taken.list.region[other]!));

  const offer = (x: number, y: number): void => {
    if (!field.rows.inside(x, y)) return;
    if (taken.free(x, y, 0, size, region)) heap.push(depth(x, y), x, y);
  };
  // A place on the edge may lie outside by rounding alone.
  const offerEdge = (x: number, y: number): void => {
    if (taken.free(x, y, 0, size, region)) heap.push(0, x, y);
  };
  /** Offers the places that touch a stone and another one, or the edge. */
  function about(k: number): void {
    const { list } = taken;
    const [x, y] = [list.x[k]!, list.y[k]!];
    const r = kept(k) + APART;
    if (depth(x, y) < r + 2 * step)
      field.edges.near(x, y, r, (ax, ay, bx, by) => onEdge(x, y, r, ax, ay, bx, by, offerEdge));
    taken.near(x, y, reach, (other) => {
      // Each pair once: with the one that came later.
      if (other >= k) return;
      bothPlaces(x, y, r, list.x[other]!, list.y[other]!, kept(other) + APART, offer);
    });
  }
  function workOff(): void {
    while (heap.pop()) {
      const { x, y } = heap;
      if (!taken.free(x, y, 0, size, region) || !work.fits(x, y, 0, size)) continue;
      if (work.lay(x, y, 0, size, 0)) about(taken.list.count - 1);
    }
  }

  const before = taken.list.count;
  const { left, top, right, bottom } = boxOf(inset);
  for (let k = 0; k < before; k++) {
    const [x, y] = [taken.list.x[k]!, taken.list.y[k]!];
    if (x > left - reach && x < right + reach && y > top - reach && y < bottom + reach) about(k);
  }
  workOff();
  // Corners of the edge, then places far from anything: each may begin a new cluster.
  for (const p of inset) {
    for (let k = 0; k < p.length; k += 2) {
      if (!taken.free(p[k]!, p[k + 1]!, 0, size, region)) continue;
      heap.push(0, p[k]!, p[k + 1]!);
      workOff();
    }
  }
  const search = SEARCH * (2 * own.inner + gap);
  for (let y = top + search / 2; y < bottom; y += search) {
    const inside = field.rows.crossings(y);
    for (let k = 0; k + 1 < inside.length; k += 2) {
      for (let x = inside[k]! + search / 4; x < inside[k + 1]!; x += search) {
        if (!taken.free(x, y, 0, size, region)) continue;
        heap.push(0, x, y);
        workOff();
      }
    }
  }
}

/** Squares of the map of depths, in steps. */
const DEPTH_STEP = 0.5;

/** How far inside the edge a place lies, nearly, and no further than `most`: worked out once for each square of a map. */
function depthOf({ edges }: Field, step: number, most: number): (x: number, y: number) => number {
  const known = new Map<number, number>();
  const side = DEPTH_STEP * step;
  return (x, y) => {
    const [i, j] = [Math.floor(x / side), Math.floor(y / side)];
    const key = i * 1_048_576 + j;
    let depth = known.get(key);
    if (depth === undefined) {
      depth = edges.distance((i + 0.5) * side, (j + 0.5) * side, most);
      known.set(key, depth);
    }
    return depth;
  };
}
