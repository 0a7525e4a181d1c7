import { cosine, sine } from '../math/exact.ts';
import { MOST_TOGETHER } from './overlaps.ts';

/** A screen of rows as far as beats go. */
export interface Rows {
  readonly lpi: number;
  /** Degrees. */
  readonly angle: number;
}

/** Angles that differ by less than this (degrees) are the same, as are frequencies that differ by such a share. */
const SAME = 1e-6;

const isSameAngle = (p: number, q: number): boolean => {
  const apart = Math.abs(p - q) % 90;
  return Math.min(apart, 90 - apart) < SAME;
};

/** For each screen whether it makes a rosette with two others of its frequency, 30° and 60° from it. */
export const inRosette = (screens: readonly (Rows | null)[]): readonly boolean[] =>
  screens.map((own) => {
    if (!own) return false;
    const alike = screens.filter((s): s is Rows => s !== null && Math.abs(s.lpi / own.lpi - 1) < SAME);
    return [30, 60].every((turn) => alike.some((s) => isSameAngle(s.angle, own.angle + turn)));
  });

/** Frequencies of a square lattice up to its diagonals. */
const ORDERS = [-1, 0, 1];
/** Beats longer than so many cells stand still over a sheet. */
const STILL = 1500;

type Vector = readonly [number, number];

function frequenciesOf({ lpi, angle }: Rows): Vector[] {
  const turn = (angle * Math.PI) / 180;
  const [c, s] = [lpi * cosine(turn), lpi * sine(turn)];
  return ORDERS.flatMap((m) =>
    ORDERS.filter((n) => m !== 0 || n !== 0).map((n): Vector => [m * c - n * s, m * s + n * c]),
  );
}

/** Whether some frequencies, one of each list, add up to a beat that stands still. */
function standsStill(lists: readonly (readonly Vector[])[], slow: number): boolean {
  const search = (at: number, x: number, y: number): boolean => {
    if (at === lists.length) return x * x + y * y < slow * slow;
    return lists[at]!.some(([u, v]) => search(at + 1, x + u, y + v));
  };
  return search(0, 0, 0);
}

/**
 * Screens that keep step: two or three whose frequencies add up to a beat that stands still, so that what their plates
 * share does not average out over the sheet. At most MOST_TOGETHER, in order; empty if none do.
 * @param screens null for screens without rows
 */
export function screensInStep(screens: readonly (Rows | null)[]): readonly number[] {
  const regular = screens.flatMap((s, k) => (s ? [k] : []));
  const vectors = screens.map((s) => (s ? frequenciesOf(s) : []));
  const slow = Math.min(...regular.map((k) => screens[k]!.lpi)) / STILL;
  const found = new Set<number>();
  regular.forEach((a, i) => {
    regular.slice(i + 1).forEach((b, j) => {
      if (standsStill([vectors[a]!, vectors[b]!], slow)) for (const k of [a, b]) found.add(k);
      for (const c of regular.slice(i + j + 2)) {
        if (standsStill([vectors[a]!, vectors[b]!, vectors[c]!], slow)) for (const k of [a, b, c]) found.add(k);
      }
    });
  });
  return [...found].sort((p, q) => p - q).slice(0, MOST_TOGETHER);
}
