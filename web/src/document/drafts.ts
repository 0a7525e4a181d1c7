import { type Job, readJob } from '@chromatype/core';
import { get, set } from 'idb-keyval';
import { history } from './store.ts';

/** Unsaved work of a job, kept in this browser until the server has it. */
export interface Draft {
  readonly version: number;
  readonly job: Job;
}

const draftKey = (id: string): string => `chromatype draft ${id}`;
const historyKey = (id: string): string => `chromatype history ${id}`;
/** Steps of undo that outlive a reload. */
const KEPT_STEPS = 300;

export function keepDraft(id: string, draft: Draft): void {
  try {
    localStorage.setItem(draftKey(id), JSON.stringify(draft));
  } catch {
    // A full or forbidden store: the autosave still runs.
  }
}

export function dropDraft(id: string): void {
  localStorage.removeItem(draftKey(id));
}

export function readDraft(id: string): Draft | null {
  try {
    const draft = JSON.parse(localStorage.getItem(draftKey(id)) ?? 'null') as { version: number; job: unknown } | null;
    return draft && { version: draft.version, job: readJob(draft.job) };
  } catch {
    return null;
  }
}

interface Steps {
  /** The document that the steps lead up to, as text. */
  readonly at: string;
  readonly past: (Job | null)[];
  readonly future: (Job | null)[];
}

export async function keepHistory(id: string, job: Job): Promise<void> {
  const { pastStates, futureStates } = history();
  const steps: Steps = {
    at: JSON.stringify(job),
    past: pastStates.slice(-KEPT_STEPS).map((s) => s.job ?? null),
    future: futureStates.slice(-KEPT_STEPS).map((s) => s.job ?? null),
  };
  await set(historyKey(id), steps).catch(() => {});
}

/** Gives back the undo steps of a job, when they lead up to the very document that was opened. */
export async function restoreHistory(
  id: string,
  job: Job,
): Promise<Pick<ReturnType<typeof history>, 'pastStates' | 'futureStates'> | null> {
  const steps = await get<Steps>(historyKey(id)).catch(() => undefined);
  if (!steps || steps.at !== JSON.stringify(job)) return null;
  return { pastStates: steps.past.map((j) => ({ job: j })), futureStates: steps.future.map((j) => ({ job: j })) };
}
