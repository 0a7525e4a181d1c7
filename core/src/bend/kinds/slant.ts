import { cosine, sine } from '../../math/exact.ts';
import { NO_DETAIL } from '../detail.ts';
import { bendKindOf, type PointMap } from '../kind.ts';
import { angleTo, degrees, place, pointOf, radians } from '../places.ts';

/** A slant steeper than this has no width left to print. */
const STEEPEST = 85;

const tangent = (angle: number): number => sine(radians(angle)) / cosine(radians(angle));

/** What two slants leave of an area: 1 without any. */
const areaLeft = (across: number, up: number): number => 1 - tangent(across) * tangent(up);
const LEAST_AREA = 0.02;

const clamp = (angle: number): number => Math.max(-STEEPEST, Math.min(STEEPEST, angle));

/** A point b above the middle moves b · tan(sideways) to the right, one a to its right a · tan(upwards) up. */
export const slant = bendKindOf({
  name: 'slant',
  label: 'Slant',
  about: 'Leans everything over, as italics lean.',
  params: {
    x: place('Middle across', 'The point that stays, from the left edge of the sheet.'),
    y: place('Middle down', 'The point that stays, from the top edge of the sheet.'),
    sideways: degrees('Sideways', 'How far upright lines lean to the right.', 15, STEEPEST),
    upwards: degrees('Upwards', 'How far level lines rise to the right.', 0, STEEPEST),
  },
  begin: ({ width, height }) => ({ x: width / 2, y: height / 2 }),
  ready(s, sheet) {
    const area = areaLeft(s.sideways, s.upwards);
    if ((s.sideways === 0 && s.upwards === 0) || Math.abs(area) < LEAST_AREA) return null;
    const [a, b] = [tangent(s.sideways), tangent(s.upwards)];
    const middle = pointOf(s.x, s.y, sheet);
    const forth: PointMap = (x, y, out) => {
      const [right, up] = [x - middle.x, middle.y - y];
      out.x = middle.x + right + a * up;
      out.y = middle.y - (up + b * right);
    };
    const back: PointMap = (x, y, out) => {
      const [right, up] = [x - middle.x, middle.y - y];
      out.x = middle.x + (right - a * up) / area;
      out.y = middle.y - (up - b * right) / area;
    };
    return { detail: NO_DETAIL, back, forth };
  },
  handles(s, { width, height }) {
    const [w, h] = [width / 4, height / 4];
    return [
      { id: 'middle', label: 'Middle', x: s.x, y: s.y },
      { id: 'sideways', label: 'Sideways', x: s.x + h * tangent(s.sideways), y: s.y - h, from: 'middle' },
      { id: 'upwards', label: 'Upwards', x: s.x + w, y: s.y - w * tangent(s.upwards), from: 'middle' },
    ];
  },
  dragged(s, id, to, { width, height }) {
    if (id === 'middle') return { x: to.x, y: to.y };
    if (id === 'sideways') return { sideways: clamp(angleTo(height / 4, s.x - to.x)) };
    return { upwards: clamp(angleTo(width / 4, to.y - s.y)) };
  },
  fault: ({ sideways, upwards }) =>
    Math.abs(areaLeft(sideways, upwards)) < LEAST_AREA
      ? 'The two slants together press the sheet into a line, so that nothing is moved.'
      : null,
});
