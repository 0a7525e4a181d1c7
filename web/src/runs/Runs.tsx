import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { isOver, type Run } from '../api/runs.ts';
import { Choice } from '../ui/Choice.tsx';
import { PageHeader } from '../ui/PageHeader.tsx';
import { showBytes } from '../ui/bytes.ts';
import { RunLine } from './RunLine.tsx';
import { useAllRuns } from './use-all-runs.ts';

const SHOWN = [
  { value: 'all', label: 'All' },
  { value: 'under way', label: 'Under way' },
  { value: 'done', label: 'Done' },
  { value: 'failed', label: 'Failed' },
] as const;

type Shown = (typeof SHOWN)[number]['value'];

const isShown = (run: Run, shown: Shown): boolean => {
  if (shown === 'all') return true;
  return shown === 'under way' ? !isOver(run) : run.state === shown;
};

/** All runs of all jobs: what is being made, what was, what failed and why, and the room that it takes. */
export function Runs() {
  const { list, room, problem, look } = useAllRuns();
  const [shown, setShown] = useState<Shown>('all');
  useEffect(() => {
    document.title = 'Runs · Chromatype';
  }, []);
  const act = (work: Promise<unknown>) =>
    void work.then(look, (error: unknown) => toast.error(error instanceof Error ? error.message : String(error)));
  const found = (list ?? []).filter((run) => isShown(run, shown));
  return (
    <div className="grid h-full min-h-[600px] min-w-[1000px] grid-rows-[44px_minmax(0,1fr)]">
      <PageHeader title="Runs" />
      <main className="min-h-0 overflow-y-auto">
        <div className="mx-auto max-w-[1240px] px-5 py-5">
          <div className="flex items-center justify-between gap-4 pb-3">
            <Choice<Shown> label="Which runs" value={shown} options={SHOWN} onChange={setShown} />
            <span className="text-muted" data-testid="room">
              {room &&
                `Files take ${showBytes(room.used)}; the disk has ${showBytes(room.left)} left. Runs go after 30 days.`}
            </span>
          </div>
          {problem && (
            <p role="alert" className="pb-2 text-hot-text">
              {problem}
            </p>
          )}
          {list !== null && found.length === 0 && (
            <p className="border border-dashed border-hairline p-10 text-center text-muted">
              {shown === 'all'
                ? 'Nothing was made yet. Output on the Bench and Batch make runs.'
                : 'There is none of these.'}
            </p>
          )}
          {found.length > 0 && (
            <table className="w-full table-fixed">
              <thead>
                <tr className="border-b border-ink text-left text-[11px] text-muted">
                  <th className="py-1 font-normal">File</th>
                  <th className="w-[150px] py-1 font-normal">State</th>
                  <th className="w-[84px] py-1 font-normal">Size</th>
                  <th className="w-[170px] py-1 font-normal">Asked for</th>
                  <th className="w-[110px] py-1" aria-label="What can be done" />
                </tr>
              </thead>
              <tbody>
                {found.map((run) => (
                  <RunLine key={run.id} run={run} act={act} />
                ))}
              </tbody>
            </table>
          )}
        </div>
      </main>
    </div>
  );
}
