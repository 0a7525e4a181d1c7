import { smoothNoise } from '../../math/smooth-noise.ts';
import { amount, choiceOf, onlyFor, whole } from '../../settings/params.ts';
import {
  type BendReads,
  bendKindOf,
  type BendSheet,
  type DarknessField,
  type PictureRead,
  type PointMap,
} from '../kind.ts';
import { angleTo, axesOf, degrees, pixelsOf, placeAlong, shift } from '../places.ts';

const SOURCES = [
  { name: 'picture', label: 'A picture', about: 'A picture of the job, as large as the sheet.' },
  { name: 'pass', label: 'Another pass', about: 'What another pass prints, wherever it lies in the order.' },
  { name: 'noise', label: 'Noise', about: 'Soft clouds that are made for it.' },
] as const;

const WAYS = [
  { name: 'direction', label: 'In one direction', about: 'Dark places move, by as much as they are dark.' },
  {
    name: 'gradient',
    label: 'Down the slope',
    about: 'Places move away from what is dark, most where light turns into dark.',
  },
] as const;

interface Read {
  readonly source: string;
  readonly picture: string | null;
  readonly softness: number;
}

const readOf = ({ source, picture, softness }: Read): PictureRead | null =>
  source === 'picture' && picture !== null ? { picture, soft: softness } : null;

/** Clouds whose middles lie `size` pixels apart. */
function clouds(size: number, seed: number): DarknessField {
  const dark = (x: number, y: number) => (smoothNoise(x / size, y / size, seed) + 1) / 2;
  // Slopes over a small part of a cloud.
  const h = size / 64;
  return (x, y, out) => {
    out.dark = dark(x, y);
    out.across = (dark(x + h, y) - dark(x - h, y)) / (2 * h);
    out.down = (dark(x, y + h) - dark(x, y - h)) / (2 * h);
  };
}

function fieldOf(
  s: Read & { readonly size: number; readonly seed: number },
  sheet: BendSheet,
  reads: BendReads,
): DarknessField | null {
  if (s.source === 'noise') return clouds(Math.max(1, pixelsOf(s.size, sheet)), s.seed);
  const asked = readOf(s);
  return asked && reads(asked);
}

/** A point p of the print was at p − d(p), where d follows how dark the picture is at p. */
export const light = bendKindOf({
  name: 'light',
  label: 'Push by light',
  about: 'The light of a picture, of another pass or of noise moves what is printed.',
  params: {
    source: choiceOf('Moved by', 'Whose light moves it.', SOURCES, 'noise'),
    picture: {
      kind: 'picture',
      label: 'Picture',
      about: 'The picture whose light moves it. It covers the sheet.',
      normal: null,
      ...onlyFor('source', 'picture'),
    },
    pass: {
      kind: 'pass',
      label: 'Pass',
      about: 'The pass whose print moves it.',
      normal: null,
      ...onlyFor('source', 'pass'),
    },
    amount: shift('Amount', 'How far black moves.', 3),
    way: choiceOf('Way', 'Which way it moves.', WAYS, 'direction'),
    direction: {
      ...degrees('Direction', 'The direction in which dark places move.', 90),
      ...onlyFor('way', 'direction'),
    },
    softness: {
      ...amount(
        'Softness',
        'The length over which light is evened out before it moves anything.',
        3,
        0.1,
        100,
        0.1,
        'mm',
      ),
      ...onlyFor('source', 'picture', 'pass'),
    },
    size: {
      ...amount('Size of clouds', 'From one cloud to the next.', 25, 0.5, 1000, 0.5, 'mm'),
      ...onlyFor('source', 'noise'),
    },
    seed: { ...whole('Seed', 'Another seed gives other clouds.', 1, 0, 99999), ...onlyFor('source', 'noise') },
  },
  reads: readOf,
  ready(s, sheet, reads) {
    const far = pixelsOf(s.amount, sheet);
    if (far === 0) return null;
    const field = fieldOf(s, sheet, reads);
    if (!field) return null;
    const { dx, dy } = axesOf(s.direction);
    const over = pixelsOf(s.source === 'noise' ? s.size : s.softness, sheet);
    const at = { dark: 0, across: 0, down: 0 };
    const back: PointMap =
      s.way === 'direction'
        ? (x, y, out) => {
            field(x, y, at);
            out.x = x - far * at.dark * dx;
            out.y = y - far * at.dark * dy;
          }
        : (x, y, out) => {
            field(x, y, at);
            // Slopes count in the length over which light was evened out; none moves anything further than the amount.
            const [gx, gy] = [at.across * over, at.down * over];
            const by = far / Math.sqrt(1 + gx * gx + gy * gy);
            out.x = x + by * gx;
            out.y = y + by * gy;
          };
    return { detail: () => over / 2, back, forth: null };
  },
  handles({ amount: far, direction, way }, { width, height }) {
    const middle = { x: width / 2, y: height / 2 };
    return [
      { id: 'middle', label: 'Middle of the sheet', ...middle, fixed: true },
      {
        id: 'tip',
        label: way === 'direction' ? 'Amount and direction' : 'Amount',
        ...placeAlong(middle, axesOf(way === 'direction' ? direction : 0), far),
        from: 'middle',
      },
    ];
  },
  dragged({ way }, _id, to, { width, height }) {
    const [x, y] = [to.x - width / 2, to.y - height / 2];
    return way === 'direction' ? { amount: Math.sqrt(x * x + y * y), direction: angleTo(x, y) } : { amount: x };
  },
  fault({ source, picture, pass }) {
    if (source === 'picture' && picture === null) return 'No picture is chosen yet, so that nothing is moved.';
    if (source === 'pass' && pass === null) return 'No pass is chosen yet, so that nothing is moved.';
    return null;
  },
});
