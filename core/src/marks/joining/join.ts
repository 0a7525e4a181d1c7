import {
  area,
  EndType,
  inflatePaths,
  JoinType,
  type Path64,
  type Paths64,
  pointInPolygon,
  ramerDouglasPeuckerPaths,
  PointInPolygonResult,
} from 'clipper2-ts';
import { MM_PER_INCH } from '../../math/units.ts';
import type { Mark } from '../mark.ts';
import { boxOf, type Outline, placed } from '../outline.ts';
import type { MarkSettings } from '../params.ts';
import { circlePolygon } from '../shape-of.ts';
import { ofPaths, toPaths } from '../unite.ts';
import { type Piece, uniteMany } from './unite-many.ts';

/** Whole numbers of the clipper in a pixel. */
const PER_PIXEL = 1000;
/** How far arcs of grown outlines may be from a circle, in the same unit. */
const ARC = 0.03 * PER_PIXEL;
const MITER = 2;

const grown = (paths: Paths64, by: number): Paths64 =>
  by === 0 || paths.length === 0
    ? paths
    : inflatePaths(paths, by * PER_PIXEL, JoinType.Round, EndType.Polygon, MITER, ARC);

/** Corners may lie so far from the edge that is kept, in whole numbers: where arcs were finer than they need to be. */
const SIMPLER = 20;

/** Each outer path with its holes. */
function groupsOf(paths: Paths64): Paths64[] {
  const outers = paths.filter((p) => area(p) > 0).map((path) => ({ own: bounds(path), group: [path] }));
  outers.sort((a, b) => a.own.left - b.own.left);
  for (const path of paths) {
    if (area(path) > 0) continue;
    const hole = bounds(path);
    // The innermost outer path around a hole is the smallest that holds it.
    let best: (typeof outers)[number] | null = null;
    for (const outer of outers) {
      if (outer.own.left > hole.left) break;
      const { right, top, bottom, left } = outer.own;
      if (right < hole.right || top > hole.top || bottom < hole.bottom) continue;
      if (best && right - left >= best.own.right - best.own.left) continue;
      if (pointInPolygon(path[0]!, outer.own.path) !== PointInPolygonResult.IsOutside) best = outer;
    }
    best?.group.push(path);
  }
  return outers.map(({ group }) => group);
}

/** Paths that do not cross with their edges moved outwards or inwards, in pixels. Yields the share done from `from` on. */
function* movedEdges(paths: Paths64, by: number, from: number, run: number): Generator<number, Paths64> {
  const simple = ramerDouglasPeuckerPaths(paths, SIMPLER).filter((p) => p.length > 2);
  const groups = groupsOf(simple);
  const moved: Piece[] = [];
  let done = 0;
  for (const group of groups) {
    const path = grown(group, by);
    if (path.length > 0) {
      const boxes = path.map(bounds);
      moved.push({
        box: {
          left: Math.min(...boxes.map((b) => b.left)),
          top: Math.min(...boxes.map((b) => b.top)),
          right: Math.max(...boxes.map((b) => b.right)),
          bottom: Math.max(...boxes.map((b) => b.bottom)),
        },
        paths: () => path,
      });
    }
    if (++done % 50 === 0) yield from + (run * done) / groups.length;
  }
  // Shrunk pieces stay apart; grown ones may meet.
  if (by < 0) return moved.flatMap((piece) => piece.paths());
  const work = uniteMany(moved);
  for (let step = work.next(); ; step = work.next()) if (step.done) return step.value;
}

interface Bounds {
  readonly path: Path64;
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

function bounds(path: Path64): Bounds {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { x, y } of path) {
    left = Math.min(left, x);
    right = Math.max(right, x);
    top = Math.min(top, y);
    bottom = Math.max(bottom, y);
  }
  return { path, left, top, right, bottom };
}

/** Paths without the holes that `fills` says, and without what lay in them. */
function withoutHoles(paths: Paths64, fills: (area: number) => boolean): Paths64 {
  const filled: Bounds[] = [];
  const kept: Paths64 = [];
  for (const path of paths) {
    const a = area(path);
    if (a < 0 && fills(-a)) filled.push(bounds(path));
    else kept.push(path);
  }
  if (filled.length === 0) return kept;
  filled.sort((a, b) => a.left - b.left);
  const inFilled = (path: Path64): boolean => {
    const own = bounds(path);
    for (const hole of filled) {
      if (hole.left > own.left) return false;
      if (hole.right < own.right || hole.top > own.top || hole.bottom < own.bottom) continue;
      if (pointInPolygon(path[0]!, hole.path) === PointInPolygonResult.IsInside) return true;
    }
    return false;
  };
  return kept.filter((path) => !inFilled(path));
}

