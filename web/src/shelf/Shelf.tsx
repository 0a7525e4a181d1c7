import { createJob } from '@chromatype/core';
import { Upload } from 'lucide-react';
import { useDeferredValue, useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { SignOut } from '../access/SignOut.tsx';
import { jobs, type ListedJob, type ShelfAsked } from '../api/jobs.ts';
import { newId } from '../document/edits.ts';
import { Button } from '../ui/Button.tsx';
import { Mark } from '../ui/Mark.tsx';
import { useFileDrop } from '../ui/use-file-drop.ts';
import { beginJobs } from './begin-job.ts';
import { JobCard } from './JobCard.tsx';
import { JobGrid } from './JobGrid.tsx';
import { ShelfBar } from './ShelfBar.tsx';
import { TagsDialog } from './TagsDialog.tsx';
import { UnreadableCard } from './UnreadableCard.tsx';
import { useShelf } from './use-shelf.ts';
import { useShelfActs } from './use-shelf-acts.ts';

const say = (error: unknown) => toast.error(error instanceof Error ? error.message : String(error));

/** Milliseconds after which the Bench and its workers are made ready: the Shelf's own prints come first. */
const WARM_AFTER = 500;

/** While the artist looks, what a job is opened with is fetched and started. */
function useWarmUp(listed: boolean): void {
  useEffect(() => {
    if (!listed) return;
    const timer = setTimeout(() => {
      void import('../bench/Bench.tsx');
      void import('../engine/pool.ts').then(({ enginePool }) => enginePool().warmUp());
    }, WARM_AFTER);
    return () => clearTimeout(timer);
  }, [listed]);
}

/** All jobs as small prints: found, sorted, worked on one by one or several at a time. */
export function Shelf() {
  const navigate = useNavigate();
  const [asked, setAsked] = useState<ShelfAsked>({ q: '', sort: 'changed', trash: false });
  const list = useShelf(useDeferredValue(asked));
  const [tags, setTags] = useState<readonly { tag: string; jobs: number }[]>([]);
  const [tagging, setTagging] = useState<ListedJob | null>(null);
  const { reload } = list;
  const { selection, acts, one } = useShelfActs(list, asked.trash);
  useEffect(() => {
    document.title = 'Shelf · Chromatype';
  }, []);
  useWarmUp(list.total !== null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: tags may change with every change of the list
  useEffect(() => {
    jobs.tags().then(setTags, () => {});
  }, [list.total, tagging]);

  const open = (id: string | null) => id && navigate(`/jobs/${id}`);
  const begin = (files: readonly File[]) => void beginJobs(files).then(open, say);
  const over = useFileDrop((files) => begin(files));

  function chooseFiles(): void {
    const input = document.createElement('input');
    input.type = 'file';
    input.multiple = true;
    input.accept = 'image/*,.tif,.tiff,.ora,.json,.zip';
    input.onchange = () => begin([...(input.files ?? [])]);
    input.click();
  }

  const newJob = () => void jobs.create(createJob('New job', newId())).then((made) => open(made.id), say);
  return (
    <div className="grid h-full grid-rows-[44px_minmax(0,1fr)]">
      <header className="flex items-center justify-between border-b border-ink px-3">
        <h1 className="flex items-center gap-2 text-[17px] font-bold">
          <Mark />
          Chromatype
        </h1>
        <div className="flex gap-1.5 max-[999px]:hidden">
          <Button
            aria-label="Keys"
            title="All keys (?)"
            onClick={() => window.dispatchEvent(new Event('chromatype-keys'))}
          >
            ?
          </Button>
          <SignOut />
          <Button onClick={() => navigate('/runs')} title="Everything that is being made, and what was">
            Runs
          </Button>
          <Button onClick={() => navigate('/batch')} title="Many pictures by some recipes">
            Batch
          </Button>
          <Button onClick={() => navigate('/swatches')} title="Sets of inks">
            Swatches
          </Button>
          <Button onClick={chooseFiles}>
            <Upload size={13} aria-hidden /> From a file
          </Button>
          <Button strong onClick={newJob}>
            New job
          </Button>
        </div>
      </header>
      <JobGrid
        list={list}
        head={
          <>
            <ShelfBar
              asked={asked}
              total={list.total}
              tags={tags}
              selected={selection.size}
              ask={(part) => {
                acts.selectNone();
                setAsked((before) => ({ ...before, ...part }));
              }}
              acts={acts}
            />
            {list.problem && (
              <p role="alert" className="text-hot-text">
                {list.problem}
              </p>
            )}
            {list.total === 0 && (
              <p className="border border-dashed border-hairline p-10 text-center text-muted">
                {asked.q
                  ? 'No job has all of these words in its title or tags.'
                  : asked.trash
                    ? 'The trash is empty.'
                    : 'Nothing here yet. Drop a picture, or start a new job.'}
              </p>
            )}
          </>
        }
        card={(job) =>
          'unreadable' in job ? (
            <UnreadableCard key={job.id} job={job} remove={() => one.remove(job)} />
          ) : (
            <JobCard
              key={job.id}
              job={job}
              selected={selection.has(job.id)}
              select={(on) => acts.select(job.id, on)}
              remove={() => one.remove(job)}
              duplicate={() => one.duplicate(job)}
              restore={() => one.restore(job)}
              setTags={() => setTagging(job)}
            />
          )
        }
      />
      {tagging && (
        <TagsDialog
          job={tagging}
          close={() => setTagging(null)}
          save={(own) =>
            void jobs.setTags(tagging.id, own).then(() => {
              setTagging(null);
              reload();
            }, say)
          }
        />
      )}
      {over && (
        <p className="pointer-events-none fixed inset-3 z-30 grid place-items-center border-2 border-dashed border-hot bg-paper/80 font-head text-[18px]">
          Drop it to start from it
        </p>
      )}
    </div>
  );
}
