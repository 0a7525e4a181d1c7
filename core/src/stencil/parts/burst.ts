import { hashShare } from '../../math/hash.ts';
import { share, whole } from '../../settings/params.ts';
import { around, planBoxPath, type Point, polygonPath, ROUND } from './box-path.ts';
import { partKind } from './kind.ts';
import { BOX_PARAMS } from './outline.ts';

const params = {
  ...BOX_PARAMS,
  points: whole('Points', 'How many points the burst has.', 18, 3, 120),
  inner: share(
    'Inner radius',
    'How far in the gaps between the points reach: 100 % leaves a round shape.',
    0.68,
    0.05,
    1,
  ),
  uneven: share('Unevenness', 'How much the points differ from each other.', 0.25, 0, 1),
  seed: whole('Seed', 'Another number gives another burst.', 1, 0, 9999),
} as const;

/** A star of many uneven points, as behind a price or a shout. */
export const burst = partKind({
  name: 'burst',
  label: 'Burst',
  about: 'A star of many points, even or uneven.',
  params,
  plan(s, asked) {
    const middle: Point = [s.width / 2, s.height / 2];
    const step = ROUND / s.points;
    const points = Array.from({ length: 2 * s.points }, (_, k): Point => {
      const outer = k % 2 === 0;
      const chance = hashShare(k, 1, s.seed) - 0.5;
      // Points become shorter only, so that the burst fills its box.
      const radius = outer
        ? 1 - s.uneven * 0.6 * hashShare(k, 0, s.seed)
        : s.inner * (1 - s.uneven * 0.3 * hashShare(k, 0, s.seed));
      return around(
        middle,
        ROUND / 4 + (k * step) / 2 + 0.7 * s.uneven * chance * step,
        (radius * s.width) / 2,
        (radius * s.height) / 2,
      );
    });
    return planBoxPath(s, polygonPath(points), asked);
  },
});
