import { type CubicWeights, cubicWeights } from './cubic.ts';
import type { PointMap } from './kind.ts';
import { mapNodes } from './map-nodes.ts';
import { type PlaceCurves, type PlaceTile, TILE } from './place-tile.ts';
import { tileNumbers } from './tile-cache.ts';

/** How exact the places of a square are to be, in pixels: the cubics where they are tried, and straight lines along them. */
export interface Exactness {
  readonly cubics: number;
  readonly lines: number;
}

/**
 * Where cubics are tried between four nodes, in parts of the way from one to the next: askew, since a wave of that length
 * would be still half way. Between nodes that lie far apart there are more of them, so that nothing small is passed over.
 */
const TRIED = [triedAt(0.39, 0.57), triedAt(0.64, 0.28)] as const;
const TRIED_FAR = [...TRIED, triedAt(0.21, 0.2), triedAt(0.83, 0.78), triedAt(0.17, 0.86)] as const;
const FAR = 64;

/** A place between four rows of four nodes, with the weights of those in rows. */
function triedAt(u: number, v: number) {
  const across = cubicWeights(u);
  return { u, v, weights: Float64Array.from(cubicWeights(v).flatMap((w) => across.map((x) => x * w))) };
}

/** Steps of pixels on the cubics, of which the widest is taken on which straight lines are exact enough. */
const STEPS = [32, 16, 8, 4, 2, 1] as const;

/** Nodes across a square and one more on each side. */
const nodesAcross = (each: number): number => TILE / each + 3;

/** The greatest distance of straight lines between nodes from a curve through them, across and down together. */
function bulgeOf(places: Float64Array, wide: number): number {
  let [across, down] = [0, 0];
  const bent = (at: number, by: number): number => {
    const x = places[at - by]! - 2 * places[at]! + places[at + by]!;
    const y = places[at - by + 1]! - 2 * places[at + 1]! + places[at + by + 1]!;
    return x * x + y * y;
  };
  for (let k = 0; k < wide; k++) {
    for (let n = 1; n + 1 < wide; n++) {
      across = Math.max(across, bent(2 * (k * wide + n), 2));
      down = Math.max(down, bent(2 * (n * wide + k), 2 * wide));
    }
  }
  return (Math.sqrt(across) + Math.sqrt(down)) / 8;
}

/** A coordinate between four nodes of a row by their weights; `at` is that of the first. */
const acrossAt = (places: Float64Array, at: number, [p, q, s, t]: CubicWeights): number =>
  p * places[at]! + q * places[at + 2]! + s * places[at + 4]! + t * places[at + 6]!;

/** Four rows of four places: x and y in turn from `first` on, in rows of `wide`. */
interface Sixteen {
  readonly places: Float64Array;
  readonly first: number;
  readonly wide: number;
}

/**
 * Whether cubics through places `each` pixels apart lie within `most` pixels of a map wherever they are tried in the square
 * in column c and row r of them, which has one more place on every side.
 */
export function curvesHold(
  map: PointMap,
  { places, first, wide }: Sixteen,
  each: number,
  c: number,
  r: number,
  most: number,
): boolean {
  const at = { x: 0, y: 0 };
  const tried = each === FAR ? TRIED_FAR : TRIED;
  for (let k = 0; k < tried.length; k++) {
    const { u, v, weights } = tried[k]!;
    map((c + u) * each + 0.5, (r + v) * each + 0.5, at);
    let [ex, ey] = [-at.x, -at.y];
    for (let n = 0, from = first; n < 16; n += 4, from += 2 * wide) {
      for (let m = 0; m < 4; m++) {
        ex += weights[n + m]! * places[from + 2 * m]!;
        ey += weights[n + m]! * places[from + 2 * m + 1]!;
      }
    }
    // Written so that what is no number does not hold.
    if (!(ex * ex + ey * ey <= most * most)) return false;
  }
  return true;
}

