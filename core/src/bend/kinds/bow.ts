import { NO_DETAIL } from '../detail.ts';
import { bendKindOf, type PointMap } from '../kind.ts';
import { angleTo, axesOf, degrees, length, pixelsOf, place, placeAlong, pointOf, shift } from '../places.ts';

/** Points move at right angles to the bow's chord: p = q + height · (1 − (2s / length)²) n, s from its middle. */
export const bow = bendKindOf({
  name: 'bow',
  label: 'Bow',
  about: 'Bends rows into arches; what stood upright stays upright.',
  params: {
    x: place('Middle across', 'The middle of the chord, from the left edge of the sheet.'),
    y: place('Middle down', 'The middle of the chord, from the top edge of the sheet.'),
    length: length('Length', 'The chord between the two points that do not move.', 100),
    height: shift('Height', 'How far the middle rises above the chord.', 10),
    direction: degrees('Direction', 'The way along the chord.', 0),
  },
  begin: ({ width, height }) => ({ x: width / 2, y: height / 2, length: width }),
  ready(s, sheet) {
    const [height, half] = [pixelsOf(s.height, sheet), pixelsOf(s.length, sheet) / 2];
    if (height === 0 || half <= 0) return null;
    const { dx, dy, nx, ny } = axesOf(s.direction);
    const middle = pointOf(s.x, s.y, sheet);
    const moved =
      (way: 1 | -1): PointMap =>
      (x, y, out) => {
        const t = ((x - middle.x) * dx + (y - middle.y) * dy) / half;
        const by = way * height * (1 - t * t);
        out.x = x + by * nx;
        out.y = y + by * ny;
      };
    return { detail: NO_DETAIL, back: moved(-1), forth: moved(1) };
  },
  handles(s) {
    const axes = axesOf(s.direction);
    return [
      { id: 'middle', label: 'Middle of the chord', x: s.x, y: s.y },
      { id: 'top', label: 'Height', ...placeAlong(s, axes, 0, s.height), from: 'middle' },
      { id: 'end', label: 'End of the chord', ...placeAlong(s, axes, s.length / 2), from: 'middle' },
    ];
  },
  dragged(s, id, to) {
    const [x, y] = [to.x - s.x, to.y - s.y];
    if (id === 'middle') return { x: to.x, y: to.y };
    if (id === 'end') return { length: Math.max(1, 2 * Math.sqrt(x * x + y * y)), direction: angleTo(x, y) };
    const { nx, ny } = axesOf(s.direction);
    return { height: x * nx + y * ny };
  },
  fault: ({ length: long }) =>
    long === 0 ? 'The bow has no length, so that it moves nothing: give it one of more than 0 mm.' : null,
});
