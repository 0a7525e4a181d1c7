import { arcTangent, cosine, sine } from '../../math/exact.ts';
import { bendKindOf, type PointMap } from '../kind.ts';
import { angleTo, axesOf, degrees, length, pixelsOf, place, placeAlong, pointOf, radians } from '../places.ts';

/**
 * Rows become arcs about one pivot and columns its rays. Along the row through the middle nothing is stretched: a point
 * a along it and b above it goes to the angle a / R and the radius R + b, where R = length / spread.
 */
export const fan = bendKindOf({
  name: 'fan',
  label: 'Fan',
  about: 'Spreads columns like a fan: rows become arcs around one pivot.',
  params: {
    x: place('Middle across', 'The middle of the row that keeps its length, from the left edge of the sheet.'),
    y: place('Middle down', 'The middle of the row that keeps its length, from the top edge of the sheet.'),
    length: length('Length', 'As much of that row as the spread is stated for.', 100),
    spread: degrees('Spread', 'The angle that so much of the row takes; below 0 the pivot lies above.', 60, 350),
    direction: degrees('Direction', 'The way along the row.', 0),
  },
  begin: ({ width, height }) => ({ x: width / 2, y: height / 2, length: width }),
  ready(s, sheet) {
    if (s.spread === 0 || s.length <= 0) return null;
    const r = pixelsOf(s.length, sheet) / radians(s.spread);
    const side = r > 0 ? 1 : -1;
    const { dx, dy, nx, ny } = axesOf(s.direction);
    const middle = pointOf(s.x, s.y, sheet);
    const back: PointMap = (x, y, out) => {
      const across = (x - middle.x) * dx + (y - middle.y) * dy;
      const up = (x - middle.x) * nx + (y - middle.y) * ny + r;
      const a = r * arcTangent(side * across, side * up);
      const b = side * Math.sqrt(across * across + up * up) - r;
      out.x = middle.x + a * dx + b * nx;
      out.y = middle.y + a * dy + b * ny;
    };
    const forth: PointMap = (x, y, out) => {
      const angle = ((x - middle.x) * dx + (y - middle.y) * dy) / r;
      const radius = r + (x - middle.x) * nx + (y - middle.y) * ny;
      const across = radius * sine(angle);
      const up = radius * cosine(angle) - r;
      out.x = middle.x + across * dx + up * nx;
      out.y = middle.y + across * dy + up * ny;
    };
    return { detail: () => Math.abs(r), back, forth };
  },
  handles(s) {
    const axes = axesOf(s.direction);
    const half = radians(s.spread) / 2;
    const r = half === 0 ? 0 : s.length / 2 / half;
    const end =
      half === 0 ? placeAlong(s, axes, s.length / 2) : placeAlong(s, axes, r * sine(half), r * cosine(half) - r);
    return [
      { id: 'middle', label: 'Middle of the row', x: s.x, y: s.y },
      { id: 'end', label: 'End of the row: spread', ...end, from: 'middle' },
    ];
  },
  dragged(s, id, to) {
    if (id === 'middle') return { x: to.x, y: to.y };
    // The end of an arc is seen from its middle at a quarter of the spread below the row.
    const seen = angleTo(to.x - s.x, to.y - s.y) - s.direction;
    const below = -(seen - 360 * Math.round(seen / 360));
    return { spread: Math.max(-350, Math.min(350, 4 * below)) };
  },
  fault({ length: long, spread }) {
    if (long === 0) return 'The fan has no length, so that it moves nothing: give it one of more than 0 mm.';
    return Math.abs(spread) > 350 ? 'The fan is wider than a full turn, so that it lies over itself.' : null;
  },
});
