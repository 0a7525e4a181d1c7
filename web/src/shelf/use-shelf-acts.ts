import { useState } from 'react';
import { toast } from 'sonner';
import { jobs, type JobSummary, type ListedJob } from '../api/jobs.ts';
import type { ShelfList } from './use-shelf.ts';

const say = (error: unknown) => toast.error(error instanceof Error ? error.message : String(error));

/** Jobs of which files leave in one archive, at most: their ids stand in one address. */
const MOST_FILES = 200;

async function copyOf(id: string): Promise<void> {
  const { document } = await jobs.get(id);
  await jobs.create({ ...document, title: `${document.title} copy`.slice(0, 200) });
}

/** Does the same with several jobs, one after the other; says which of them failed, and goes on. */
async function forEach(list: readonly ListedJob[], work: (job: ListedJob) => Promise<unknown>): Promise<ListedJob[]> {
  const done: ListedJob[] = [];
  for (const job of list) {
    try {
      await work(job);
      done.push(job);
    } catch (error) {
      toast.error(`${job.title}: ${error instanceof Error ? error.message : error}`);
    }
  }
  return done;
}

const countOf = (list: readonly ListedJob[]): string => (list.length === 1 ? list[0]!.title : `${list.length} jobs`);

function download(address: string): void {
  const link = document.createElement('a');
  link.href = address;
  link.download = '';
  link.click();
}

/** The selected jobs of the Shelf or of the trash, and what is done with one or several. */
export function useShelfActs(list: ShelfList, trash: boolean) {
  const [selection, setSelection] = useState<ReadonlySet<string>>(new Set());
  const { fetched, reload } = list;
  const selected = fetched.filter((job) => selection.has(job.id));
  const selectNone = () => setSelection((before) => (before.size === 0 ? before : new Set()));

  async function act(what: readonly ListedJob[], work: (job: ListedJob) => Promise<unknown>): Promise<ListedJob[]> {
    const done = await forEach(what, work);
    selectNone();
    reload();
    return done;
  }
  const restore = async (what: readonly ListedJob[]): Promise<void> => {
    await act(what, (job) => jobs.restore(job.id));
  };

  async function remove(what: readonly ListedJob[]): Promise<void> {
    if (trash) {
      const { deleted } = await jobs.emptyTrash(what.map((job) => job.id));
      selectNone();
      reload();
      toast(deleted === 1 ? 'One job is deleted for good.' : `${deleted} jobs are deleted for good.`);
      return;
    }
    const done = await act(what, (job) => jobs.remove(job.id));
    if (done.length === 0) return;
    toast(`${countOf(done)} ${done.length === 1 ? 'was' : 'were'} removed.`, {
      duration: 10_000,
      action: { label: 'Undo', onClick: () => void restore(done).catch(say) },
    });
  }

  async function empty(): Promise<void> {
    const { deleted } = await jobs.emptyTrash([]);
    selectNone();
    reload();
    toast(`${deleted} ${deleted === 1 ? 'job is' : 'jobs are'} deleted for good.`);
  }

  function exportAll(): void {
    if (selected.length > MOST_FILES) {
      toast.error(`At most ${MOST_FILES} jobs leave in one archive; select fewer.`);
      return;
    }
    download(selected.length === 1 ? jobs.fileUrl(selected[0]!.id) : jobs.filesUrl(selected.map((job) => job.id)));
  }

  return {
    selection,
    acts: {
      select: (id: string, on: boolean) =>
        setSelection((before) => {
          const next = new Set(before);
          if (on) next.add(id);
          else next.delete(id);
          return next;
        }),
      selectAll: () => setSelection(new Set(fetched.map((job) => job.id))),
      selectNone,
      duplicate: () => void act(selected, (job) => copyOf(job.id)).catch(say),
      export: exportAll,
      remove: () => void remove(selected).catch(say),
      restore: () => void restore(selected).catch(say),
      empty: () => void empty().catch(say),
    },
    one: {
      remove: (job: ListedJob) => void remove([job]).catch(say),
      duplicate: (job: JobSummary) => void act([job], () => copyOf(job.id)).catch(say),
      restore: (job: ListedJob) => void restore([job]).catch(say),
    },
  };
}
