import { DOT_SHAPES, type DotShape } from '../screen/families/dots/shapes/index.ts';
import { FOLD, FOLD_TONES, type FoldedCell } from './fold.ts';

/** How a shape agrees with a folded cell. */
export interface ShapeMatch {
  readonly shape: string;
  readonly group: string;
  /** Quarter turns counter-clockwise from the first wave to the x axis of the shape. */
  readonly quarters: number;
  /** The cell that it would print at each step of tone, where the folded cell has it: as `FoldedCell.cells`. */
  readonly seen: Float64Array;
  /** What of the variation of the cell the shape does not explain: 0 agrees, 1 has nothing of it. */
  readonly misfit: number;
}

/** Places along each side in which a shape is ranked. */
const RANKED = 32;

/** The order in which the places of a cell are inked, 0..1. */
function ranked(shape: DotShape, quarters: number): Float64Array {
  const n = RANKED;
  const heights = new Float64Array(n * n);
  for (let j = 0; j < n; j++) {
    for (let i = 0; i < n; i++) {
      // u along the first wave; the second runs a quarter turn further in rows that count downwards.
      let [x, y] = [(2 * (i + 0.5)) / n - 1, -((2 * (j + 0.5)) / n - 1)];
      for (let q = 0; q < quarters; q++) [x, y] = [y, -x];
      heights[j * n + i] = shape.spot(x, y);
    }
  }
  const order = [...heights.keys()].sort((a, b) => heights[b]! - heights[a]!);
  const out = new Float64Array(n * n);
  for (let k = 0; k < order.length; ) {
    let end = k;
    while (end < order.length && heights[order[end]!] === heights[order[k]!]) end++;
    for (let m = k; m < end; m++) out[order[m]!] = (k + end) / 2 / order.length;
    k = end;
  }
  return out;
}

/** The same blurred round and round by a Gaussian of so many cells. */
function softened(values: Float64Array, n: number, sigma: number): Float64Array {
  const reach = Math.min(n, Math.ceil(3 * sigma * n));
  const w = Float64Array.from({ length: 2 * reach + 1 }, (_, k) => Math.exp(-0.5 * ((k - reach) / (sigma * n)) ** 2));
  const sum = w.reduce((a, b) => a + b, 0);
  const along = (from: Float64Array, step: number, next: number) => {
    const to = new Float64Array(from.length);
    for (let line = 0; line < n; line++) {
      for (let k = 0; k < n; k++) {
        let v = 0;
        for (let t = -reach; t <= reach; t++) v += w[t + reach]! * from[line * next + ((k + t + 4 * n) % n) * step]!;
        to[line * next + k * step] = v / sum;
      }
    }
    return to;
  };
  return along(along(values, 1, n), n, 1);
}

/** A shape as a scan would show it: FOLD × FOLD coverages for each step of tone. */
function seenShape(order: Float64Array, sigma: number): Float64Array {
  const out = new Float64Array(FOLD_TONES * FOLD * FOLD);
  const fine = RANKED / FOLD;
  for (let t = 0; t < FOLD_TONES; t++) {
    const inked = softened(
      order.map((rank) => (rank < (t + 0.5) / FOLD_TONES ? 1 : 0)),
      RANKED,
      sigma,
    );
    for (let j = 0; j < RANKED; j++) {
      for (let i = 0; i < RANKED; i++) {
        out[(t * FOLD + Math.floor(j / fine)) * FOLD + Math.floor(i / fine)]! += inked[j * RANKED + i]! / (fine * fine);
      }
    }
  }
  return out;
}

const templates = new Map<string, readonly { readonly quarters: number; readonly seen: Float64Array }[]>();
/** Most sets of templates that are kept: those of a few sizes of cells. */
const MOST_TEMPLATES = 200;

/** A shape in all turns in which it looks different. */
function turnsOf(shape: DotShape, blur: number) {
  const key = `${shape.name} ${blur}`;
  const kept = templates.get(key);
  if (kept) return kept;
  const orders: { quarters: number; order: Float64Array }[] = [];
  for (let quarters = 0; quarters < 4; quarters++) {
    const order = ranked(shape, quarters);
    const again = orders.some((other) => other.order.every((v, k) => Math.abs(v - order[k]!) < 0.02));
    if (!again) orders.push({ quarters, order });
  }
  const made = orders.map(({ quarters, order }) => ({ quarters, seen: seenShape(order, blur) }));
  if (templates.size >= MOST_TEMPLATES) templates.clear();
  templates.set(key, made);
  return made;
}

