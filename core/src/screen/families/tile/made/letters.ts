import { hashShare } from '../../../../math/hash.ts';
import type { MadeTile } from './made-tile.ts';
import { wrapped } from './wrapped-noise.ts';

type Line = readonly [x1: number, y1: number, x2: number, y2: number];

/** Strokes of plain capitals in a box of 1 by 1. */
const CAPITALS: readonly (readonly Line[])[] = [
  [
    [0.25, 0, 0.25, 1],
    [0.8, 0, 0.25, 0.55],
    [0.42, 0.4, 0.85, 1],
  ],
  [[0.5, 0, 0.5, 1]],
  [
    [0.1, 0, 0.9, 0],
    [0.5, 0, 0.5, 1],
  ],
  [
    [0.2, 0, 0.2, 1],
    [0.2, 0, 0.8, 0],
    [0.2, 0.5, 0.7, 0.5],
    [0.2, 1, 0.8, 1],
  ],
  [
    [0.1, 0, 0.3, 1],
    [0.3, 1, 0.5, 0.3],
    [0.5, 0.3, 0.7, 1],
    [0.7, 1, 0.9, 0],
  ],
  [
    [0.2, 0, 0.2, 1],
    [0.8, 0, 0.8, 1],
    [0.2, 0.5, 0.8, 0.5],
  ],
];

/** Strokes of numerals as on a ticket. */
const NUMERALS: readonly (readonly Line[])[] = [
  [
    [0.3, 0.2, 0.55, 0],
    [0.55, 0, 0.55, 1],
  ],
  [
    [0.2, 0, 0.8, 0],
    [0.8, 0, 0.8, 0.5],
    [0.8, 0.5, 0.2, 0.5],
    [0.2, 0.5, 0.2, 1],
    [0.2, 1, 0.8, 1],
  ],
  [
    [0.2, 0, 0.8, 0],
    [0.8, 0, 0.8, 1],
    [0.2, 1, 0.8, 1],
    [0.35, 0.5, 0.8, 0.5],
  ],
  [
    [0.2, 0, 0.2, 0.5],
    [0.2, 0.5, 0.8, 0.5],
    [0.8, 0, 0.8, 1],
  ],
  [
    [0.2, 0, 0.8, 0],
    [0.8, 0, 0.35, 1],
  ],
  [
    [0.2, 0, 0.8, 0],
    [0.2, 0, 0.2, 1],
    [0.8, 0, 0.8, 1],
    [0.2, 1, 0.8, 1],
  ],
];

function toLine(x: number, y: number, [x1, y1, x2, y2]: Line): number {
  const [dx, dy] = [x2 - x1, y2 - y1];
  const along = Math.min(1, Math.max(0, ((x - x1) * dx + (y - y1) * dy) / (dx * dx + dy * dy)));
  const [ex, ey] = [x - x1 - along * dx, y - y1 - along * dy];
  return Math.sqrt(ex * ex + ey * ey);
}

/** Letters in rows, chosen by the seed; nearest to a stroke is darkest. */
const rowsOf = (letters: readonly (readonly Line[])[], columns: number, seed: number) => (u: number, v: number) => {
  const [x, y] = [u * columns, v * columns];
  const [i, j] = [Math.floor(x), Math.floor(y)];
  let nearest = 1;
  for (const a of [i - 1, i, i + 1]) {
    for (const b of [j - 1, j, j + 1]) {
      const pick = Math.floor(hashShare(wrapped(a, columns), wrapped(b, columns), seed) * letters.length);
      const [px, py] = [(x - a - 0.18) / 0.64, (y - b - 0.16) / 0.68];
      for (const line of letters[pick]!) nearest = Math.min(nearest, toLine(px, py, line));
    }
  }
  return 1 - nearest * 1.5;
};

/** Capitals. */
export const capitals: MadeTile = {
  name: 'capitals',
  label: 'Capitals',
  about: 'Capital letters in rows, each growing from its strokes.',
  group: 'Letters',
  cells: 5,
  darkness: (seed) => rowsOf(CAPITALS, 5, seed),
};

/** Numerals. */
export const numerals: MadeTile = {
  name: 'numerals',
  label: 'Numerals',
  about: 'Numerals in rows, as on a ticket.',
  group: 'Letters',
  cells: 5,
  darkness: (seed) => rowsOf(NUMERALS, 5, seed),
};
