import { StoneError } from '../outline/art.ts';
import { anchorsOn, cornersOf } from '../outline/corners.ts';
import { ARC, moved } from '../outline/paths.ts';
import { trackOf } from '../outline/walk.ts';
import { layAlong } from './along-track.ts';
import { type LayWork, stoneWay } from './kind.ts';

/** Distances of runs from the outline, outwards above 0, each with its size. Runs keep the gap from each other. */
function distances({ own, sizes, footprints, gap }: LayWork): { readonly by: number; readonly size: number }[] {
  const runs = Array.from({ length: own.runs }, (_, k) => sizes[k % sizes.length]!);
  const half = runs.map((size) => footprints[size]!.halfHeight);
  const middles: number[] = [];
  for (let k = 0, at = 0; k < runs.length; k++) {
    at += k === 0 ? half[0]! : half[k - 1]! + half[k]! + gap + 3 * ARC;
    middles.push(at);
  }
  const last = middles.length - 1;
  const middle = (middles[0]! - half[0]! + middles[last]! + half[last]!) / 2;
  return middles.map((m, k) => {
    const by = own.side === 'inside' ? -own.distance - m : own.side === 'outside' ? own.distance + m : m - middle;
    return { by: Math.abs(by) < ARC ? 0 : by, size: runs[k]! };
  });
}

export const run = stoneWay({
  name: 'run',
  label: 'Run',
  about: 'Along the outline, spaced evenly so that it closes.',
  uses: ['side', 'distance', 'runs', 'corner'],
  lines: true,
  flatness: 0.001,
  lay(work) {
    const { art, own } = work;
    if (art.lines.length > 0 && (own.side !== 'centre' || own.runs > 1)) {
      throw new StoneError('An outline is open, so that it has no inside; close it, or lay one run along its centre.');
    }
    const corners = own.corner ? art.areas.flatMap((p) => cornersOf(p, true)) : [];
    distances(work).forEach(({ by, size }, row) => {
      const pitch = 2 * work.footprints[size]!.halfWidth + work.gap;
      for (const points of moved(art.areas, by)) {
        const track = trackOf(points, true);
        layAlong(work, track, size, row, anchorsOn(track, corners, by, pitch));
      }
      for (const points of art.lines) {
        const track = trackOf(points, false);
        layAlong(work, track, size, row, own.corner ? anchorsOn(track, cornersOf(points, false), 0, pitch) : []);
      }
    });
  },
});