/** Blur of scans in pixels, nearly: optics, resampling and files together. */
const SCAN_BLUR = 1.1;

/**
 * All shapes by how well they agree with a folded cell, best first. `cell`: pixels of a cell. Each shape is tried in four
 * turns and at every place in the cell.
 */
export function matchShapes(folded: FoldedCell, cell: number): ShapeMatch[] {
  const size = FOLD * FOLD;
  // Cells of nearly one size look alike.
  const blur = Number((SCAN_BLUR / cell).toFixed(2));
  const total = folded.weights.reduce((a, b) => a + b, 0);
  // No step of tone has more say than a few others together, and none that is hardly there any.
  const say = folded.weights.map((w) => (w < 0.004 * total ? 0 : Math.min(w / total, 0.2)));
  let variation = 0;
  const means = new Float64Array(FOLD_TONES);
  for (let t = 0; t < FOLD_TONES; t++) {
    let mean = 0;
    for (let k = 0; k < size; k++) mean += folded.cells[t * size + k]! / size;
    means[t] = mean;
    for (let k = 0; k < size; k++) variation += say[t]! * (folded.cells[t * size + k]! - mean) ** 2;
  }
  const own = fundamentals(folded.cells, say);
  const matches = DOT_SHAPES.map((shape): ShapeMatch => {
    let best: { misfit: number; quarters: number; seen: Float64Array; du: number; dv: number } = {
      ...{ misfit: Infinity, quarters: 0, seen: new Float64Array(FOLD_TONES * FOLD * FOLD), du: 0, dv: 0 },
    };
    for (const { quarters, seen } of turnsOf(shape, blur)) {
      const theirs = fundamentals(seen, say);
      // A shape without one of the waves is none for this lattice.
      if (theirs.some(({ size: strength }) => strength < 0.01)) continue;
      const [u, v] = theirs.map(({ phase }, k) => Math.round((phase - own[k]!.phase) * FOLD)) as [number, number];
      for (let n = 0; n < 9; n++) {
        const du = (u + (n % 3) - 1 + 4 * FOLD) % FOLD;
        const dv = (v + Math.floor(n / 3) - 1 + 4 * FOLD) % FOLD;
        let sum = 0;
        for (let t = 0; t < FOLD_TONES && sum < best.misfit * variation; t++) {
          if (say[t] === 0) continue;
          let off = 0;
          for (let j = 0; j < FOLD; j++) {
            const row = t * size + ((j + dv) % FOLD) * FOLD;
            for (let i = 0; i < FOLD; i++) {
              off += (folded.cells[t * size + j * FOLD + i]! - seen[row + ((i + du) % FOLD)]!) ** 2;
            }
          }
          sum += say[t]! * off;
        }
        if (sum / variation < best.misfit) best = { misfit: sum / variation, quarters, seen, du, dv };
      }
    }
    const { misfit, quarters, seen, du, dv } = best;
    return { shape: shape.name, group: shape.group ?? '', misfit, quarters, seen: moved(seen, du, dv) };
  });
  return matches.sort((a, b) => a.misfit - b.misfit);
}

/** Cells of all tones, moved along u and v. */
const moved = (cells: Float64Array, du: number, dv: number): Float64Array =>
  cells.map((_, k) => {
    const [t, j, i] = [Math.floor(k / (FOLD * FOLD)), Math.floor(k / FOLD) % FOLD, k % FOLD];
    return cells[(t * FOLD + ((j + dv) % FOLD)) * FOLD + ((i + du) % FOLD)]!;
  });

/** Strength and phase, in cycles, of the first wave along u and along v, over all tones. */
function fundamentals(
  cells: Float64Array,
  say: ArrayLike<number>,
): { readonly size: number; readonly phase: number }[] {
  return [0, 1].map((axis) => {
    let [a, b] = [0, 0];
    for (let t = 0; t < FOLD_TONES; t++) {
      for (let k = 0; k < FOLD * FOLD; k++) {
        const turn = (2 * Math.PI * (axis === 0 ? k % FOLD : Math.floor(k / FOLD))) / FOLD;
        const v = say[t]! * cells[t * FOLD * FOLD + k]!;
        a += v * Math.cos(turn);
        b += v * Math.sin(turn);
      }
    }
    return { size: Math.hypot(a, b) / (FOLD * FOLD), phase: Math.atan2(b, a) / (2 * Math.PI) };
  });
}
