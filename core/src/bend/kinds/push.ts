import type { Stroke } from '../../settings/params.ts';
import { type Detail, detailWithin } from '../detail.ts';
import { bendKindOf, type BendSheet, type PointMap } from '../kind.ts';
import { pixelsOf, pointOf } from '../places.ts';

/** What a stroke moves, and which way: an axis that is held keeps waves even that are pushed by hand. */
export const PUSHES = ['free', 'across', 'down', 'rows', 'columns'] as const;
export type Push = (typeof PUSHES)[number];

/** A brush harder than this would tear what it pushes. */
const HARDEST = 0.9;

/** The brush on its way over one short piece of a stroke. Lengths in pixels. */
interface Stamp {
  readonly x: number;
  readonly y: number;
  readonly dx: number;
  readonly dy: number;
  readonly radius: number;
}

interface PreparedStroke {
  readonly push: Push;
  readonly hardness: number;
  readonly stamps: readonly Stamp[];
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Which way a stroke pushes: 1 where it moves that axis. */
const FREE: Readonly<Record<Push, readonly [number, number]>> = {
  free: [1, 1],
  across: [1, 0],
  rows: [1, 0],
  down: [0, 1],
  columns: [0, 1],
};

/** How strongly a brush holds what lies at a distance, in radii: wholly up to its hardness, then less and less. */
function hold(distance: number, hardness: number): number {
  if (distance >= 1) return 0;
  if (distance <= hardness) return 1;
  const t = (1 - distance) / (1 - hardness);
  return t * t * (3 - 2 * t);
}

function prepared(stroke: Stroke<Push>, sheet: BendSheet): PreparedStroke | null {
  const radius = pixelsOf(stroke.size, sheet) / 2;
  const hardness = Math.min(HARDEST, stroke.hardness);
  if (radius <= 0) return null;
  const [freeX, freeY] = FREE[stroke.does];
  // Steps so short that no piece of a stroke folds what it pushes.
  const longest = (radius * (1 - hardness)) / 3;
  const stamps: Stamp[] = [];
  const { points } = stroke;
  for (let k = 3; k < points.length; k += 3) {
    const from = pointOf(points[k - 3]!, points[k - 2]!, sheet);
    const to = pointOf(points[k]!, points[k + 1]!, sheet);
    const by = (stroke.strength * (points[k - 1]! + points[k + 2]!)) / 2;
    const [dx, dy] = [(to.x - from.x) * freeX * by, (to.y - from.y) * freeY * by];
    const steps = Math.ceil(Math.sqrt(dx * dx + dy * dy) / longest);
    for (let n = 0; n < steps; n++) {
      const t = n / steps;
      stamps.push({
        x: from.x + (to.x - from.x) * t,
        y: from.y + (to.y - from.y) * t,
        dx: dx / steps,
        dy: dy / steps,
        radius,
      });
    }
  }
  if (stamps.length === 0) return null;
  const [all, far] = [stroke.does === 'rows', stroke.does === 'columns'];
  const reach = radius + longest;
  return {
    push: stroke.does,
    hardness,
    stamps,
    left: all ? -Infinity : Math.min(...stamps.map((s) => s.x)) - reach,
    right: all ? Infinity : Math.max(...stamps.map((s) => s.x)) + reach,
    top: far ? -Infinity : Math.min(...stamps.map((s) => s.y)) - reach,
    bottom: far ? Infinity : Math.max(...stamps.map((s) => s.y)) + reach,
  };
}

/**
 * A brush that takes what lies under it along. Each short piece of a stroke is undone in turn, the last one first: what a
 * piece d pushed to p was at p − hold(|p − end| / radius) · d.
 */
function undoing(strokes: readonly PreparedStroke[]): PointMap {
  return (x, y, out) => {
    let [px, py] = [x, y];
    for (let n = strokes.length - 1; n >= 0; n--) {
      const { push, hardness, stamps, left, top, right, bottom } = strokes[n]!;
      if (px < left || px > right || py < top || py > bottom) continue;
      for (let k = stamps.length - 1; k >= 0; k--) {
        const s = stamps[k]!;
        const ex = push === 'rows' ? 0 : px - s.x - s.dx;
        const ey = push === 'columns' ? 0 : py - s.y - s.dy;
        const far = ex * ex + ey * ey;
        if (far >= s.radius * s.radius) continue;
        const by = hold(Math.sqrt(far) / s.radius, hardness);
        px -= by * s.dx;
        py -= by * s.dy;
      }
    }
    out.x = px;
    out.y = py;
  };
}

/** A brush moves what lies between its hard middle and its edge by less and less. */
const detailOf = (strokes: readonly PreparedStroke[]): Detail =>
  detailWithin(strokes.map((own) => ({ ...own, radius: own.stamps[0]!.radius * (1 - own.hardness) })));

export const push = bendKindOf({
  name: 'push',
  label: 'Push',
  about: 'A brush that takes the lattice along, by hand.',
  params: {
    strokes: {
      kind: 'strokes',
      label: 'Strokes',
      about: 'What was pushed by hand.',
      normal: [],
      on: 'sheet',
      does: PUSHES,
    },
  },
  ready({ strokes }, sheet) {
    const all = strokes.flatMap((stroke) => prepared(stroke, sheet) ?? []);
    return all.length === 0 ? null : { detail: detailOf(all), back: undoing(all), forth: null };
  },
});
