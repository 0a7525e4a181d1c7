import {
  type Job,
  OUTPUTS,
  type OutputName,
  screenCaption,
  PLATE_PARAMS,
  sheetPixels,
  beatRows,
  fillOf,
} from '@chromatype/core';
import { useMemo, useState } from 'react';
import { runs } from '../api/runs.ts';
import { LastRuns } from '../bench/output/LastRuns.tsx';
import { useRuns } from '../bench/output/use-runs.ts';
import { setPlates } from '../document/edits.ts';
import { saveNow } from '../document/autosave.ts';
import { edit } from '../document/store.ts';
import { VERDICTS } from '../readings/verdicts.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { ParamField } from '../ui/ParamField.tsx';
import { CalibrateLink } from '../calibrate/CalibrateLink.tsx';
import { AngleWheel } from './AngleWheel.tsx';
import { PressDesk } from './PressDesk.tsx';

export type PlatesShow = 'film' | 'ink' | 'pairs';

interface Props {
  readonly id: string;
  readonly job: Job;
  readonly show: PlatesShow;
  readonly press: boolean;
  /** Passes in sight. */
  readonly shown: readonly string[];
  onShow(show: PlatesShow): void;
  onPress(press: boolean): void;
  onShown(ids: readonly string[]): void;
}

const PLATE_KINDS = OUTPUTS.filter((k) => k.of === 'job' && k.name !== 'sheet' && !k.name.startsWith('stones-'));

const HEAD = 'border-t border-hairline pt-2 text-[13px] font-semibold';

/** What the Plates view is set to, and what comes out of it. */
export function PlatesSide({ id, job, show, press, shown, onShow, onPress, onShown }: Props) {
  const passes = job.passes.filter((p) => p.on);
  const beats = useMemo(() => beatRows(job, () => []), [job]);
  const [kind, setKind] = useState<OutputName>('package');
  const { list, follow } = useRuns(id);
  const [problem, setProblem] = useState<string | null>(null);
  async function make(): Promise<void> {
    setProblem(null);
    try {
      await saveNow();
      follow(await runs.start(id, { kind }), true);
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
    }
  }
  const entry = PLATE_KINDS.find((k) => k.name === kind)!;
  const { width, height } = sheetPixels(job.sheet);
  return (
    <aside className="min-h-0 overflow-y-auto border-l border-ink bg-paper p-3" aria-label="Plates">
      <div className="grid gap-2.5">
        <CalibrateLink id={id} />
        <h2 className="text-[14px]">Plates in print order</h2>
        <ul aria-label="Plates in print order">
          {passes.map((pass) => (
            <li key={pass.id} className="border-b border-hairline">
              <label className="flex h-7 items-center gap-2">
                <input
                  type="checkbox"
                  checked={shown.includes(pass.id)}
                  aria-label={`Show ${pass.name}`}
                  onChange={(e) =>
                    onShown(e.target.checked ? [...shown, pass.id] : shown.filter((other) => other !== pass.id))
                  }
                />
                <span className="h-4 w-6 border border-ink" style={{ background: pass.ink.colour }} aria-hidden />
                <span className="min-w-0 flex-1 truncate" title={pass.name} data-own>
                  {pass.name}
                </span>
                <span className="text-right font-mono text-[11px]">
                  {screenCaption(job.sheet, fillOf(pass).screen)}
                </span>
              </label>
            </li>
          ))}
        </ul>
        <h3 className={HEAD}>Show</h3>
        <Choice<PlatesShow>
          label="Show plates"
          value={show}
          options={[
            { value: 'film', label: 'As film' },
            { value: 'ink', label: 'In ink' },
            { value: 'pairs', label: 'Pairs' },
          ]}
          onChange={onShow}
        />
        <Choice<'planned' | 'press'>
          label="Planned or pressed"
          value={press ? 'press' : 'planned'}
          options={[
            { value: 'planned', label: 'As planned' },
            { value: 'press', label: 'As it may come off' },
          ]}
          onChange={(value) => onPress(value === 'press')}
        />
        <h3 className={HEAD}>Angles and beat</h3>
        <AngleWheel job={job} />
        <ul aria-label="Beats" className="grid gap-0.5">
          {beats.slice(0, 8).map((row) => (
            <li key={row.between} className="flex justify-between gap-2" data-verdict={row.verdict}>
              <span className="min-w-0">{row.between}</span>
              <span className="shrink-0 font-mono text-[11px]">
                {Number.isFinite(row.mm) ? `${row.mm.toFixed(2)} mm` : ''} {VERDICTS[row.verdict].split(',')[0]}
              </span>
            </li>
          ))}
        </ul>
        <h3 className={HEAD}>Marks and margins</h3>
        <div className="grid gap-1">
          {Object.entries(PLATE_PARAMS).map(([name, param]) => (
            <ParamField
              key={name}
              param={param}
              value={job.plates[name as keyof Job['plates']]}
              onChange={(value) => edit(setPlates({ [name]: value }))}
            />
          ))}
        </div>
        <h3 className={HEAD}>Take out</h3>
        <Choice<OutputName>
          label="What to take out"
          value={kind}
          options={PLATE_KINDS.map((k) => ({ value: k.name, label: k.label, title: k.about }))}
          onChange={setKind}
        />
        <p className="text-[11px] leading-tight text-muted">
          {entry.about} Sheet {width} × {height} pixels.
        </p>
        <Button strong onClick={() => void make()}>
          Make {entry.ending.toUpperCase()}
        </Button>
        {problem && (
          <p role="alert" className="text-hot-text">
            {problem}
          </p>
        )}
        <LastRuns label="Runs of this job" list={list} />
        <h3 className={HEAD}>To the press</h3>
        <PressDesk id={id} />
      </div>
    </aside>
  );
}
