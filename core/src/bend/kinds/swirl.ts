import { cosine, sine, square, turnBy } from '../../math/exact.ts';
import { detailAround } from '../detail.ts';
import { bendKindOf, type PointMap } from '../kind.ts';
import { angleTo, degrees, inMiddle, length, pixelsOf, place, pointOf, radians } from '../places.ts';

/** Points turn about the centre by turn · (1 − (r / reach)²)², counter-clockwise; beyond the reach nothing moves. */
export const swirl = bendKindOf({
  name: 'swirl',
  label: 'Swirl',
  about: 'Turns around a centre, most in the middle and not at all beyond its reach.',
  params: {
    x: place('Centre across', 'From the left edge of the sheet.'),
    y: place('Centre down', 'From the top edge of the sheet.'),
    reach: length('Reach', 'Beyond this distance from the centre nothing moves.', 40),
    turn: degrees('Turn', 'How far the middle is turned, counter-clockwise.', 120, 3600),
  },
  begin: (sheet) => inMiddle(sheet, 0.4),
  ready(s, sheet) {
    const reach = pixelsOf(s.reach, sheet);
    if (reach <= 0 || s.turn === 0) return null;
    const centre = pointOf(s.x, s.y, sheet);
    const turn = radians(s.turn);
    const by = { cos: 1, sin: 0 };
    const turned =
      (way: 1 | -1): PointMap =>
      (x, y, out) => {
        const [dx, dy] = [x - centre.x, y - centre.y];
        const near = 1 - (dx * dx + dy * dy) / (reach * reach);
        if (near <= 0) {
          out.x = x;
          out.y = y;
          return;
        }
        turnBy(way * turn * square(near), by);
        out.x = centre.x + dx * by.cos + dy * by.sin;
        out.y = centre.y - dx * by.sin + dy * by.cos;
      };
    return {
      detail: detailAround(centre, reach, reach / (1 + Math.abs(s.turn) / 45)),
      back: turned(-1),
      forth: turned(1),
    };
  },
  handles({ x, y, reach, turn }) {
    const angle = radians(turn);
    const near = reach * 0.5;
    return [
      { id: 'centre', label: 'Centre', x, y },
      { id: 'reach', label: 'Reach', x: x + reach, y, from: 'centre' },
      { id: 'turn', label: 'Turn', x: x + near * cosine(angle), y: y - near * sine(angle), from: 'centre' },
    ];
  },
  dragged(s, id, to) {
    const [x, y] = [to.x - s.x, to.y - s.y];
    if (id === 'centre') return { x: to.x, y: to.y };
    if (id === 'reach') return { reach: Math.max(1, Math.sqrt(x * x + y * y)) };
    // A hand that goes on round the centre goes on turning.
    const step = angleTo(x, y) - s.turn;
    return { turn: Math.max(-3600, Math.min(3600, s.turn + step - 360 * Math.round(step / 360))) };
  },
  fault: ({ reach }) =>
    reach === 0 ? 'The swirl has no reach, so that it moves nothing: give it one of more than 0 mm.' : null,
});
