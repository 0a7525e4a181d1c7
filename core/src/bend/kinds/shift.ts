import { cosine, sine } from '../../math/exact.ts';
import { amount, comesRound } from '../../settings/params.ts';
import { NO_DETAIL } from '../detail.ts';
import { bendKindOf, type PointMap } from '../kind.ts';
import { angleTo, degrees, place, pixelsOf, pointOf, radians, shift as way } from '../places.ts';

/** A turn and a size about a middle, followed by a way: what lies at m + v comes to m + way + size · v turned. */
export const shift = bendKindOf({
  name: 'shift',
  label: 'Shift',
  about: 'Moves, turns and sizes everything as one piece.',
  params: {
    x: place('Middle across', 'The point about which it turns and grows, from the left edge of the sheet.'),
    y: place('Middle down', 'The point about which it turns and grows, from the top edge of the sheet.'),
    right: way('Right', 'How far it moves to the right.', 1),
    down: way('Down', 'How far it moves down.', 0),
    turn: comesRound(degrees('Turn', 'Counter-clockwise, about the middle.', 0, 3600)),
    size: amount('Size', 'How large it becomes beside what it was.', 1, 0.05, 20, 0.01, '×'),
  },
  begin: ({ width, height }) => ({ x: width / 2, y: height / 2 }),
  ready(s, sheet) {
    if (s.right === 0 && s.down === 0 && s.turn % 360 === 0 && s.size === 1) return null;
    const middle = pointOf(s.x, s.y, sheet);
    const [right, down] = [pixelsOf(s.right, sheet), pixelsOf(s.down, sheet)];
    const whole = s.turn % 360 === 0;
    const [c, n] = whole ? [1, 0] : [cosine(radians(s.turn)), sine(radians(s.turn))];
    const forth: PointMap = (x, y, out) => {
      const [dx, dy] = [x - middle.x, y - middle.y];
      out.x = middle.x + right + s.size * (c * dx + n * dy);
      out.y = middle.y + down + s.size * (c * dy - n * dx);
    };
    const back: PointMap = (x, y, out) => {
      const [dx, dy] = [(x - middle.x - right) / s.size, (y - middle.y - down) / s.size];
      out.x = middle.x + c * dx - n * dy;
      out.y = middle.y + c * dy + n * dx;
    };
    return { detail: NO_DETAIL, back, forth };
  },
  handles(s, { width, height }) {
    const arm = Math.min(width, height) / 4;
    const [c, n] = [cosine(radians(s.turn)) * arm * s.size, sine(radians(s.turn)) * arm * s.size];
    const to = { x: s.x + s.right, y: s.y + s.down };
    return [
      { id: 'middle', label: 'Middle', x: s.x, y: s.y },
      { id: 'to', label: 'Moved to', ...to, from: 'middle' },
      { id: 'arm', label: 'Turn and size', x: to.x + c, y: to.y - n, from: 'to' },
    ];
  },
  dragged(s, id, to, { width, height }) {
    if (id === 'middle') return { x: to.x, y: to.y };
    if (id === 'to') return { right: to.x - s.x, down: to.y - s.y };
    const [dx, dy] = [to.x - s.x - s.right, to.y - s.y - s.down];
    const size = (4 * Math.sqrt(dx * dx + dy * dy)) / Math.min(width, height);
    return { turn: angleTo(dx, dy), size: Math.max(0.05, Math.min(20, size)) };
  },
  fault: ({ right, down, turn, size }) =>
    right === 0 && down === 0 && turn % 360 === 0 && size === 1
      ? 'Nothing is moved, turned or sized yet: drag one of the handles.'
      : null,
});
