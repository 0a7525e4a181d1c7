import type { Job } from '@chromatype/core';
import { type TemporalState, temporal } from 'zundo';
import { create, useStore } from 'zustand';
import type { Edit } from './edits.ts';

export type SaveState = 'saved' | 'changed' | 'saving' | 'offline' | 'full' | 'conflict' | 'refused';

/** The open job. Only `job` is undone and redone. */
export interface OpenJob {
  readonly id: string | null;
  /** The server's version that this one grew from. */
  readonly version: number;
  readonly job: Job | null;
  readonly saveState: SaveState;
  readonly message: string | null;
  /** A gesture is under way: first pictures may be coarse. */
  readonly dragging: boolean;
}

type Undone = Pick<OpenJob, 'job'>;

export const useOpenJob = create<OpenJob>()(
  temporal(() => ({ id: null, version: 0, job: null, saveState: 'saved', message: null, dragging: false }) as OpenJob, {
    partialize: ({ job }): Undone => ({ job }),
    equality: (a, b) => a.job === b.job,
  }),
);

export const history = (): TemporalState<Undone> => useOpenJob.temporal.getState() as TemporalState<Undone>;

export function useHistory<T>(select: (state: TemporalState<Undone>) => T): T {
  return useStore(useOpenJob.temporal, select as (state: TemporalState<Partial<OpenJob>>) => T);
}

/** How a view takes changes to the open job; null where they are applied as they are. */
type TakeEdit = (change: Edit, job: Job) => Job;
let takeEdit: TakeEdit | null = null;

/** Has changes from now on taken in another way, as where numbers move in time; null takes them as they are. */
export function takeEditsBy(take: TakeEdit | null): void {
  takeEdit = take;
}

/** Hears a change instead of the open job, while one is only looked at. */
let heardBy: ((change: Edit) => void) | null = null;

/** The change that some work makes to the open job, which stays as it is; null if it makes none. */
export function changeOf(work: () => void): Edit | null {
  let found: Edit | null = null;
  heardBy = (change) => {
    found ??= change;
  };
  try {
    work();
  } finally {
    heardBy = null;
  }
  return found;
}

/** Applies one change to the open job. */
export function edit(change: Edit): void {
  const { job } = useOpenJob.getState();
  if (!job) return;
  if (heardBy) {
    heardBy(change);
    return;
  }
  const next = takeEdit ? takeEdit(change, job) : change(job);
  if (next !== job) useOpenJob.setState({ job: next, saveState: 'changed' });
  if (next !== job && (useOpenJob.getState().dragging || grouping)) history().pause();
}

/** Several choices count as one step for undo while something is tried out. */
let grouping = false;

/** Changes from now until `endGroup` are one step for undo; unlike in a gesture, each is shown settled. */
export function beginGroup(): void {
  grouping = true;
}

export function endGroup(): void {
  grouping = false;
  history().resume();
}

/** Changes from now until `endGesture` are one step for undo. */
export function beginGesture(): void {
  if (!useOpenJob.getState().dragging) useOpenJob.setState({ dragging: true });
}

export function endGesture(): void {
  if (!grouping) history().resume();
  if (useOpenJob.getState().dragging) useOpenJob.setState({ dragging: false });
}

function travel(step: () => void): void {
  endGesture();
  history().resume();
  const before = useOpenJob.getState().job;
  step();
  if (useOpenJob.getState().job !== before) useOpenJob.setState({ saveState: 'changed' });
}

export const undo = (): void => travel(() => history().undo());
export const redo = (): void => travel(() => history().redo());
