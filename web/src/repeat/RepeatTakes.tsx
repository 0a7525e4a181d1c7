import { type Job, OUTPUTS, outputOf, type OutputName } from '@chromatype/core';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { jobs, type JobSummary } from '../api/jobs.ts';
import { runs } from '../api/runs.ts';
import { RunRow } from '../bench/output/RunRow.tsx';
import { useRuns } from '../bench/output/use-runs.ts';
import { saveNow } from '../document/autosave.ts';
import { Button } from '../ui/Button.tsx';
import { addAsStencil, keepAsTile } from './swatch-uses.ts';
import type { MadeSwatch } from './use-swatch.ts';

interface Props {
  readonly id: string;
  readonly job: Job;
  readonly swatch: MadeSwatch | null;
}

const FILES = OUTPUTS.map((o) => o.name).filter((name) => name === 'repeat-png' || name === 'repeat-svg');

/** Jobs that can be read, besides the one that is open. */
function useOtherJobs(id: string): readonly JobSummary[] {
  const [others, setOthers] = useState<readonly JobSummary[]>([]);
  useEffect(() => {
    jobs.list().then(
      (all) => setOthers(all.filter((one): one is JobSummary => !('unreadable' in one) && one.id !== id)),
      () => {},
    );
  }, [id]);
  return others;
}

/** What comes of a swatch: files, a tile, and a stencil. */
export function RepeatTakes({ id, job, swatch }: Props) {
  const { list, follow } = useRuns(id);
  const others = useOtherJobs(id);
  const [busy, setBusy] = useState(false);

  async function doing(what: string, work: () => Promise<string>): Promise<void> {
    setBusy(true);
    const note = toast.loading(what);
    try {
      toast.success(await work(), { id: note });
    } catch (error) {
      toast.error(error instanceof Error ? error.message : String(error), { id: note });
    } finally {
      setBusy(false);
    }
  }

  async function make(kind: OutputName): Promise<void> {
    try {
      await saveNow();
      follow(await runs.start(id, { kind }), true);
    } catch (error) {
      toast.error(error instanceof Error ? error.message : String(error));
    }
  }

  const tile = () =>
    doing('Keeping the tile', async () => {
      const name = `Swatch of ${job.title}`;
      await keepAsTile(swatch!, name);
      return `${name} is on the tile shelf: the Tile screen of every job can print it.`;
    });
  const stencil = (other: string | null) =>
    doing('Adding the stencil', async () => {
      await addAsStencil(job, swatch!, other);
      const title = others.find((o) => o.id === other)?.title ?? 'this job';
      return `The swatch is a stencil of ${title}: choose it in the Stencil station.`;
    });
  const off = !swatch || busy;
  return (
    <section aria-label="What comes of it" className="grid grid-cols-1 gap-2">
      <h2 className="text-[13.5px]">Take it out</h2>
      <div className="flex flex-wrap gap-1">
        {FILES.map((kind) => (
          <Button key={kind} strong title={outputOf(kind).about} onClick={() => void make(kind)}>
            {outputOf(kind).label}
          </Button>
        ))}
      </div>
      <h2 className="pt-1 text-[13.5px]">Use it again</h2>
      <Button disabled={off} onClick={() => void tile()} title="The Tile screen of every job can print it">
        Keep as a tile
      </Button>
      <label className="grid grid-cols-1 gap-0.5">
        <span>As a stencil of</span>
        <select
          aria-label="As a stencil of"
          value=""
          disabled={off}
          onChange={(event) => void stencil(event.target.value === 'this' ? null : event.target.value)}
          className="h-6 min-w-0 border border-ink bg-paper px-1"
        >
          <option value="" disabled>
            Choose a job …
          </option>
          <option value="this">This job</option>
          {others.map((other) => (
            <option key={other.id} value={other.id}>
              {other.title}
            </option>
          ))}
        </select>
      </label>
      {list.length > 0 && (
        <ul aria-label="Runs of this job" className="grid gap-2 border-t border-hairline pt-2">
          {list.slice(0, 4).map((run) => (
            <RunRow key={run.id} run={run} />
          ))}
        </ul>
      )}
    </section>
  );
}
