import { arcTangent, cosine, sine } from '../../math/exact.ts';
import { boxOf } from '../../marks/outline.ts';
import { edgeRows } from '../outline/edge-rows.ts';
import { moved } from '../outline/paths.ts';
import { stoneWay } from './kind.ts';

/** Stones of a pitch that fit a ring: ⌊π / asin(pitch / 2R)⌋, as their middles are so far apart in a straight line. */
export function stonesOfRing(radius: number, pitch: number): number {
  const sineHalf = pitch / (2 * radius);
  if (sineHalf > 1) return 1;
  const half = arcTangent(sineHalf, Math.sqrt(1 - sineHalf * sineHalf));
  return Math.floor(Math.PI / half + 1e-9);
}

export const around = stoneWay({
  name: 'around',
  label: 'Around',
  about: 'Rings about a centre that is chosen on the sheet.',
  uses: ['rows', 'angle'],
  lay(work) {
    const { art, own, sizes, footprints, gap, centre } = work;
    const fields = new Map([...new Set(sizes)].map((s) => [s, moved(art.areas, -footprints[s]!.inner)]));
    const all = [...fields.values()].flat();
    if (all.length === 0) return;
    const inside = new Map([...fields].map(([s, inset]) => [s, edgeRows(inset, footprints[s]!.outer)]));
    const { left, top, right, bottom } = boxOf(all);
    const [farX, farY] = [
      Math.max(Math.abs(left - centre.x), Math.abs(right - centre.x)),
      Math.max(Math.abs(top - centre.y), Math.abs(bottom - centre.y)),
    ];
    const [nearX, nearY] = [
      Math.max(0, left - centre.x, centre.x - right),
      Math.max(0, top - centre.y, centre.y - bottom),
    ];
    const far = Math.sqrt(farX * farX + farY * farY);
    const near = Math.sqrt(nearX * nearX + nearY * nearY);
    const start = (own.angle * Math.PI) / 180;
    for (let ring = 0, radius = 0; radius <= far; ring++) {
      const size = sizes[ring % sizes.length]!;
      const f = footprints[size]!;
      const next = footprints[sizes[(ring + 1) % sizes.length]!]!;
      if (radius >= near - f.outer) {
        const count = ring === 0 ? 1 : stonesOfRing(radius, 2 * f.halfWidth + gap);
        const shift = own.rows === 'brick' && ring % 2 === 1 ? 0.5 : 0;
        for (let k = 0; k < count; k++) {
          const turn = start + ((k + shift) * 2 * Math.PI) / count;
          const [x, y] = [centre.x + radius * cosine(turn), centre.y - radius * sine(turn)];
          const degrees = f.corners ? (turn * 180) / Math.PI - 90 : 0;
          if (inside.get(size)!.inside(x, y) && work.fits(x, y, degrees, size)) work.lay(x, y, degrees, size, ring);
        }
      }
      radius += f.halfHeight + next.halfHeight + gap;
    }
  },
});