/** The outer paths that are large enough, with their holes. */
function withoutSpecks(paths: Paths64, below: number): Paths64 {
  if (below <= 0) return paths;
  const specks: Bounds[] = [];
  const kept = paths.filter((path) => {
    const a = area(path);
    if (a <= 0 || a >= below) return true;
    specks.push(bounds(path));
    return false;
  });
  if (specks.length === 0) return kept;
  specks.sort((a, b) => a.left - b.left);
  return kept.filter((path) => {
    if (area(path) > 0) return true;
    const own = bounds(path);
    for (const speck of specks) {
      if (speck.left > own.left) break;
      if (speck.right < own.right || speck.top > own.top || speck.bottom < own.bottom) continue;
      if (pointInPolygon(path[0]!, speck.path) !== PointInPolygonResult.IsOutside) return false;
    }
    return true;
  });
}

export type JoinSettings = Pick<MarkSettings, 'grow' | 'bridge' | 'smooth' | 'fillHoles' | 'holesBelow' | 'dropSpecks'>;

/**
 * Outlines in pixels grown and united into one, gaps bridged, edges smoothed, holes filled and specks dropped. Yields
 * the share that is done, 0..1. The result does not cross itself: outer polygons run clockwise on paper, holes the other
 * way.
 */
export function* joinOutlines(outlines: Iterable<Outline>, s: JoinSettings, ppi: number): Generator<number, Outline> {
  const px = ppi / MM_PER_INCH;
  const first = s.grow * px + (s.bridge * px) / 2;
  const pieces: Piece[] = [];
  for (const outline of outlines) {
    const { left, top, right, bottom } = boxOf(outline);
    const more = Math.max(0, first) + 1 / PER_PIXEL;
    pieces.push({
      box: {
        left: (left - more) * PER_PIXEL,
        top: (top - more) * PER_PIXEL,
        right: (right + more) * PER_PIXEL,
        bottom: (bottom + more) * PER_PIXEL,
      },
      paths: () => grown(toPaths(outline, PER_PIXEL), first),
    });
  }
  yield 0.05;
  let now: Paths64 = [];
  const work = uniteMany(pieces);
  for (let step = work.next(); ; step = work.next()) {
    if (step.done) {
      now = step.value;
      break;
    }
    yield 0.05 + 0.75 * step.value;
  }
  const shrink = (-s.bridge * px) / 2;
  const steps = [shrink, ...(s.smooth > 0 ? [s.smooth * px, -2 * s.smooth * px, s.smooth * px] : [])];
  for (const [k, by] of steps.entries()) {
    if (by !== 0) now = yield* movedEdges(now, by, 0.8 + (0.16 * k) / steps.length, 0.16 / steps.length);
  }
  const square = px * px * PER_PIXEL * PER_PIXEL;
  if (s.fillHoles !== 'none') now = withoutHoles(now, (a) => s.fillHoles === 'all' || a < s.holesBelow * square);
  yield 0.97;
  return ofPaths(withoutSpecks(now, s.dropSpecks * square), PER_PIXEL);
}

/** The outline of a mark on the sheet, in pixels. */
export const outlineOf = ({ unit, matrix }: Mark): Outline => placed(unit.outline, matrix);

/** How far the sides of joined circles are from the circle, in pixels, at most. */
const FLATNESS = 0.05;
/** Circles are kept in steps of width. */
const FINER = 1.25;
const circles = new Map<number, Outline>();

/** The outline of a mark as it is joined: a circle is only as fine as its own size needs it. */
export function joinedAs(mark: Mark): Outline {
  const { unit, matrix } = mark;
  if (unit.circle === null) return outlineOf(mark);
  const [a, b, c, d] = matrix;
  const wide = Math.sqrt(Math.max(a * a + b * b, c * c + d * d));
  let fine = 2;
  while (fine < wide) fine *= FINER;
  let circle = circles.get(fine);
  if (!circle) {
    circle = [circlePolygon(fine, FLATNESS)];
    circles.set(fine, circle);
  }
  return placed(circle, matrix);
}

/** All of a generator at once. */
export function finished<T>(work: Generator<number, T>): T {
  for (let step = work.next(); ; step = work.next()) if (step.done) return step.value;
}
