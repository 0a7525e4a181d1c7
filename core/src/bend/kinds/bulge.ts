import { square } from '../../math/exact.ts';
import { amount } from '../../settings/params.ts';
import { detailAround } from '../detail.ts';
import { bendKindOf, type PointMap } from '../kind.ts';
import { inMiddle, length, pixelsOf, place, pointOf } from '../places.ts';
import { solveRising } from '../solve.ts';

/**
 * What comes to lie at a distance of s reaches from the centre was at s · (1 − amount · (1 − s²)²): the middle is enlarged
 * 1 / (1 − amount) times. It folds nowhere while amount lies between −1.25 and 1.
 */
export const bulge = bendKindOf({
  name: 'bulge',
  label: 'Bulge',
  about: 'Enlarges what lies around a centre, or below 0 pinches it.',
  params: {
    x: place('Centre across', 'From the left edge of the sheet.'),
    y: place('Centre down', 'From the top edge of the sheet.'),
    reach: length('Reach', 'Beyond this distance from the centre nothing moves.', 40),
    amount: amount('Amount', 'Above 0 a bulge, below 0 a pinch.', 0.5, -1, 0.9, 0.01, '%'),
  },
  begin: (sheet) => inMiddle(sheet, 0.4),
  ready(s, sheet) {
    const reach = pixelsOf(s.reach, sheet);
    if (reach <= 0 || s.amount === 0) return null;
    const centre = pointOf(s.x, s.y, sheet);
    const share = (near: number) => near * (1 - s.amount * square(1 - near * near));
    const scaled =
      (times: (near: number) => number): PointMap =>
      (x, y, out) => {
        const [dx, dy] = [x - centre.x, y - centre.y];
        const near = Math.sqrt(dx * dx + dy * dy) / reach;
        const by = near >= 1 ? 1 : near === 0 ? 1 : times(near) / near;
        out.x = by === 1 ? x : centre.x + dx * by;
        out.y = by === 1 ? y : centre.y + dy * by;
      };
    return {
      detail: detailAround(centre, reach, reach / 2),
      back: scaled(share),
      forth: scaled((near) => solveRising(share, near, 0, 1)),
    };
  },
  handles({ x, y, reach, amount: by }) {
    return [
      { id: 'centre', label: 'Centre', x, y },
      { id: 'reach', label: 'Reach', x: x + reach, y, from: 'centre' },
      { id: 'amount', label: 'Amount', x, y: y - (reach * (by + 1)) / 2, from: 'centre' },
    ];
  },
  dragged(s, id, to) {
    const [x, y] = [to.x - s.x, to.y - s.y];
    if (id === 'centre') return { x: to.x, y: to.y };
    if (id === 'reach') return { reach: Math.max(1, Math.sqrt(x * x + y * y)) };
    return { amount: s.reach > 0 ? Math.max(-1, Math.min(0.9, (-2 * y) / s.reach - 1)) : s.amount };
  },
  fault: ({ reach }) =>
    reach === 0 ? 'The bulge has no reach, so that it moves nothing: give it one of more than 0 mm.' : null,
});
