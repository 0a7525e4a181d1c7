import { sine } from '../../math/exact.ts';
import { amount, comesRound } from '../../settings/params.ts';
import { bendKindOf, type PointMap } from '../kind.ts';
import { angleTo, axesOf, degrees, length, pixelsOf, place, placeAlong, pointOf, shift } from '../places.ts';

/** Points move at right angles to the cloth: p = q + height · sin(2π waves s + phase) sin(π s) n, s from 0 to 1 along it. */
export const banner = bendKindOf({
  name: 'banner',
  label: 'Banner',
  about: 'Waves as cloth does in wind that is held at both ends.',
  params: {
    x: place('Left end across', 'Where the cloth is held, from the left edge of the sheet.'),
    y: place('Left end down', 'Where the cloth is held, from the top edge of the sheet.'),
    length: length('Length', 'From one end to the other.', 100),
    height: shift('Height', 'From the middle to a crest, half way along.', 8),
    waves: amount('Waves', 'Whole waves from one end to the other.', 1.5, 0.25, 40, 0.25),
    phase: comesRound(degrees('Phase', 'Where in its swing the cloth begins.', 0)),
    direction: comesRound(degrees('Direction', 'The way from the left end to the other.', 0)),
  },
  begin: ({ width, height }) => ({ x: width * 0.05, y: height / 2, length: width * 0.9 }),
  ready(s, sheet) {
    const [height, long] = [pixelsOf(s.height, sheet), pixelsOf(s.length, sheet)];
    if (height === 0 || long <= 0) return null;
    const { dx, dy, nx, ny } = axesOf(s.direction);
    const end = pointOf(s.x, s.y, sheet);
    const phase = s.phase / 360;
    const swing = (x: number, y: number): number => {
      const t = ((x - end.x) * dx + (y - end.y) * dy) / long;
      return t <= 0 || t >= 1 ? 0 : height * sine(2 * Math.PI * (s.waves * t + phase)) * sine(Math.PI * t);
    };
    const moved =
      (way: 1 | -1): PointMap =>
      (x, y, out) => {
        const by = way * swing(x, y);
        out.x = x + by * nx;
        out.y = y + by * ny;
      };
    return { detail: () => long / (2 * Math.max(1, s.waves)), back: moved(-1), forth: moved(1) };
  },
  handles(s) {
    const axes = axesOf(s.direction);
    return [
      { id: 'left', label: 'Left end', x: s.x, y: s.y },
      { id: 'right', label: 'Right end', ...placeAlong(s, axes, s.length), from: 'left' },
      { id: 'crest', label: 'Height', ...placeAlong(s, axes, s.length / 2, s.height), from: 'left' },
    ];
  },
  dragged(s, id, to) {
    const [x, y] = [to.x - s.x, to.y - s.y];
    if (id === 'left') return { x: to.x, y: to.y };
    if (id === 'right') return { length: Math.max(1, Math.sqrt(x * x + y * y)), direction: angleTo(x, y) };
    const { nx, ny } = axesOf(s.direction);
    return { height: x * nx + y * ny };
  },
  fault: ({ length: long }) =>
    long === 0 ? 'The banner has no length, so that it moves nothing: give it one of more than 0 mm.' : null,
});
