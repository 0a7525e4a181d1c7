import { edgeGrid } from '../outline/edge-grid.ts';
import { edgeRows } from '../outline/edge-rows.ts';
import type { JobStones } from '../job-params.ts';
import type { StoneRegion } from '../lay.ts';
import type { StoneList } from '../list.ts';
import { apart } from '../table/apart.ts';
import { footprintOf } from '../table/footprint.ts';
import { createTaken } from '../taken.ts';
import { thinBridge } from './bridge.ts';
import { tooManyColours } from './colours.ts';
import { gapTooSmall } from './gap.ts';
import type { FaultKind, FaultWork, StoneFault } from './kind.ts';
import { lonely } from './lonely.ts';
import { outside } from './outside.ts';
import { overlap } from './overlap.ts';

export type { Mend, StoneFault } from './kind.ts';

/** Every kind of fault, in the order in which they are listed. */
export const STONE_FAULTS: readonly FaultKind[] = [overlap, gapTooSmall, outside, thinBridge, lonely, tooManyColours];

/** Faults of one kind at most: more are not read by anybody. */
export const MOST_FAULTS = 500;

function workOf(stones: StoneList, job: JobStones, regions: readonly StoneRegion[]): FaultWork {
  const footprints = job.sizes.map((size) => footprintOf(size));
  const { count, x, y } = stones;
  const box = { left: 0, top: 0, right: 1, bottom: 1 };
  for (let k = 0; k < count; k++) {
    box.left = Math.min(box.left, x[k]!);
    box.right = Math.max(box.right, x[k]!);
    box.top = Math.min(box.top, y[k]!);
    box.bottom = Math.max(box.bottom, y[k]!);
  }
  const taken = createTaken(
    box,
    footprints,
    regions.map((r) => r.own.gap),
    new Set(stones.size),
  );
  for (let k = 0; k < count; k++) {
    taken.add({
      x: x[k]!,
      y: y[k]!,
      turn: stones.turn[k]!,
      size: stones.size[k]!,
      colour: stones.colour[k]!,
      region: stones.region[k]!,
      hand: stones.hand[k]!,
    });
  }
  const widest = footprints.reduce((most, f) => Math.max(most, f.outer), 0);
  const edges = new Map<number, ReturnType<FaultWork['edges']>>();
  return {
    stones,
    job,
    regions,
    footprints,
    taken,
    edges(region) {
      const { areas } = regions[region]!.art;
      const made = edges.get(region) ?? { grid: edgeGrid(areas, 2 * widest), rows: edgeRows(areas, 2 * widest) };
      edges.set(region, made);
      return made;
    },
    *pairs(within) {
      for (let a = 0; a < count; a++) {
        const own = footprints[stones.size[a]!]!;
        const found: { a: number; b: number; apart: number }[] = [];
        taken.near(x[a]!, y[a]!, own.outer + widest + within, (b) => {
          if (b <= a) return;
          const other = footprints[stones.size[b]!]!;
          const [dx, dy] = [x[b]! - x[a]!, y[b]! - y[a]!];
          const reach = own.outer + other.outer + within;
          if (dx * dx + dy * dy > reach * reach) return;
          const far = apart(own, stones.turn[a]!, other, stones.turn[b]!, dx, dy, within);
          if (far < within) found.push({ a, b, apart: far });
        });
        yield* found;
      }
    },
  };
}

/** Everything that is wrong with a layout, kind by kind. */
export function stoneFaults(stones: StoneList, job: JobStones, regions: readonly StoneRegion[]): StoneFault[] {
  const work = workOf(stones, job, regions);
  return STONE_FAULTS.flatMap((kind) => {
    const found: StoneFault[] = [];
    for (const fault of kind.find(work)) {
      found.push(fault);
      if (found.length === MOST_FAULTS) break;
    }
    return found;
  });
}
