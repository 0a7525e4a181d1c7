import { choiceOf } from '../../settings/params.ts';
import { bendKindOf, type PointMap } from '../kind.ts';
import { pointOf } from '../places.ts';

const WAYS = [
  { name: 'similar', label: 'May grow', about: 'What lies between the pins turns and grows with them.' },
  { name: 'rigid', label: 'Keeps its size', about: 'What lies between the pins turns with them and keeps its size.' },
] as const;

/** Numbers of a pin: where it was put, and where it was dragged to. */
const EACH = 4;
export const MOST_PINS = 64;

/** Pins closer together than this, in pixels, are one. */
const ONE = 1e-6;

/**
 * Moving least squares by similarities or rigid motions (Schaefer, McPhail and Warren, Image deformation using moving
 * least squares, ACM Transactions on Graphics 25, 2006), with weights 1 / distance⁴. Points are complex numbers: about
 * the weighted centres the best similarity is one ratio of sums, and the best rigid motion the same ratio of length 1.
 * `from`, `to`: x, y of each pin.
 */
export function movingLeastSquares(from: Float64Array, to: Float64Array, rigid: boolean): PointMap {
  const count = from.length / 2;
  const weights = new Float64Array(count);
  return (x, y, out) => {
    let [sum, px, py, qx, qy] = [0, 0, 0, 0, 0];
    for (let k = 0; k < count; k++) {
      const [dx, dy] = [from[2 * k]! - x, from[2 * k + 1]! - y];
      const near = dx * dx + dy * dy;
      if (near < ONE * ONE) {
        out.x = to[2 * k]! - dx;
        out.y = to[2 * k + 1]! - dy;
        return;
      }
      const w = 1 / (near * near);
      weights[k] = w;
      sum += w;
      px += w * from[2 * k]!;
      py += w * from[2 * k + 1]!;
      qx += w * to[2 * k]!;
      qy += w * to[2 * k + 1]!;
    }
    px /= sum;
    py /= sum;
    qx /= sum;
    qy /= sum;
    let [re, im, norm] = [0, 0, 0];
    for (let k = 0; k < count; k++) {
      const w = weights[k]!;
      const [ax, ay] = [from[2 * k]! - px, from[2 * k + 1]! - py];
      const [bx, by] = [to[2 * k]! - qx, to[2 * k + 1]! - qy];
      re += w * (ax * bx + ay * by);
      im += w * (ax * by - ay * bx);
      norm += w * (ax * ax + ay * ay);
    }
    const length = rigid ? Math.sqrt(re * re + im * im) : norm;
    const [c, s] = length > 0 ? [re / length, im / length] : [1, 0];
    const [dx, dy] = [x - px, y - py];
    out.x = qx + c * dx - s * dy;
    out.y = qy + s * dx + c * dy;
  };
}

/** Pixels below which pins are taken for pins that far apart: what lies between nearer ones is folded or torn in any case. */
const NEAREST = 24;

/** The distance between the two of some points that lie nearest to each other; Infinity for a single one. */
function nearestPins(points: Float64Array): number {
  let least = Number.POSITIVE_INFINITY;
  for (let k = 0; k < points.length; k += 2) {
    for (let n = 0; n < k; n += 2) {
      const [dx, dy] = [points[k]! - points[n]!, points[k + 1]! - points[n + 1]!];
      least = Math.min(least, dx * dx + dy * dy);
    }
  }
  return Math.sqrt(least);
}

/**
 * Pins hold points of the sheet and are dragged; all between them follows. The deformation is solved from where pins were
 * dragged to, back to where they were put, so that every point of the print has one place that it comes from.
 */
export const pins = bendKindOf({
  name: 'pins',
  label: 'Pins',
  about: 'Pins are put on the sheet and dragged; what lies between them follows.',
  params: {
    pins: {
      kind: 'points',
      label: 'Pins',
      about: 'Where each pin was put, and where it was dragged to.',
      normal: [],
      on: 'sheet',
      each: EACH,
      min: 0,
      max: MOST_PINS,
    },
    way: choiceOf('Between them', 'How far what lies between the pins may change.', WAYS, 'similar'),
  },
  begin: ({ width, height }) => ({
    pins: [
      [0.25, 0.25],
      [0.75, 0.25],
      [0.75, 0.75],
      [0.25, 0.75],
    ].flatMap(([u, v]) => [u! * width, v! * height, u! * width, v! * height]),
  }),
  ready(s, sheet) {
    const count = Math.floor(s.pins.length / EACH);
    const put = new Float64Array(2 * count);
    const dragged = new Float64Array(2 * count);
    let moved = false;
    for (let k = 0; k < count; k++) {
      const [x, y, toX, toY] = s.pins.slice(EACH * k, EACH * k + EACH) as [number, number, number, number];
      const [a, b] = [pointOf(x, y, sheet), pointOf(toX, toY, sheet)];
      put.set([a.x, a.y], 2 * k);
      dragged.set([b.x, b.y], 2 * k);
      moved ||= x !== toX || y !== toY;
    }
    if (!moved) return null;
    // The way back is asked for places of the print, where the pins were dragged to.
    const detail = Math.max(NEAREST, nearestPins(dragged)) / 2;
    return {
      detail: () => detail,
      back: movingLeastSquares(dragged, put, s.way === 'rigid'),
      forth: null,
    };
  },
  handles: ({ pins: all }) =>
    Array.from({ length: Math.floor(all.length / EACH) }, (_, k) => ({
      id: String(k),
      label: `Pin ${k + 1}`,
      x: all[EACH * k + 2]!,
      y: all[EACH * k + 3]!,
      removable: true,
    })),
  dragged({ pins: all }, id, to) {
    const next = [...all];
    next.splice(EACH * Number(id) + 2, 2, to.x, to.y);
    return { pins: next };
  },
  without: ({ pins: all }, id) => ({ pins: [...all].toSpliced(EACH * Number(id), EACH) }),
});

/** A pin for a place that shows on the bent sheet, in mm: it holds what the other pins have brought there. */
export function pinAt(settings: Readonly<Record<string, unknown>>, x: number, y: number): number[] {
  const all = settings.pins as readonly number[];
  const count = Math.floor(all.length / EACH);
  if (count === 0) return [x, y, x, y];
  const put = Float64Array.from({ length: 2 * count }, (_, k) => all[EACH * (k >> 1) + (k & 1)]!);
  const dragged = Float64Array.from({ length: 2 * count }, (_, k) => all[EACH * (k >> 1) + 2 + (k & 1)]!);
  const from = { x, y };
  movingLeastSquares(dragged, put, settings.way === 'rigid')(x, y, from);
  return [from.x, from.y, x, y];
}
