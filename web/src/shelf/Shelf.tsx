import { createJob, DEFAULT_SHEET, type Job, readJob } from '@chromatype/core';
import { Upload } from 'lucide-react';
import { useCallback, useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { SignOut } from '../access/SignOut.tsx';
import { jobs, type JobSummary, type ListedJob } from '../api/jobs.ts';
import { editOfFiles } from '../bench/add-picture.ts';
import { newId } from '../document/edits.ts';
import { sheetLikePicture } from '../document/sheet-edits.ts';
import { Button } from '../ui/Button.tsx';
import { Mark } from '../ui/Mark.tsx';
import { useFileDrop } from '../ui/use-file-drop.ts';
import { JobCard } from './JobCard.tsx';
import { UnreadableCard } from './UnreadableCard.tsx';

const say = (error: unknown) => toast.error(error instanceof Error ? error.message : String(error));

/** A job made from files: of a job document, or of pictures, whose first gives the sheet its proportions. */
async function jobFromFiles(files: readonly File[]): Promise<Job | null> {
  const document = files.find((f) => f.name.toLowerCase().endsWith('.json'));
  if (document) {
    let value: unknown;
    try {
      value = JSON.parse(await document.text());
    } catch {
      throw new Error(`${document.name} is not a job: it is not valid JSON.`);
    }
    return readJob(value);
  }
  const [first] = files;
  const change = first ? await editOfFiles(files, null) : null;
  if (!first || !change) return null;
  const job = createJob((first.name || 'Pasted picture').replace(/\.[^.]*$/, '').slice(0, 200), newId());
  return likePicture(change(job));
}

/** A job whose sheet has the proportions of the picture that it begins with, unless that stated its size. */
function likePicture(job: Job): Job {
  const [picture] = job.pictures;
  const untouched = job.sheet.width === DEFAULT_SHEET.width && job.sheet.height === DEFAULT_SHEET.height;
  return picture && untouched ? sheetLikePicture(picture)(job) : job;
}

/** Milliseconds after which the Bench and its workers are made ready: the Shelf's own prints come first. */
const WARM_AFTER = 500;

/** All jobs as small prints. */
export function Shelf() {
  const navigate = useNavigate();
  const [list, setList] = useState<readonly ListedJob[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);

  const load = useCallback(() => {
    jobs.list().then(setList, (error: unknown) => setProblem(error instanceof Error ? error.message : String(error)));
  }, []);
  useEffect(() => {
    document.title = 'Shelf · Chromatype';
    load();
  }, [load]);
  // While the artist looks, what a job is opened with is fetched and started.
  const listed = list !== null;
  useEffect(() => {
    if (!listed) return;
    const timer = setTimeout(() => {
      void import('../bench/Bench.tsx');
      void import('../engine/pool.ts').then(({ enginePool }) => enginePool().warmUp());
    }, WARM_AFTER);
    return () => clearTimeout(timer);
  }, [listed]);

  const open = async (job: Job) => navigate(`/jobs/${(await jobs.create(job)).id}`);
  const over = useFileDrop((files) => {
    jobFromFiles(files).then((job) => job && open(job), say);
  });

  function chooseFiles(): void {
    const input = document.createElement('input');
    input.type = 'file';
    input.multiple = true;
    input.accept = 'image/*,.tif,.tiff,.ora,.json';
    input.onchange = () => void jobFromFiles([...(input.files ?? [])]).then((job) => job && open(job), say);
    input.click();
  }

  async function remove(job: ListedJob): Promise<void> {
    await jobs.remove(job.id);
    load();
    toast(`${job.title} was removed.`, {
      duration: 10000,
      action: { label: 'Undo', onClick: () => void jobs.restore(job.id).then(load, say) },
    });
  }

  async function duplicate(job: JobSummary): Promise<void> {
    const { document } = await jobs.get(job.id);
    await jobs.create({ ...document, title: `${document.title} copy`.slice(0, 200) });
    load();
  }

  return (
    <div className="flex min-h-full flex-col">
      <header className="flex h-[44px] shrink-0 items-center justify-between border-b border-ink px-3">
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
          <Button onClick={() => navigate('/swatches')} title="Sets of inks">
            Swatches
          </Button>
          <Button onClick={chooseFiles}>
            <Upload size={13} aria-hidden /> From a picture
          </Button>
          <Button strong onClick={() => void open(createJob('New job', newId())).catch(say)}>
            New job
          </Button>
        </div>
      </header>
      <main className="mx-auto w-full max-w-[1240px] flex-1 px-5 py-6">
        <div className="flex items-baseline justify-between pb-4">
          <h2 className="text-[26px] leading-none">Shelf</h2>
          <p className="text-muted max-[999px]:hidden">Drop or paste a picture anywhere to start a print of it.</p>
        </div>
        {problem && (
          <p role="alert" className="text-hot-text">
            {problem}
          </p>
        )}
        {list?.length === 0 && (
          <p className="border border-dashed border-hairline p-10 text-center text-muted">
            Nothing here yet. Drop a picture, or start a new job.
          </p>
        )}
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(min(270px,100%),1fr))] gap-6">
          {list?.map((job) =>
            'unreadable' in job ? (
              <UnreadableCard key={job.id} job={job} remove={() => void remove(job).catch(say)} />
            ) : (
              <JobCard
                key={job.id}
                job={job}
                remove={() => void remove(job).catch(say)}
                duplicate={() => void duplicate(job).catch(say)}
              />
            ),
          )}
        </ul>
      </main>
      {over && (
        <p className="pointer-events-none fixed inset-3 z-30 grid place-items-center border-2 border-dashed border-hot bg-paper/80 font-head text-[18px]">
          Drop it to start a print of it
        </p>
      )}
    </div>
  );
}
