import {
  anyOutlines,
  anyStones,
  type Job,
  OUTPUTS,
  type OutputAsked,
  outputOf,
  type Pass,
  sharedFrame,
  sheetPixels,
} from '@chromatype/core';
import { X } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { jobs } from '../../api/jobs.ts';
import { type Estimate, isOver, type Run, runs } from '../../api/runs.ts';
import { saveNow } from '../../document/autosave.ts';
import { Button } from '../../ui/Button.tsx';
import { showBytes } from '../../ui/bytes.ts';
import { Choice } from '../../ui/Choice.tsx';
import { ShareControls } from './ShareControls.tsx';
import { RunRow } from './RunRow.tsx';
import { useRuns } from './use-runs.ts';

/** The expected file size, asked anew a moment after the job or the choice changes. */
function useEstimate(id: string, job: Job, asked: OutputAsked): Estimate | string | null {
  const [estimate, setEstimate] = useState<Estimate | string | null>(null);
  const kind = JSON.stringify(asked);
  // biome-ignore lint/correctness/useExhaustiveDependencies: any change of the job may change the size
  useEffect(() => {
    let over = false;
    setEstimate(null);
    const timer = setTimeout(async () => {
      try {
        await saveNow();
        const made = await runs.estimate(id, JSON.parse(kind) as OutputAsked);
        if (!over) setEstimate(made);
      } catch (error) {
        if (!over) setEstimate(error instanceof Error ? error.message : String(error));
      }
    }, 350);
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [id, job, kind]);
  return estimate;
}

/** Outlines of marks, and what a mosaic is built by. */
const OUTLINES = ['marks-svg', 'marks-pdf', 'marks-dxf', 'marks-csv', 'piece-counts', 'build-map'] as const;

/** Templates, maps and lists of stones. */
const STONES = OUTPUTS.map((o) => o.name).filter((name) => name.startsWith('stones-'));

/** One swatch of the seamless repeat. */
const SWATCHES = ['repeat-png', 'repeat-svg'] as const;

/** Files of all frames come out of the Motion view. */
const CLIPS = OUTPUTS.filter((o) => o.moves).map((o) => o.name);

const OTHERS: readonly string[] = [
  ...CLIPS,
  ...OUTLINES,
  ...STONES,
  ...SWATCHES,
  'share-png',
  'share-jpeg',
  'share-webp',
  'sheet',
  'plate',
  'layers-ora',
];

/** Outputs under what they are for. */
const GROUPS: readonly (readonly [string, readonly OutputAsked['kind'][]])[] = [
  ['To share', ['share-png', 'share-jpeg', 'share-webp']],
  ['As it is', ['sheet', 'plate', 'layers-ora']],
  ['Seamless repeat', SWATCHES],
  ['Marks', OUTLINES],
  ['Stones', STONES],
  ['For the press', OUTPUTS.map((o) => o.name).filter((name) => !OTHERS.includes(name))],
];

interface Props {
  readonly id: string;
  readonly job: Job;
  readonly pass: Pass | null;
  readonly back: string;
}

/** What comes out: says its size first, makes it on the server, and goes on when the tab is closed. */
export function OutputPanel({ id, job, pass, back }: Props) {
  const navigate = useNavigate();
  const [kind, setKind] = useState<OutputAsked['kind']>('sheet');
  const wished = outputOf(kind);
  const asked: OutputAsked = wished.of === 'job' ? { kind } : pass ? { kind, pass: pass.id } : { kind: 'sheet' };
  const entry = outputOf(asked.kind);
  const estimate = useEstimate(id, job, asked);
  const { list, follow } = useRuns(id);
  const [problem, setProblem] = useState<string | null>(null);
  const shares = asked.kind.startsWith('share-');
  const mm = (value: number) => Number(value.toFixed(2));
  const frame = sharedFrame(job);
  const pixels = shares ? frame : sheetPixels(job.sheet);
  const ppi = shares ? Math.round(frame.ppi) : mm(job.sheet.ppi);

  async function make(): Promise<void> {
    setProblem(null);
    try {
      await saveNow();
      follow(await runs.start(id, asked), true);
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
    }
  }

  async function saveWhole(): Promise<void> {
    await saveNow().catch(() => {});
    const link = document.createElement('a');
    link.href = jobs.fileUrl(id);
    link.download = '';
    link.click();
  }

  // Outlines are offered where there are some; what was chosen before stays in sight and says why it cannot be made.
  const groups = GROUPS.filter(
    ([, kinds]) =>
      (kinds !== OUTLINES || anyOutlines(job) || kinds.includes(asked.kind as never)) &&
      (kinds !== STONES || anyStones(job) || kinds.includes(asked.kind)),
  );
  const options = OUTPUTS.filter((k) => k.of === 'job' || pass).map((k) => ({
    value: k.name,
    label: k.of === 'pass' ? `${k.label} of ${pass!.name}` : k.label,
    title: k.about,
  }));
  return (
    <section
      aria-label="Output"
      className="absolute top-2 right-2 z-10 max-h-[calc(100%-1rem)] w-[320px] overflow-y-auto border border-ink bg-paper p-3"
    >
      <header className="flex items-center justify-between pb-2">
        <h2 className="text-[14px]">Output</h2>
        <button
          type="button"
          aria-label="Close Output"
          className="grid h-6 w-6 place-items-center"
          onClick={() => navigate(back)}
        >
          <X size={15} aria-hidden />
        </button>
      </header>
      {groups.map(([title, kinds]) => (
        <section key={title} aria-label={title} className="pb-1.5">
          <h3 className="pb-0.5 text-[11px] font-normal text-muted">{title}</h3>
          <Choice<OutputAsked['kind']>
            label={`What to make: ${title}`}
            value={asked.kind}
            options={options.filter((o) => kinds.includes(o.value))}
            onChange={(next) => setKind(next)}
          />
        </section>
      ))}
      {shares && <ShareControls job={job} kind={asked.kind} />}
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-0.5 py-3">
        <dt className="text-muted">Format</dt>
        <dd>{entry.about}</dd>
        <dt className="text-muted">Pixels</dt>
        <dd className="font-mono text-[11px]">
          {pixels.width} × {pixels.height}
        </dd>
        <dt className="text-muted">Size</dt>
        <dd className="font-mono text-[11px]">
          {mm(job.sheet.width)} × {mm(job.sheet.height)} mm, {ppi} ppi
        </dd>
        <dt className="text-muted">File</dt>
        <dd className="font-mono text-[11px]" data-testid="estimate">
          {estimate === null
            ? 'Estimating…'
            : typeof estimate === 'string'
              ? estimate
              : `about ${showBytes(estimate.bytes)}`}
        </dd>
      </dl>
      <Button strong className="w-full" onClick={() => void make()}>
        Make {entry.ending.toUpperCase()}
      </Button>
      <button
        type="button"
        className="pt-2 underline"
        title="A ZIP archive with the document, pictures, tiles and a preview, to open on another computer"
        onClick={() => void saveWhole()}
      >
        Save the whole job as a file
      </button>
      {problem && (
        <p role="alert" className="pt-2 text-hot-text">
          {problem}
        </p>
      )}
      {list.length > 0 && (
        <ul aria-label="Runs of this job" className="mt-3 grid gap-2 border-t border-hairline pt-2">
          {[...list]
            .sort((a: Run, b: Run) => Number(isOver(a)) - Number(isOver(b)) || b.createdAt.localeCompare(a.createdAt))
            .slice(0, 6)
            .map((run) => (
              <RunRow key={run.id} run={run} />
            ))}
        </ul>
      )}
    </section>
  );
}
