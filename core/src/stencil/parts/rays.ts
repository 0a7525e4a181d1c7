import { hashShare } from '../../math/hash.ts';
import { amount, comesRound, share, whole } from '../../settings/params.ts';
import { around, planBoxPath, type Point, polygonPath, ROUND } from './box-path.ts';
import { clippedToBox } from './clip-polygon.ts';
import { partKind } from './kind.ts';
import { BOX_PARAMS } from './outline.ts';

const params = {
  ...BOX_PARAMS,
  rays: whole('Rays', 'How many rays go out.', 24, 2, 400),
  part: share('Width of rays', 'Share of the circle that the rays take; gaps have the rest.', 0.5, 0.02, 0.98),
  middleX: share('Middle across', 'Where the rays begin, from the left of the box.', 0.5, -1, 2),
  middleY: share('Middle down', 'Where the rays begin, from the top of the box.', 0.5, -1, 2),
  from: amount('Free middle', 'Radius about the middle that the rays leave free.', 0, 0, 2000, 1, 'mm'),
  uneven: share('Unevenness', 'How much rays differ in width and in where they begin.', 0, 0, 1),
  first: comesRound(
    amount('First ray', 'Where the first ray points, counter-clockwise from the right.', 0, -360, 360, 1, '°'),
  ),
  seed: whole('Seed', 'Another number gives other rays.', 1, 0, 9999),
} as const;

/** Rays from a point, cut at a box: a rising sun, or lines of speed. */
export const rays = partKind({
  name: 'rays',
  label: 'Rays',
  about: 'Rays from a point: a rising sun, or lines of speed about a face.',
  params,
  plan(s, asked) {
    const { width, height } = s;
    const middle: Point = [s.middleX * width, s.middleY * height];
    const far = Math.max(
      ...[0, width].flatMap((x) => [0, height].map((y) => Math.abs(x - middle[0]) + Math.abs(y - middle[1]))),
    );
    const step = ROUND / s.rays;
    const start = (s.first * Math.PI) / 180;
    const path = Array.from({ length: s.rays }, (_, k) => {
      const chance = (what: number) => hashShare(k, what, s.seed);
      const wide = step * s.part * (1 - s.uneven * 0.85 * chance(1));
      const angle = start + k * step + s.uneven * (chance(2) - 0.5) * step * (1 - s.part);
      const from = s.from * (1 + s.uneven * 0.8 * chance(3));
      const at = (turn: number, radius: number) => around(middle, angle + turn * wide, radius, radius);
      // The outer end is wider than the box: what lies beyond it is cut off. Wide rays are made of several pieces.
      const pieces = Math.max(1, Math.ceil(wide / 0.5));
      const outer = Array.from({ length: pieces + 1 }, (_, n) => at(0.5 - n / pieces, 2 * far));
      return polygonPath(clippedToBox([at(-0.5, from), at(0.5, from), ...outer], width, height));
    });
    return planBoxPath(s, path.join('') || 'M0 0L0 0L0 0Z', asked);
  },
});
