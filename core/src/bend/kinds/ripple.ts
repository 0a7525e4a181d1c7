import { sine, square } from '../../math/exact.ts';
import { detailAround } from '../detail.ts';
import { comesRound } from '../../settings/params.ts';
import { bendKindOf, type PointMap } from '../kind.ts';
import { degrees, inMiddle, length, pixelsOf, place, pointOf, shift } from '../places.ts';
import { solveRising } from '../solve.ts';

/** Where waves of a height would lie over themselves: their steepest place must stay below 1. */
const steepest = ({ length: long, height }: { readonly length: number; readonly height: number }): number =>
  long > 0 ? (2 * Math.PI * Math.abs(height)) / long : 0;

/**
 * Rings about a centre: what comes to lie at distance r was at r − height · sin(2π r / length + phase), less and less
 * towards the reach, and less in the first quarter of a length, so that the centre stays a point.
 */
export const ripple = bendKindOf({
  name: 'ripple',
  label: 'Ripple',
  about: 'Rings as a stone makes them in water.',
  params: {
    x: place('Centre across', 'From the left edge of the sheet.'),
    y: place('Centre down', 'From the top edge of the sheet.'),
    reach: length('Reach', 'Beyond this distance from the centre nothing moves.', 50),
    length: length('Length', 'From crest to crest.', 12),
    height: shift('Height', 'How far a crest moves points outwards.', 1),
    phase: comesRound(degrees('Phase', 'Where in its swing the innermost ring begins.', 0)),
  },
  begin: (sheet) => inMiddle(sheet, 0.5),
  ready(s, sheet) {
    const [reach, long, height] = [s.reach, s.length, s.height].map((mm) => pixelsOf(mm, sheet)) as [
      number,
      number,
      number,
    ];
    if (reach <= 0 || long <= 0 || height === 0) return null;
    const centre = pointOf(s.x, s.y, sheet);
    const phase = s.phase / 360;
    const source = (r: number): number => {
      const fades = square(1 - square(Math.min(1, r / reach)));
      const begins = Math.min(1, (4 * r) / long);
      return r - height * sine(2 * Math.PI * (r / long + phase)) * fades * begins * begins * (3 - 2 * begins);
    };
    const moved =
      (to: (r: number) => number): PointMap =>
      (x, y, out) => {
        const [dx, dy] = [x - centre.x, y - centre.y];
        const r = Math.sqrt(dx * dx + dy * dy);
        const by = r === 0 || r >= reach ? 1 : to(r) / r;
        out.x = by === 1 ? x : centre.x + dx * by;
        out.y = by === 1 ? y : centre.y + dy * by;
      };
    return {
      detail: detailAround(centre, reach, Math.min(reach, long / 2)),
      back: moved(source),
      forth: moved((r) => solveRising(source, r, 0, reach)),
    };
  },
  handles: ({ x, y, reach }) => [
    { id: 'centre', label: 'Centre', x, y },
    { id: 'reach', label: 'Reach', x: x + reach, y, from: 'centre' },
  ],
  dragged(s, id, to) {
    const [x, y] = [to.x - s.x, to.y - s.y];
    return id === 'centre' ? { x: to.x, y: to.y } : { reach: Math.max(1, Math.sqrt(x * x + y * y)) };
  },
  fault(s) {
    if (s.reach === 0) return 'The ripple has no reach, so that it moves nothing: give it one of more than 0 mm.';
    if (s.length === 0) return 'The ripple has no length, so that it moves nothing: give it one of more than 0 mm.';
    return steepest(s) > 1 ? 'The rings are so high for their length that they lie over each other.' : null;
  },
});
