import { arcTangent } from '../math/exact.ts';
import { type RepeatRegion, repeatSteps, type Vector } from './region.ts';

/** Both vectors of a lattice in pixels, y upwards. */
export interface LatticeVectors {
  readonly ax: number;
  readonly ay: number;
  readonly bx: number;
  readonly by: number;
}

/** A linear map: x to xx · x + xy · y, y to yx · x + yy · y; y downwards. */
export interface Linear {
  readonly xx: number;
  readonly xy: number;
  readonly yx: number;
  readonly yy: number;
}

/** A lattice that repeats with a region. */
export interface SnappedLattice {
  /** Leads from a place of the repeating lattice, seen from the top left of the region, to one of the lattice as it was. */
  readonly back: Linear;
  /** How much its first vector is turned, in degrees counter-clockwise. */
  readonly turned: number;
  /** How many times as many rows it has to a length. */
  readonly finer: number;
}

const solve = ({ ax, ay, bx, by }: LatticeVectors, { x, y }: Vector): readonly [number, number] => {
  // y downwards on the sheet, upwards in the lattice.
  const det = ax * -by - bx * -ay;
  return [(x * -by - bx * y) / det, (ax * y - x * -ay) / det];
};

/**
 * The lattice nearest to another one that repeats with a region: each step of the repeat is a whole number of its cells.
 * Null where a repeat is too small to hold any.
 */
export function snappedLattice(lattice: LatticeVectors, region: RepeatRegion): SnappedLattice | null {
  const steps = repeatSteps(region);
  const { ax, ay, bx, by } = lattice;
  // Where each step should lead in the lattice as it was: whole numbers of its cells.
  const whole = steps.map((step): Vector => {
    const [u, v] = solve(lattice, step).map(Math.round) as [number, number];
    return { x: u * ax + v * bx, y: -(u * ay + v * by) };
  });
  const [p, q] = whole as [Vector, Vector];
  if (Math.abs(p.x * q.y - p.y * q.x) < 1e-6) return null;
  const [r, s] = steps;
  const det = r.x * s.y - s.x * r.y;
  const back: Linear = {
    xx: (p.x * s.y - q.x * r.y) / det,
    xy: (q.x * r.x - p.x * s.x) / det,
    yx: (p.y * s.y - q.y * r.y) / det,
    yy: (q.y * r.x - p.y * s.x) / det,
  };
  return { back, ...moved(lattice, back) };
}

/** How the vectors of a lattice change where a map leads back to them. */
function moved(
  { ax, ay, bx, by }: LatticeVectors,
  { xx, xy, yx, yy }: Linear,
): Pick<SnappedLattice, 'turned' | 'finer'> {
  const det = xx * yy - xy * yx;
  const [x, y] = [(yy * ax - xy * -ay) / det, (xx * -ay - yx * ax) / det];
  const turn = ((arcTangent(-y, x) - arcTangent(ay, ax)) * 180) / Math.PI;
  const area = Math.abs((ax * by - ay * bx) / det);
  return {
    turned: turn - 360 * Math.round(turn / 360),
    finer: Math.sqrt(Math.abs(ax * by - ay * bx) / area),
  };
}
