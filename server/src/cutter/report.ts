import type { CutFile, CutShape } from './shape.ts';

/** What the stand-in cutter says of a template. */
export interface CutReport {
  readonly format: string;
  readonly pages: number;
  /** Size of a page, in mm. */
  readonly width_mm: number;
  readonly height_mm: number;
  /** Closed outlines that can be cut, in all, and by layer. */
  readonly holes: number;
  readonly by_layer: Readonly<Record<string, number>>;
  /** Holes for stones: those of all layers but the register holes. */
  readonly stones: number;
  /** Round holes by their diameter in mm. */
  readonly by_diameter: Readonly<Record<string, number>>;
  /** The way that the blade cuts, in mm. */
  readonly path_mm: number;
  /** What cannot be cut, and why, a sentence each. */
  readonly cannot_cut: readonly string[];
}

/** The narrowest hole that the blade can turn in, in mm. */
const NARROWEST = 0.8;
/** The least that has to be left between two holes, in mm. */
const THINNEST = 0.02;
/** Layers whose holes are no stones'. */
const REGISTER = /register/i;

/** Length of an outline in mm. */
function lengthOf({ points, closed, circle }: CutShape): number {
  if (circle) return 2 * Math.PI * circle.r;
  let length = 0;
  const n = points.length;
  for (let k = 0; k < (closed ? n : n - 2); k += 2) {
    const m = (k + 2) % n;
    length += Math.hypot(points[m]! - points[k]!, points[m + 1]! - points[k + 1]!);
  }
  return length;
}

/** A name as it is counted under: layers of a DXF have their number before it, and no name tells its case. */
const layerName = (layer: string): string => layer.replace(/^\d+-/, '');

/** Middle of a shape and the circle about it that holds it. */
function boundOf({ points, circle }: CutShape): { readonly x: number; readonly y: number; readonly r: number } {
  if (circle) return circle;
  let [x, y] = [0, 0];
  for (let k = 0; k < points.length; k += 2) {
    x += points[k]!;
    y += points[k + 1]!;
  }
  [x, y] = [x / (points.length / 2), y / (points.length / 2)];
  let r = 0;
  for (let k = 0; k < points.length; k += 2) r = Math.max(r, Math.hypot(points[k]! - x, points[k + 1]! - y));
  return { x, y, r };
}

/** Pairs of round holes that leave too little of the sheet between them. */
function tornBridges(holes: readonly CutShape[]): number {
  const round = holes.flatMap((h) => h.circle ?? []);
  const side = 2 * Math.max(0.5, ...round.map((c) => c.r)) + THINNEST;
  const cells = new Map<string, typeof round>();
  let torn = 0;
  for (const own of round) {
    const [i, j] = [Math.floor(own.x / side), Math.floor(own.y / side)];
    for (let a = i - 1; a <= i + 1; a++) {
      for (let b = j - 1; b <= j + 1; b++) {
        for (const other of cells.get(`${a} ${b}`) ?? [])
          if (Math.hypot(own.x - other.x, own.y - other.y) < own.r + other.r + THINNEST) torn++;
      }
    }
    const cell = cells.get(`${i} ${j}`);
    if (cell) cell.push(own);
    else cells.set(`${i} ${j}`, [own]);
  }
  return torn;
}

const round2 = (v: number): number => Math.round(v * 100) / 100;

/** Looks at a template as a cutter would: what it cuts, how far the blade goes, and what it cannot do. */
export function cutReport(file: CutFile): CutReport {
  const open = file.shapes.filter((s) => !s.closed).length;
  const closed = file.shapes.filter((s) => s.closed);
  const narrow = closed.filter((s) => 2 * boundOf(s).r < NARROWEST);
  const holes = closed.filter((s) => 2 * boundOf(s).r >= NARROWEST);
  const count = (keys: readonly string[]): Record<string, number> => {
    const counts: Record<string, number> = {};
    for (const key of keys) counts[key] = (counts[key] ?? 0) + 1;
    return counts;
  };
  const said = (n: number, one: string, many: string): string[] => (n === 0 ? [] : [n === 1 ? one : `${n} ${many}`]);
  const torn = tornBridges(holes);
  const layers = holes.map((h) => layerName(h.layer));
  return {
    format: file.format,
    pages: file.pages,
    width_mm: round2(file.width),
    height_mm: round2(file.height),
    holes: holes.length,
    by_layer: count(layers),
    stones: layers.filter((l) => !REGISTER.test(l)).length,
    by_diameter: count(holes.flatMap((h) => (h.circle ? [(2 * h.circle.r).toFixed(2)] : []))),
    path_mm: round2(holes.reduce((sum, h) => sum + lengthOf(h), 0)),
    cannot_cut: [
      ...file.others,
      ...said(open, 'One line is open, so that nothing falls out.', 'lines are open, so that nothing falls out.'),
      ...said(
        narrow.length,
        `One hole is narrower than ${NARROWEST} mm, in which the blade cannot turn.`,
        `holes are narrower than ${NARROWEST} mm, in which the blade cannot turn.`,
      ),
      ...said(
        torn,
        'Two holes touch, so that the sheet tears between them.',
        'pairs of holes touch, so that the sheet tears between them.',
      ),
    ],
  };
}
