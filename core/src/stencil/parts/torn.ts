import { hashShare } from '../../math/hash.ts';
import { amount, choiceOf, whole } from '../../settings/params.ts';
import { planBoxPath, type Point, polygonPath } from './box-path.ts';
import { partKind } from './kind.ts';
import { BOX_PARAMS } from './outline.ts';

const params = {
  ...BOX_PARAMS,
  sides: choiceOf('Torn', 'Which edges are torn; the others are cut straight.', [
    { name: 'all', label: 'All round', about: 'All four edges.' },
    { name: 'across', label: 'Top and bottom', about: 'The upper and the lower edge.' },
    { name: 'bottom', label: 'Bottom', about: 'The lower edge alone.' },
    { name: 'right', label: 'Right', about: 'The right edge alone.' },
  ]),
  depth: amount('Depth of tears', 'How far tears reach in from the edge.', 6, 0.1, 200, 0.5, 'mm'),
  length: amount('Length of tears', 'From one large tear to the next.', 30, 1, 500, 1, 'mm'),
  seed: whole('Seed', 'Another number tears it otherwise.', 1, 0, 9999),
} as const;

/** Points along an edge, in mm from one to the next. */
const FINE = 0.35;
const MOST_POINTS = 6000;

/** How far in an edge is torn at a place along it, 0..1: tears of falling sizes over each other. */
function tornBy(at: number, seed: number): number {
  let [sum, weight, size] = [0, 0.5, 1];
  for (let layer = 0; layer < 7; layer++, weight *= 0.56, size /= 2.1) {
    const place = at / size;
    const i = Math.floor(place);
    const t = place - i;
    const s = t * t * (3 - 2 * t);
    const [a, b] = [hashShare(i, layer, seed), hashShare(i + 1, layer, seed)];
    sum += weight * (a + s * (b - a));
  }
  return Math.min(1, sum);
}

const TORN: Readonly<Record<string, readonly boolean[]>> = {
  all: [true, true, true, true],
  across: [true, false, true, false],
  bottom: [false, false, true, false],
  right: [false, true, false, false],
};

/** A piece of paper that was torn. */
export const torn = partKind({
  name: 'torn',
  label: 'Torn edge',
  about: 'A piece with torn edges.',
  params,
  plan(s, asked) {
    const { width, height } = s;
    const corners: readonly Point[] = [
      [0, 0],
      [width, 0],
      [width, height],
      [0, height],
    ];
    const most = Math.min(s.depth, 0.45 * Math.min(width, height));
    const tears = TORN[s.sides]!;
    const lengthOf = (side: number) => (side % 2 === 0 ? width : height);
    /** How far in an edge lies at so many mm along it. */
    const inset = (side: number, at: number): number =>
      tears[side] ? most * tornBy(at / s.length, s.seed + 101 * side) : 0;
    const points = corners.flatMap((from, side): Point[] => {
      const [before, after] = [(side + 3) % 4, (side + 1) % 4];
      const to = corners[after]!;
      const length = lengthOf(side);
      const [dx, dy] = [(to[0] - from[0]) / length, (to[1] - from[1]) / length];
      // Edges meet where both of them are torn to: each begins as far in as the one before it ends.
      const start = inset(before, lengthOf(before));
      const end = length - inset(after, 0);
      const count = tears[side] ? Math.max(2, Math.min(MOST_POINTS, Math.ceil((end - start) / FINE))) : 1;
      return Array.from({ length: count }, (_, k): Point => {
        const at = start + ((end - start) * k) / count;
        // The ends are torn as far as the edges beside them reckon with.
        const by = inset(side, k === 0 ? 0 : at);
        // Inwards is to the right of the way round.
        return [from[0] + at * dx - by * dy, from[1] + at * dy + by * dx];
      });
    });
    return planBoxPath(s, polygonPath(points), asked);
  },
});
