import type { Job } from '../../document/types.ts';
import { planJobStones } from '../../print/job-stones.ts';
import { anyStones, type StonePlan } from '../../print/plan-stones.ts';
import { type Footprint, footprintOf } from '../../stones/table/footprint.ts';
import type { StoneList } from '../../stones/list.ts';
import type { JobStones } from '../../stones/job-params.ts';
import { MOST_STONES } from '../../stones/lay.ts';
import type { OutputWork } from '../output.ts';

/** Why a job has no stones to take out; null if it has. */
export const stonesFault = (job: Job): string | null =>
  anyStones(job) ? null : 'No pass lays stones; choose the Stones screen in one, or open the Stones view.';

/** The stones of all passes that are taken out. */
export interface AllStones {
  readonly job: JobStones;
  readonly plans: readonly StonePlan[];
  readonly lists: readonly StoneList[];
  readonly count: number;
}

/**
 * Lays the stones of the passes that are taken out.
 * @throws Error in one sentence where they are too many, or none
 */
export function allStones({ env, job, passes }: Pick<OutputWork, 'env' | 'job' | 'passes'>): AllStones {
  const plans = planJobStones(env, job, passes);
  const layouts = plans.map((plan) => plan.layout());
  if (layouts.some((l) => l.cut)) {
    throw new Error(
      `The design needs more than ${MOST_STONES.toLocaleString('en')} stones; choose larger stones, a wider gap or a smaller design.`,
    );
  }
  const count = layouts.reduce((sum, { stones }) => sum + stones.count, 0);
  if (count === 0) {
    const said = layouts.flatMap((l) => l.notes)[0]?.said;
    throw new Error(said ?? 'The layout holds no stones.');
  }
  return { job: job.stones, plans, lists: layouts.map((l) => l.stones), count };
}

/** Calls `each` with every stone of all passes, in their order. */
export function eachStone({ lists }: AllStones, each: (list: StoneList, k: number) => void): void {
  for (const list of lists) for (let k = 0; k < list.count; k++) each(list, k);
}

/** The holes that are cut for the sizes of a table. */
export const holesOf = ({ sizes }: JobStones): Footprint[] => sizes.map((size) => footprintOf(size, size.clearance));

/** The box of the middles of all stones, and beyond them by what reaches furthest. */
export function stoneBox(all: AllStones) {
  const holes = holesOf(all.job);
  const box = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };
  eachStone(all, (list, k) => {
    const { outer } = holes[list.size[k]!]!;
    box.left = Math.min(box.left, list.x[k]! - outer);
    box.right = Math.max(box.right, list.x[k]! + outer);
    box.top = Math.min(box.top, list.y[k]! - outer);
    box.bottom = Math.max(box.bottom, list.y[k]! + outer);
  });
  return box;
}
