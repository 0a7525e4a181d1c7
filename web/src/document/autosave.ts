import { type Job, JobError, readJob } from '@chromatype/core';
import { loadPicture } from '../engine/pictures.ts';
import { Refused } from '../api/http.ts';
import { jobs } from '../api/jobs.ts';
import { dropDraft, keepDraft, keepHistory, readDraft, restoreHistory } from './drafts.ts';
import { endGesture, history, useOpenJob } from './store.ts';

const SAVE_AFTER = 400;
const TRY_AGAIN_AFTER = 3000;
const HISTORY_AFTER = 200;
const DRAFT_AFTER = 250;

let timer: ReturnType<typeof setTimeout> | undefined;
let historyTimer: ReturnType<typeof setTimeout> | undefined;
let draftTimer: ReturnType<typeof setTimeout> | undefined;
let saving = false;
let serverJob: Job | null = null;

/** Tells other tabs of this browser what was saved. */
const tabs = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('chromatype jobs');

/** Opens a job: the server's version, or unsaved work of this browser that grew from it. */
export async function openJob(id: string): Promise<void> {
  clearTimeout(timer);
  endGesture();
  const stored = await jobs.get(id);
  const document = readJob(stored.document);
  // Pictures are on their way while the view is drawn for the first time.
  for (const picture of document.pictures) void loadPicture(picture);
  const draft = readDraft(id);
  const same = draft !== null && JSON.stringify(draft.job) === JSON.stringify(document);
  const conflict = draft !== null && !same && draft.version !== stored.version;
  const job = same || !draft ? document : draft.job;
  serverJob = document;
  useOpenJob.setState({
    id,
    version: conflict ? draft.version : stored.version,
    job,
    message: null,
    dragging: false,
    saveState: conflict ? 'conflict' : job === document ? 'saved' : 'changed',
  });
  history().clear();
  const steps = await restoreHistory(id, job);
  if (steps && useOpenJob.getState().job === job) useOpenJob.temporal.setState(steps);
  if (same) dropDraft(id);
  else if (draft && !conflict) schedule(0);
}

export function closeJob(): void {
  flush();
  clearTimeout(timer);
  useOpenJob.setState({ id: null, job: null, saveState: 'saved', message: null });
  history().clear();
}

function schedule(after: number): void {
  clearTimeout(timer);
  timer = setTimeout(() => void save(), after);
}

async function save(): Promise<void> {
  const { id, version, job, saveState } = useOpenJob.getState();
  if (!id || !job || saveState === 'saved' || saveState === 'conflict') return;
  if (saving) {
    schedule(SAVE_AFTER);
    return;
  }
  saving = true;
  useOpenJob.setState({ saveState: 'saving' });
  const still = () => useOpenJob.getState().id === id;
  try {
    readJob(job);
    const { version: saved } = await jobs.save(id, version, job);
    tabs?.postMessage({ id, version: saved });
    if (!still()) return;
    serverJob = job;
    const unchanged = useOpenJob.getState().job === job;
    useOpenJob.setState({ version: saved, saveState: unchanged ? 'saved' : 'changed', message: null });
    if (unchanged) dropDraft(id);
    else schedule(SAVE_AFTER);
    void keepHistory(id, job);
  } catch (error) {
    if (still()) failed(error);
  } finally {
    saving = false;
  }
}

function failed(error: unknown): void {
  const message = error instanceof Error ? error.message : String(error);
  if (error instanceof Refused && error.status === 409) useOpenJob.setState({ saveState: 'conflict', message });
  else if (error instanceof Refused && error.passes) {
    useOpenJob.setState({ saveState: error.status === 507 ? 'full' : 'offline', message });
    schedule(TRY_AGAIN_AFTER);
  } else useOpenJob.setState({ saveState: 'refused', message: error instanceof JobError ? error.message : message });
}

/** Saves what is unsaved and waits until the server has it. Throws when it could not be saved. */
export async function saveNow(): Promise<void> {
  clearTimeout(timer);
  while (saving) await new Promise((resolve) => setTimeout(resolve, 20));
  await save();
  const { saveState, message } = useOpenJob.getState();
  if (saveState === 'changed' || saveState === 'saving') await saveNow();
  else if (saveState !== 'saved') throw new Error(message ?? 'The job is not saved.');
}

function keepDraftNow(): void {
  clearTimeout(draftTimer);
  draftTimer = undefined;
  const { id, version, job, saveState } = useOpenJob.getState();
  if (id && job && saveState !== 'saved' && saveState !== 'conflict') keepDraft(id, { version, job });
}

/** Keeps the steps of undo that are not kept yet. Steps that are still being restored must not be written over. */
function keepHistoryNow(): void {
  if (historyTimer === undefined) return;
  clearTimeout(historyTimer);
  historyTimer = undefined;
  const { id, job } = useOpenJob.getState();
  if (id && job) void keepHistory(id, job);
}

/** Writes unsaved work and the steps of undo down before the job is left or the page goes away. */
function flush(): void {
  keepDraftNow();
  keepHistoryNow();
  void save();
}

/** Throws this tab's changes away and takes what the server has. */
export async function takeTheirs(): Promise<void> {
  const { id } = useOpenJob.getState();
  if (!id) return;
  dropDraft(id);
  await openJob(id);
}

/** Saves this tab's changes as a job of their own and returns its id. */
export async function keepMineAsCopy(): Promise<string | null> {
  const { id, job } = useOpenJob.getState();
  if (!id || !job) return null;
  const copy = await jobs.create({ ...job, title: `${job.title} (my copy)`.slice(0, 200) });
  dropDraft(id);
  return copy.id;
}

useOpenJob.subscribe((now, before) => {
  if (!now.id || now.id !== before.id || now.job === before.job || !now.job || now.saveState === 'conflict') return;
  draftTimer ??= setTimeout(keepDraftNow, DRAFT_AFTER);
  clearTimeout(historyTimer);
  historyTimer = setTimeout(keepHistoryNow, HISTORY_AFTER);
  schedule(SAVE_AFTER);
});

tabs?.addEventListener('message', ({ data }: MessageEvent<{ id: string; version: number }>) => {
  const { id, version, saveState, job } = useOpenJob.getState();
  if (data.id !== id || data.version <= version) return;
  // Nothing of our own is unsaved: follow silently. Otherwise the next save tells of the conflict.
  if (saveState === 'saved' && job === serverJob) void openJob(id);
});

if (typeof window !== 'undefined') {
  window.addEventListener('pagehide', flush);
  window.addEventListener('online', () => schedule(0));
}