/** The same in each square of places of the square of TILE pixels in column tx and row ty. */
function allHold(map: PointMap, places: Float64Array, each: number, tx: number, ty: number, most: number): boolean {
  const wide = nodesAcross(each);
  for (let r = 0; r + 3 < wide; r++) {
    for (let c = 0; c + 3 < wide; c++) {
      const first = 2 * (r * wide + c);
      if (!curvesHold(map, { places, first, wide }, each, (tx * TILE) / each + c, (ty * TILE) / each + r, most))
        return false;
    }
  }
  return true;
}

const KEPT_BYTES = 4e6;
/** A square that lies on no cubics. */
const NONE = 0;

/**
 * Reads the cubics of squares from nodes `each` pixels apart, a power of two; null for a square in which the map is not
 * smooth enough for them.
 */
export function placeCurves(
  map: PointMap,
  each: number,
  { cubics, lines }: Exactness,
): (tx: number, ty: number) => PlaceCurves | null {
  const read = mapNodes(map, each);
  const wide = nodesAcross(each);
  const places = new Float64Array(2 * wide * wide);
  const made = STEPS.map((step) => ({ each, step, places }));
  const kept = tileNumbers(KEPT_BYTES);
  // Whether the places of the square that is asked for have been read.
  let loaded = false;
  function load(tx: number, ty: number): void {
    if (!loaded) read((tx * TILE) / each - 1, (ty * TILE) / each - 1, wide, wide, places);
    loaded = true;
  }
  /** The place of a square's step in the list of them, counted from 1, or NONE. */
  function judge(tx: number, ty: number): number {
    load(tx, ty);
    if (!allHold(map, places, each, tx, ty, cubics)) return NONE;
    const bulge = bulgeOf(places, wide);
    return STEPS.findIndex((s) => s <= each && bulge * (s / each) * (s / each) <= lines) + 1;
  }
  return (tx, ty) => {
    loaded = false;
    const step = kept(tx, ty, judge);
    if (step === NONE) return null;
    load(tx, ty);
    return made[step - 1]!;
  };
}

/** Whether all places of a square are where they were before they were bent. */
export function leftAlone({ each, places }: PlaceCurves, tx: number, ty: number): boolean {
  const wide = nodesAcross(each);
  for (let k = 0; k < wide * wide; k++) {
    const [x, y] = [tx * TILE + ((k % wide) - 1) * each + 0.5, ty * TILE + (Math.floor(k / wide) - 1) * each + 0.5];
    if (places[2 * k] !== x || places[2 * k + 1] !== y) return false;
  }
  return true;
}

/** The nodes of a square on its cubics. */
export function nodesOnCurves({ each, step, places }: PlaceCurves): PlaceTile {
  const wide = nodesAcross(each);
  const many = TILE / step + 1;
  const parts = each / step;
  /** The first of the four nodes between which a place lies, and their weights there; the last place ends the last four. */
  const ways = Array.from({ length: many }, (_, n) => {
    const first = Math.min(wide - 4, Math.floor(n / parts));
    return { first, weights: cubicWeights((n - first * parts) / parts) };
  });
  // First across in the rows of nodes, and then down.
  const rows = new Float64Array(2 * wide * many);
  for (let n = 0; n < many; n++) {
    const { first, weights } = ways[n]!;
    for (let r = 0; r < wide; r++) {
      const from = 2 * (r * wide + first);
      rows[2 * (r * many + n)] = acrossAt(places, from, weights);
      rows[2 * (r * many + n) + 1] = acrossAt(places, from + 1, weights);
    }
  }
  const [xs, ys] = [new Float64Array(many * many), new Float64Array(many * many)];
  const line = 2 * many;
  for (let k = 0, to = 0; k < many; k++) {
    const { first, weights } = ways[k]!;
    const [p, q, s, t] = weights;
    for (let n = 0, at = first * line; n < many; n++, at += 2, to++) {
      xs[to] = p * rows[at]! + q * rows[at + line]! + s * rows[at + 2 * line]! + t * rows[at + 3 * line]!;
      const y = at + 1;
      ys[to] = p * rows[y]! + q * rows[y + line]! + s * rows[y + 2 * line]! + t * rows[y + 3 * line]!;
    }
  }
  return { step, xs, ys };
}
