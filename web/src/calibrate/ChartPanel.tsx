import { type Job, type OutputName, chartJob, SHEET_SIZES } from '@chromatype/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { jobs } from '../api/jobs.ts';
import { runs } from '../api/runs.ts';
import { LastRuns } from '../bench/output/LastRuns.tsx';
import { useRuns } from '../bench/output/use-runs.ts';
import { saveNow } from '../document/autosave.ts';
import { Button } from '../ui/Button.tsx';
import { SelectField } from '../ui/SelectField.tsx';

/** Sheets that a chart can be made for, by name. */
const SIZES = SHEET_SIZES.filter(({ width, height }) => width >= 80 && height >= 110 && height < 600);

const fault = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** Makes the chart of a job, which becomes a job of its own. */
export function MakeChart({
  job,
  size,
  onSize,
}: {
  readonly job: Job;
  readonly size: string;
  onSize(name: string): void;
}) {
  const navigate = useNavigate();
  const [problem, setProblem] = useState<string | null>(null);
  const [making, setMaking] = useState(false);
  async function make(): Promise<void> {
    setProblem(null);
    setMaking(true);
    try {
      const made = await jobs.create(chartJob(job, sizeOf(size)));
      navigate(`/jobs/${made.id}/calibrate`);
    } catch (error) {
      setProblem(fault(error));
    } finally {
      setMaking(false);
    }
  }
  return (
    <div className="grid gap-2">
      <SelectField
        label="Sheet of the chart"
        about="The sheet that the chart is printed on; it fills A4, and is smaller on smaller sheets."
        value={size}
        options={SIZES.map(({ name, group }) => ({ name, label: name, group }))}
        onChange={onSize}
      />
      <Button strong disabled={making} onClick={() => void make()}>
        Make the chart
      </Button>
      <p className="text-[11px] leading-tight text-muted">
        The chart becomes a job of its own, with the inks, the stock and the screens of this one.
      </p>
      {problem && (
        <p role="alert" className="text-hot-text">
          {problem}
        </p>
      )}
    </div>
  );
}

export const sizeOf = (name: string) => SIZES.find((s) => s.name === name) ?? SIZES.find((s) => s.name === 'A4')!;

const FILES: readonly { readonly kind: OutputName; readonly label: string; readonly about: string }[] = [
  { kind: 'composite-pdf', label: 'PDF', about: 'One page with every ink by its name, for a press or a printer.' },
  { kind: 'plates-pdf', label: 'Plates, PDF', about: 'A page in black for each ink, for screens and duplicators.' },
  { kind: 'sheet', label: 'PNG', about: 'The chart in the colours of its inks, pixel by pixel.' },
];

/** Takes a chart out as files. */
export function ChartFiles({ id }: { readonly id: string }) {
  const { list, follow } = useRuns(id);
  const [problem, setProblem] = useState<string | null>(null);
  async function make(kind: OutputName): Promise<void> {
    setProblem(null);
    try {
      await saveNow();
      follow(await runs.start(id, { kind }), true);
    } catch (error) {
      setProblem(fault(error));
    }
  }
  return (
    <div className="grid gap-2">
      <div className="flex flex-wrap gap-1.5">
        {FILES.map(({ kind, label, about }) => (
          <Button key={kind} title={about} onClick={() => void make(kind)}>
            {label}
          </Button>
        ))}
      </div>
      <p className="text-[11px] leading-tight text-muted">
        Print it at 100 %, on the stock and in the inks that you mean to use, and change nothing on the press meanwhile.
      </p>
      {problem && (
        <p role="alert" className="text-hot-text">
          {problem}
        </p>
      )}
      <LastRuns label="Files of the chart" list={list} />
    </div>
  );
}
