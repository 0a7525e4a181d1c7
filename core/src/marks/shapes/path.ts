import { arcTangent, cosine, sine } from '../../math/exact.ts';

export type Place = readonly [number, number];

/** A place at a distance from 0 and an angle in degrees, counter-clockwise on paper. */
export const polar = (radius: number, degrees: number): Place => [
  radius * cosine((degrees * Math.PI) / 180),
  -radius * sine((degrees * Math.PI) / 180),
];

const at = ([x, y]: Place): string => `${Number(x.toFixed(9))} ${Number(y.toFixed(9))}`;

const length = ([x, y]: Place): number => Math.sqrt(x * x + y * y);

const tangent = (angle: number): number => sine(angle) / cosine(angle);

/**
 * A closed path through corners; `round` 0..1 rounds each by an arc that begins as far as half of its shorter side before
 * it. An arc is one cubic curve, whose control points lie 4/3 tan(φ/4) radii along (common practice).
 */
export function cornered(corners: readonly Place[], round = 0): string {
  if (round <= 0) return `M${corners.map(at).join('L')}Z`;
  const n = corners.length;
  const pieces = corners.map(([x, y], k) => {
    const [px, py] = corners[(k + n - 1) % n]!;
    const [qx, qy] = corners[(k + 1) % n]!;
    const [before, after] = [length([px - x, py - y]), length([qx - x, qy - y])];
    const cut = (round * Math.min(before, after)) / 2;
    const [ux, uy] = [(px - x) / before, (py - y) / before];
    const [vx, vy] = [(qx - x) / after, (qy - y) / after];
    // The way turns by so much at the corner.
    const turn = Math.abs(arcTangent(ux * vy - uy * vx, -(ux * vx + uy * vy)));
    const arm = turn < 1e-6 ? 0 : cut * (1 - ((4 / 3) * tangent(turn / 4)) / tangent(turn / 2));
    const from: Place = [x + ux * cut, y + uy * cut];
    const to: Place = [x + vx * cut, y + vy * cut];
    return `${k === 0 ? 'M' : 'L'}${at(from)}C${at([x + ux * arm, y + uy * arm])} ${at([x + vx * arm, y + vy * arm])} ${at(to)}`;
  });
  return `${pieces.join('')}Z`;
}

/** Control points of a quarter circle of radius 1 lie this far along (common practice). */
const QUARTER = 0.5522847498;

/** An ellipse about 0 with its half axes as four cubic arcs; `back` runs the other way round. */
export function oval(rx: number, ry: number, back = false): string {
  const [kx, ky] = [QUARTER * rx, QUARTER * ry];
  const s = back ? -1 : 1;
  const arcs: readonly (readonly [Place, Place, Place])[] = [
    [
      [rx, s * ky],
      [kx, s * ry],
      [0, s * ry],
    ],
    [
      [-kx, s * ry],
      [-rx, s * ky],
      [-rx, 0],
    ],
    [
      [-rx, -s * ky],
      [-kx, -s * ry],
      [0, -s * ry],
    ],
    [
      [kx, -s * ry],
      [rx, -s * ky],
      [rx, 0],
    ],
  ];
  return `M${at([rx, 0])}${arcs.map((arc) => `C${arc.map(at).join(' ')}`).join('')}Z`;
}
