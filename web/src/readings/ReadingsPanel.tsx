import {
  convertFrequency,
  isCoverage,
  type Job,
  screenLpi,
  meantTone,
  type Pass,
  plateKey,
  printingPasses,
  type Repeat,
  sheetPixels,
  hasRows,
  type BeatRow,
  beatRows,
  fillOf,
} from '@chromatype/core';
import { X } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { useCounts } from '../bench/chain/tone/use-counts.ts';
import { useCoverage } from '../bench/use-coverage.ts';
import { Chart } from '../charts/Chart.tsx';
import { setScreen } from '../document/edits.ts';
import { edit } from '../document/store.ts';
import type { PrintedStep } from '../engine/measures.ts';
import { enginePool } from '../engine/pool.ts';
import { Button } from '../ui/Button.tsx';
import { VERDICTS } from './verdicts.ts';
import { histogramOption, spectrumOption, stepsOption } from './charts.ts';

/** A moment of rest before plates are measured. */
const MEASURE_AFTER = 300;

/** Something measured in the background, anew when `key` changes; null until it is there. */
function useMeasured<T>(key: string, measure: () => Promise<T>): T | null {
  const [value, setValue] = useState<T | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key says what is measured
  useEffect(() => {
    let over = false;
    const timer = setTimeout(async () => {
      const found = await measure();
      if (!over) setValue(found);
    }, MEASURE_AFTER);
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [key]);
  return value;
}

function Part({ title, children }: { readonly title: string; readonly children: React.ReactNode }) {
  return (
    <section aria-label={title} className="border-t border-hairline pt-2 pb-1">
      <h3 className="pb-0.5 text-[12.5px] font-semibold">{title}</h3>
      {children}
    </section>
  );
}

function CoverageRow({ job, pass }: { readonly job: Job; readonly pass: Pass }) {
  const share = useCoverage(job, pass);
  return (
    <li className="grid grid-cols-[110px_1fr_52px] items-center gap-2">
      <span className="truncate">{pass.name}</span>
      <span className="h-2 border border-ink">
        <span className="block h-full" style={{ width: `${(share ?? 0) * 100}%`, background: pass.ink.colour }} />
      </span>
      <span className="text-right font-mono text-[10.5px]">
        {share === null ? '…' : `${(share * 100).toFixed(1)} %`}
      </span>
    </li>
  );
}

/** Turns or re-rules a pass so that its ripple goes. */
function applyCure(job: Job, { pass, cure }: BeatRow): void {
  if (!cure) return;
  if ('angle' in cure) edit(setScreen(fillOf(pass).id, { angle: cure.angle }));
  else {
    const { per } = fillOf(pass).screen.frequency;
    const { width } = sheetPixels(job.sheet);
    const found = convertFrequency({ value: cure.lpi, per: 'lpi' }, per, job.sheet.ppi, width);
    edit(setScreen(fillOf(pass).id, { frequency: { per, value: Number(found.value.toPrecision(5)) } }));
  }
}

function Beats({ job, repeats }: { readonly job: Job; readonly repeats: ReadonlyMap<string, readonly Repeat[]> }) {
  const rows = useMemo(() => beatRows(job, (p) => repeats.get(p.id) ?? []), [job, repeats]);
  if (rows.length === 0) return <p className="text-muted">No pass that prints has rows that could ripple.</p>;
  return (
    <ul className="grid gap-1">
      {rows.map((row) => (
        <li key={row.between} className="grid grid-cols-[1fr_auto] items-center gap-x-2" data-verdict={row.verdict}>
          <span className="leading-tight">{row.between}</span>
          <span className="text-right font-mono text-[10.5px]">
            {Number.isFinite(row.mm) && row.mm < 2000 ? `${row.mm.toFixed(row.mm < 10 ? 2 : 0)} mm` : 'none'}
          </span>
          <span
            className={`text-[11px] ${row.verdict === 'bad' || row.verdict === 'coarse' ? 'text-hot-text' : 'text-muted'}`}
          >
            {VERDICTS[row.verdict]}
          </span>
          {row.cure && (
            <Button className="h-6! px-2!" onClick={() => applyCure(job, row)}>
              {'angle' in row.cure
                ? `Turn ${row.pass.name} to ${row.cure.angle}°`
                : `Rule ${row.pass.name} at ${row.cure.lpi.toFixed(1)} lpi`}
            </Button>
          )}
        </li>
      ))}
    </ul>
  );
}

/** What the plates measure: tones, coverage, spectrum and ripples. */
export default function ReadingsPanel({
  job,
  pass,
  back,
}: {
  readonly job: Job;
  readonly pass: Pass;
  readonly back: string;
}) {
  const navigate = useNavigate();
  const counts = useCounts(job, pass, fillOf(pass));
  const key = plateKey(job, pass);
  const steps = useMeasured<PrintedStep[]>(key, () => enginePool().sampler.steps(job, pass));
  const power = useMeasured<number[]>(key, () => enginePool().sampler.spectrum(job, pass));
  const passes = printingPasses(job);
  const pictures = JSON.stringify(passes.map((p) => [p.id, fillOf(p).feed, job.sheet]));
  const found = useMeasured<[string, Repeat[]][]>(pictures, async () => {
    const all: [string, Repeat[]][] = [];
    for (const p of passes) if (hasRows(job, p)) all.push([p.id, await enginePool().sampler.repeats(job, p)]);
    return all;
  });
  const repeats = useMemo(() => new Map(found ?? []), [found]);
  const lpi = hasRows(job, pass) ? screenLpi(job.sheet, fillOf(pass).screen) : null;
  const worst = steps ? Math.max(...steps.map((s) => Math.abs(s.wanted - s.printed))) : null;
  const histogram = useMemo(() => histogramOption(counts, meantTone(fillOf(pass))), [counts, pass]);
  const { part } = fillOf(pass).feed;
  const printed = useMemo(() => stepsOption(steps ?? [], isCoverage(part)), [steps, part]);
  const spectrum = useMemo(() => spectrumOption(power ?? [], job.sheet.ppi, lpi), [power, job.sheet.ppi, lpi]);
  return (
    <section
      aria-label="Readings"
      className="absolute top-3 right-3 bottom-10 z-10 grid w-[372px] grid-cols-1 content-start gap-1 overflow-y-auto border border-ink bg-paper p-3"
    >
      <header className="flex items-center justify-between">
        <h2 className="text-[15px]">Readings of {pass.name}</h2>
        <button
          type="button"
          aria-label="Close Readings"
          onClick={() => navigate(back)}
          className="grid h-6 w-6 place-items-center"
        >
          <X size={15} aria-hidden />
        </button>
      </header>
      <Part title="Tones, before and after the Tone station">
        <Chart label="How often tones occur before and after the Tone station" option={histogram} height={150} />
      </Part>
      <Part title="Wanted and printed, 21 steps measured on the plate">
        <Chart label="Tone wanted and tone on the plate in 21 steps" option={printed} height={180} />
        <p className="text-[11px] text-muted" data-testid="worst-step">
          {worst === null ? 'measuring …' : `Largest difference ${(100 * worst).toFixed(2)} %.`}
        </p>
      </Part>
      <Part title="Coverage of every pass">
        <ul className="grid gap-0.5">
          {passes.map((p) => (
            <CoverageRow key={p.id} job={job} pass={p} />
          ))}
        </ul>
      </Part>
      <Part title="Ripples">
        <Beats job={job} repeats={repeats} />
      </Part>
      <Part title="Spectrum of the plate, all directions">
        <Chart label="Power of the plate by frequency" option={spectrum} height={150} />
      </Part>
    </section>
  );
}
