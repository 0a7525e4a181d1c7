import type { Contour, Polygon } from '../../raster/outline-coverage.ts';
import type { Outline } from '../../marks/outline.ts';
import { clockwise } from '../../marks/outline.ts';
import { unitedPaths } from './paths.ts';
import { crossingOf } from './crossing.ts';

/** What stones are laid in or along. Lengths in mm. */
export interface StoneArt {
  /** Areas: outer polygons run clockwise on paper, holes the other way; none crosses another. */
  readonly areas: Outline;
  /** Lines that close no area, along which runs may be laid. */
  readonly lines: readonly Polygon[];
}

export const NO_ART: StoneArt = { areas: [], lines: [] };

/** An outline that stones cannot be laid in, in one sentence. */
export class StoneError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'StoneError';
  }
}

const place = (x: number, y: number): string => `${x.toFixed(1)}, ${y.toFixed(1)} mm`;

/** Ends of a line so near to each other, in mm, close it. */
const CLOSES = 0.01;

/** Points nearer to each other than this, in mm, are one. */
const SAME = 1e-4;

/** A closed polygon without points that lie on the one before them, as rounding makes them where arcs meet. */
function withoutDoubles(p: Polygon): Polygon {
  const kept: number[] = [];
  const same = (k: number, x: number, y: number) => Math.abs(kept[k]! - x) < SAME && Math.abs(kept[k + 1]! - y) < SAME;
  for (let k = 0; k < p.length; k += 2) {
    if (kept.length === 0 || !same(kept.length - 2, p[k]!, p[k + 1]!)) kept.push(p[k]!, p[k + 1]!);
  }
  while (kept.length > 2 && same(0, kept[kept.length - 2]!, kept[kept.length - 1]!)) kept.length -= 2;
  return Float64Array.from(kept);
}

/** A contour whose ends meet is closed, whether its path says so or not. */
function closedBy({ points, closed }: Contour): boolean {
  if (closed) return true;
  const n = points.length;
  return n >= 8 && Math.abs(points[0]! - points[n - 2]!) < CLOSES && Math.abs(points[1]! - points[n - 1]!) < CLOSES;
}

/**
 * Art of outlines as they were drawn: closed ones become areas, open ones lines.
 * @param evenOdd overlaps are holes by turns
 * @param strict whether an outline that crosses itself is a mistake; otherwise all that it winds round is inside
 * @throws StoneError when a closed outline crosses itself and may not
 */
export function artOfContours(contours: readonly Contour[], evenOdd = false, strict = true): StoneArt {
  const closed = contours
    .filter(closedBy)
    .map((c) => withoutDoubles(c.points))
    .filter((p) => p.length >= 6);
  for (const points of strict ? closed : []) {
    const at = crossingOf(points);
    if (at) throw new StoneError(`An outline crosses itself at ${place(at[0], at[1])}; untangle it there.`);
  }
  return {
    areas: clockwise(unitedPaths(closed, evenOdd)),
    lines: contours.filter((c) => !closedBy(c)).map((c) => c.points),
  };
}
