import { type Job, OUTPUTS, type OutputName, STONE_JOB_PARAMS } from '@chromatype/core';
import { useState } from 'react';
import { type CutReport, cutFile, sendToCutter } from '../api/cutter.ts';
import { isOver, runs } from '../api/runs.ts';
import { RunRow } from '../bench/output/RunRow.tsx';
import { useRuns } from '../bench/output/use-runs.ts';
import { saveNow } from '../document/autosave.ts';
import { setJobStones } from '../document/stones-edits.ts';
import { edit } from '../document/store.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { chooseFile } from '../ui/files.ts';
import { Fold } from '../ui/Fold.tsx';
import { ParamFields } from '../ui/ParamFields.tsx';

interface Props {
  readonly id: string;
  readonly job: Job;
}

const KINDS = OUTPUTS.filter((o) => o.name.startsWith('stones-'));
const isTemplate = (kind: string): boolean => ['stones-svg', 'stones-dxf', 'stones-pdf'].includes(kind);

const HEAD = 'border-t border-hairline pt-2 text-[14px]';

const said = (error: unknown): string => (error instanceof Error ? error.message : String(error));

function Report({ report }: { readonly report: CutReport }) {
  const layers = Object.entries(report.by_layer).map(([name, n]) => `${name}: ${n}`);
  return (
    <div
      className="grid gap-0.5 text-[11.5px]"
      data-testid="cut-report"
      data-stones={report.stones}
      data-holes={report.holes}
    >
      <p className="font-semibold">
        {report.holes.toLocaleString('en')} holes in {report.pages === 1 ? 'one sheet' : `${report.pages} sheets`}
      </p>
      <p className="font-mono text-[10.5px]">{layers.join(' · ')}</p>
      <p>
        The blade goes {(report.path_mm / 1000).toFixed(2)} m over {report.width_mm.toFixed(0)} ×{' '}
        {report.height_mm.toFixed(0)} mm.
      </p>
      {report.cannot_cut.length === 0 ? (
        <p>It can cut all of it.</p>
      ) : (
        report.cannot_cut.map((sentence) => (
          <p key={sentence} className="text-hot-text">
            {sentence}
          </p>
        ))
      )}
    </div>
  );
}

/** What comes out of the stones, and the cutter that ships with the application. */
export function TakeOut({ id, job }: Props) {
  const [kind, setKind] = useState<OutputName>('stones-svg');
  const { list, follow } = useRuns(id);
  const [problem, setProblem] = useState<string | null>(null);
  const [report, setReport] = useState<CutReport | null>(null);
  const own = [...list]
    .filter((run) => run.asked.kind.startsWith('stones-'))
    .sort((a, b) => b.createdAt.localeCompare(a.createdAt));
  const last = own.find((run) => isTemplate(run.asked.kind) && run.state === 'done');

  async function make(): Promise<void> {
    setProblem(null);
    try {
      await saveNow();
      follow(await runs.start(id, { kind }), true);
    } catch (error) {
      setProblem(said(error));
    }
  }

  async function cut(report: () => Promise<CutReport | null>): Promise<void> {
    setProblem(null);
    try {
      const made = await report();
      if (made) setReport(made);
    } catch (error) {
      setReport(null);
      setProblem(said(error));
    }
  }

  const entry = KINDS.find((k) => k.name === kind)!;
  return (
    <>
      <section aria-label="Take out" className="grid gap-1.5">
        <h2 className={HEAD}>Take out</h2>
        <Choice<OutputName>
          label="What to take out"
          value={kind}
          options={KINDS.map((k) => ({ value: k.name, label: k.label, title: k.about }))}
          onChange={setKind}
        />
        <p className="text-[11px] leading-tight text-muted">{entry.about}</p>
        <Fold title="How it is cut and bought">
          <ParamFields
            params={STONE_JOB_PARAMS}
            settings={job.stones as never}
            change={(part) => edit(setJobStones(part))}
          />
        </Fold>
        <Button strong onClick={() => void make()}>
          Make {entry.ending.toUpperCase()}
        </Button>
        {own.length > 0 && (
          <ul aria-label="Runs of stones" className="grid gap-2">
            {own.slice(0, 3).map((run) => (
              <RunRow key={run.id} run={run} />
            ))}
          </ul>
        )}
      </section>
      <section aria-label="Cutter" className="grid gap-1.5">
        <h2 className={HEAD}>To the cutter</h2>
        <p className="text-[11px] leading-tight text-muted">
          A stand-in cutter that ships with Chromatype: it reads a template back and says what it would cut.
        </p>
        <div className="flex flex-wrap gap-1.5">
          <Button disabled={!last || !isOver(last)} onClick={() => void cut(() => sendToCutter(last!.id))}>
            Cut the last template
          </Button>
          <Button
            onClick={() =>
              void cut(async () => {
                const file = await chooseFile('.svg,.dxf,.pdf');
                return file ? cutFile(file) : null;
              })
            }
          >
            Cut a file
          </Button>
        </div>
        {report && <Report report={report} />}
        {problem && (
          <p role="alert" className="text-hot-text">
            {problem}
          </p>
        )}
      </section>
    </>
  );
}
