import { chartJob, chartOf, chartPasses, type Job, MM_PER_INCH, setOfPress, scannedPpi } from '@chromatype/core';
import { useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { Header } from '../bench/Header.tsx';
import { SheetView } from '../bench/sheet/SheetView.tsx';
import { showWholeSheet } from '../bench/view-store.ts';
import { JobGate } from '../document/JobGate.tsx';
import { useOpenJob } from '../document/store.ts';
import { DropHere, ScanChooser } from '../match/ScanChooser.tsx';
import { useScanFile } from '../match/use-scan-file.ts';
import { scanJob } from '../match/match-jobs.ts';
import { OverprintGrid } from '../swatches/OverprintGrid.tsx';
import { PPI } from '../ui/formats.ts';
import { NumberField } from '../ui/NumberField.tsx';
import { TitledFigure } from '../ui/TitledFigure.tsx';
import { WorkRow } from '../ui/WorkRow.tsx';
import { ChartFiles, MakeChart, sizeOf } from './ChartPanel.tsx';
import { FoundOnScan } from './FoundOnScan.tsx';
import { GainChart } from './GainChart.tsx';
import { KeepPress, KeptPresses } from './KeepPress.tsx';
import { MeasuredTable } from './MeasuredTable.tsx';
import { StandIn } from './StandIn.tsx';
import { type Doing, type Told, useCalibrate } from './use-calibrate.ts';

const WORDS: Readonly<Record<Exclude<Doing['what'], 'nothing'>, string>> = {
  pressing: 'The stand-in press prints the chart …',
  loading: 'Fetching the scan …',
  reading: 'Reading the chart …',
};

/** Resolution of scans that say nothing of theirs. */
const USUAL_PPI = 300;

/** What a job gives a chart, or why it gives none. */
function chartFor(
  job: Job,
  size: string,
): { readonly chart: Job | null; readonly inks: number; readonly why: string | null } {
  try {
    const inks = chartPasses(job).length;
    return { chart: chartOf(job) ? job : chartJob(job, sizeOf(size)), inks, why: null };
  } catch (error) {
    return { chart: null, inks: 0, why: error instanceof Error ? error.message : String(error) };
  }
}

const STEP = 'grid grid-cols-1 gap-2 border-b border-hairline p-2.5';
const HEAD = 'text-[13px] font-semibold';

function OpenCalibrate({ id }: { readonly id: string }) {
  const job = useOpenJob((s) => s.job)!;
  const [size, setSize] = useState('A4');
  const isChart = chartOf(job) !== null;
  const { chart, inks, why } = useMemo(() => chartFor(job, size), [job, size]);
  const { scan, ppi, setPpi, told, doing, fault, take, press, cancel } = useCalibrate(chart, inks, job.sheet.stock);
  const busy = doing.what !== 'nothing';
  const { over, take: takeFile } = useScanFile((stored) => take(stored, scannedPpi(stored)));
  const shown = useMemo(() => {
    if (!scan) return null;
    const whole = { x: 0, y: 0, width: scan.width, height: scan.height };
    return scanJob(scan, whole, Math.max(50, Math.min(2400, ppi ?? (scan.width / 210) * MM_PER_INCH)));
  }, [scan, ppi]);
  return (
    <div className="grid h-full min-h-[600px] min-w-[1000px] grid-rows-[44px_minmax(0,1fr)]">
      <Header id={id} job={job} />
      <main className="grid min-h-0 grid-cols-[300px_minmax(0,1fr)_auto]">
        <div className="grid min-h-0 grid-rows-[minmax(0,1fr)_auto] border-r border-ink bg-paper">
          <div className="min-h-0 overflow-y-auto">
            <section aria-labelledby="chart-head" className={STEP}>
              <h1 className="text-[14px]">Measure the press</h1>
              <h2 id="chart-head" className={HEAD}>
                1. Print the chart
              </h2>
              {isChart ? <ChartFiles id={id} /> : <MakeChart job={job} size={size} onSize={setSize} />}
              {why && <p className="text-hot-text">{why}</p>}
              {chart && <StandIn busy={busy} onPress={(how, lie) => void press(how, lie, chart.title)} />}
            </section>
            <section aria-labelledby="scan-head" className={STEP}>
              <h2 id="scan-head" className={HEAD}>
                2. Read a scan of it
              </h2>
              <ScanChooser scan={scan} onTake={takeFile} />
              {!scan && (
                <p className="text-[11px] leading-tight text-muted">
                  Scan the whole sheet at 300 ppi or more, as PNG, JPEG or TIFF, without corrections of colour; or drop
                  the file here. A photograph serves for tones and places.
                </p>
              )}
              {scan && (
                <>
                  <FoundOnScan scan={scan} outline={told?.scan === scan ? told.shown.outline : []} />
                  <NumberField
                    label="Scanned at"
                    about="Pixels of the scan an inch of paper; by it the chart's own size is checked."
                    value={ppi ?? USUAL_PPI}
                    min={50}
                    max={9600}
                    step={1}
                    normal={USUAL_PPI}
                    format={PPI}
                    onChange={setPpi}
                  />
                  {ppi === null && (
                    <p className="text-[11px] leading-tight text-muted">
                      Not told: the chart counts as printed in its own size.
                    </p>
                  )}
                </>
              )}
            </section>
            {!isChart && (
              <div className="p-2.5 empty:hidden">
                <KeptPresses job={job} inks={inks} />
              </div>
            )}
          </div>
          <div
            className="grid gap-1.5 border-t border-ink p-2.5 empty:hidden"
            role="status"
            data-testid="calibrate-status"
            data-doing={doing.what}
          >
            {doing.what !== 'nothing' && <WorkRow says={WORDS[doing.what]} share={doing.share} onCancel={cancel} />}
            {fault && (
              <p className="text-hot-text" data-testid="calibrate-fault">
                {fault}
              </p>
            )}
            {told && <KeepPress job={job} press={told.press} isChart={isChart} />}
          </div>
        </div>
        <TitledFigure title={shown ? 'The scan' : 'The chart'} says={shown ? 'The scan' : 'The chart'}>
          <SheetView
            key={shown ? 'scan' : 'chart'}
            job={shown ?? chart ?? job}
            pass={null}
            viewOnly
            tried={shown !== null || !isChart}
          />
          {over && <DropHere says="Drop the scan of the chart to read it" />}
        </TitledFigure>
        {told && <Results job={job} told={told} />}
      </main>
    </div>
  );
}

/** What a chart told of the press. */
function Results({ job, told }: { readonly job: Job; readonly told: Told }) {
  const set = useMemo(() => setOfPress(job, told.press, 'Measured'), [job, told]);
  const { press, shown } = told;
  return (
    <aside
      aria-label="What was measured"
      className="w-[440px] min-h-0 overflow-y-auto border-l border-ink bg-paper p-3"
    >
      <div className="grid grid-cols-1 gap-2.5">
        <h2 className="text-[14px]">What was measured</h2>
        {press.notes.map((note) => (
          <p key={note} className="text-[11.5px] leading-tight text-hot-text" data-testid="calibrate-note">
            {note}
          </p>
        ))}
        <MeasuredTable inks={set.inks} measured={press.inks} />
        <p className="text-[11px] leading-tight text-muted">
          Lands off: to the right, then down, against {set.inks[shown.spec.key]!.name}, which prints the corner marks.
        </p>
        <h3 className={HEAD}>Gain of the tones</h3>
        <GainChart inks={set.inks} measured={press.inks} />
        <h3 className={HEAD}>On each other, on {set.stock!.name.toLowerCase()}</h3>
        <p className="flex items-center gap-2 text-[11px]">
          <span aria-hidden className="h-4 w-6 border border-ink" style={{ background: set.stock!.colour }} />
          Stock {press.stock.map((v) => Math.round(v)).join(' ')} (L*a*b*)
        </p>
        <div className="overflow-x-auto">
          <OverprintGrid set={set} narrow />
        </div>
      </div>
    </aside>
  );
}

/** Makes a calibration chart, and measures the press from a scan of it. */
export function CalibratePage() {
  const { id = '' } = useParams();
  return (
    <JobGate id={id} view="Measure the press" onLeave={showWholeSheet}>
      <OpenCalibrate key={id} id={id} />
    </JobGate>
  );
}
