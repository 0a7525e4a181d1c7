import { anchorsOn, cornersOf } from '../outline/corners.ts';
import { ARC, moved } from '../outline/paths.ts';
import { trackOf } from '../outline/walk.ts';
import { layAlong } from './along-track.ts';
import { stoneWay } from './kind.ts';
import { layTight } from './tight.ts';

/** Rings at most: more do not fit the largest sheet. */
const MOST_RINGS = 20_000;

export const inward = stoneWay({
  name: 'inward',
  label: 'Inward',
  about: 'Rows that follow the outline, step by step towards the middle.',
  uses: ['distance', 'corner', 'fillMiddle'],
  lay(work) {
    const { art, own, sizes, footprints, gap } = work;
    const corners = own.corner ? art.areas.flatMap((p) => cornersOf(p, true)) : [];
    const sizeOf = (ring: number) => sizes[ring % sizes.length]!;
    let inset = moved(art.areas, -own.distance - footprints[sizeOf(0)]!.halfHeight);
    let by = -own.distance - footprints[sizeOf(0)]!.halfHeight;
    for (let ring = 0; ring < MOST_RINGS && inset.length > 0; ring++) {
      const size = sizeOf(ring);
      for (const points of inset) {
        const track = trackOf(points, true);
        const anchors = anchorsOn(track, corners, by, 2 * footprints[size]!.halfWidth + gap);
        // What its points leave free is filled afterwards.
        layAlong(work, track, size, ring, anchors, !own.fillMiddle);
      }
      const step = footprints[size]!.halfHeight + footprints[sizeOf(ring + 1)]!.halfHeight + gap + 4 * ARC;
      // Each ring is made of the last one: stones of both then keep their distance whatever curves are rounded by.
      inset = moved(inset, -step);
      by -= step;
    }
    if (own.fillMiddle) layTight(work, [...new Set(sizes)], own.distance);
  },
});
