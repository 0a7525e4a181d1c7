import { cosine, sine } from '../../math/exact.ts';

export type Place = readonly [number, number];

/** A place at a distance from 0 and an angle in degrees, counter-clockwise on paper. */
export const polar = (radius: number, degrees: number): Place => [
  radius * cosine((degrees * Math.PI) / 180),
  -radius * sine((degrees * Math.PI) / 180),
];

const at = ([x, y]: Place): string => `${Number(x.toFixed(9))} ${Number(y.toFixed(9))}`;

const between = ([ax, ay]: Place, [bx, by]: Place, t: number): Place => [ax + (bx - ax) * t, ay + (by - ay) * t];

/** A closed path through corners; `round` 0..1 rounds each as far as the middles of its sides. */
export function cornered(corners: readonly Place[], round = 0): string {
  if (round <= 0) return `M${corners.map(at).join('L')}Z`;
  const n = corners.length;
  const pieces = corners.map((corner, k) => {
    const before = between(corner, corners[(k + n - 1) % n]!, round / 2);
    const after = between(corner, corners[(k + 1) % n]!, round / 2);
    return `${k === 0 ? 'M' : 'L'}${at(before)}Q${at(corner)} ${at(after)}`;
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
