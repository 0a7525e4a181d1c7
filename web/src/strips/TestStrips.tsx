import { type Job, type StripSheet, sheetPixels, MM_PER_INCH } from '@chromatype/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useParams } from 'react-router';
import { toast } from 'sonner';
import { Header } from '../bench/Header.tsx';
import { useBenchKeys } from '../bench/use-bench-keys.ts';
import { useChosen } from '../bench/use-chosen.ts';
import { editPass, keepStrips, newId } from '../document/edits.ts';
import { JobGate } from '../document/JobGate.tsx';
import { edit, useOpenJob } from '../document/store.ts';
import { Button } from '../ui/Button.tsx';
import { saveBlob } from '../ui/files.ts';
import { SliderRow } from '../ui/SliderRow.tsx';
import { type Room, useRoom } from '../ui/use-room.ts';
import { type AxisDraft, axisOf, draftFrom, sizeOf, stripOf } from './axes.ts';
import { AxisEditor } from './AxisEditor.tsx';
import { ChosenStrip } from './ChosenStrip.tsx';
import { CropPicker, keptOnSheet } from './CropPicker.tsx';
import { KeptSheets } from './KeptSheets.tsx';
import { StripGrid } from './StripGrid.tsx';
import { startingSheet } from './starting-sheet.ts';
import { usePicturesReady, useStrips } from './use-strips.ts';

/** CSS pixels that words above and beside the strips, gaps and a scrollbar take. */
const BESIDE = { width: 90, height: 80 };
const GAP = 10;
const SMALLEST = 0.05;
const LARGEST = 4;

/** Display pixels a sheet pixel at which all strips of a sheet fit. */
function fittedScale(job: Job, sheet: StripSheet, room: Room): number {
  const { columns, rows } = sizeOf(sheet);
  const px = (mm: number) => ((mm * job.sheet.ppi) / MM_PER_INCH) * (1 / devicePixelRatio);
  const across = ((room.width - BESIDE.width) / columns - GAP) / px(sheet.crop.width);
  const down = ((room.height - BESIDE.height) / rows - GAP) / px(sheet.crop.height);
  return Math.min(1, Math.max(SMALLEST, Math.min(across, down)));
}

function OpenTestStrips({ id }: { readonly id: string }) {
  const job = useOpenJob((s) => s.job)!;
  const { pass, choose: choosePass } = useChosen(job);
  const base = pass ?? job.passes[0];
  useBenchKeys(job, base ?? null, choosePass);
  const ready = usePicturesReady(job);
  const newest = base && job.strips.filter((s) => s.pass === base.id).at(-1);
  const [across, setAcross] = useState<AxisDraft | null>(() => (newest ? draftFrom(newest.across) : null));
  const [down, setDown] = useState<AxisDraft | null>(() => (newest?.down ? draftFrom(newest.down) : null));
  const [crop, setCrop] = useState(
    () =>
      newest?.crop ??
      keptOnSheet(job, {
        x: job.sheet.width / 2 - MM_PER_INCH / 2,
        y: job.sheet.height / 2 - MM_PER_INCH / 2,
        width: MM_PER_INCH,
        height: MM_PER_INCH,
      }),
  );
  // How often the artist has changed what the next sheet shows.
  const drafts = useRef(0);
  const changed =
    <T,>(set: (value: T) => void) =>
    (value: T): void => {
      drafts.current++;
      set(value);
    };
  const [sheet, setSheet] = useState<StripSheet | null>(newest ?? null);
  const [zoom, setZoom] = useState<number | null>(null);
  const [chosen, setChosen] = useState({ column: 0, row: 0 });
  const [exporting, setExporting] = useState(false);
  const passId = base?.id;

  // Another pass is looked at by its own sheets.
  useEffect(() => {
    if (sheet && sheet.pass !== passId) setSheet(null);
  }, [passId, sheet]);

  // The view starts with a sheet; only what the artist asks for is kept in the job.
  // biome-ignore lint/correctness/useExhaustiveDependencies: a sheet is made when a pass has none, not when it changes
  useEffect(() => {
    if (!ready || sheet || !base) return;
    let current = true;
    const asked = drafts.current;
    const kept = job.strips.filter((s) => s.pass === base.id).at(-1);
    void (kept ? Promise.resolve(kept) : startingSheet(job, base)).then((first) => {
      // What the artist has set meanwhile stays.
      if (current) open(first, drafts.current === asked);
    });
    return () => {
      current = false;
    };
  }, [ready, sheet === null, passId]);

  const [grid, room] = useRoom();
  const scale = sheet && room ? (zoom ?? fittedScale(job, sheet, room)) : 1;
  const { samples, made, all } = useStrips(job, room && sheet, Math.min(1, scale), ready);
  const strip = useMemo(() => (sheet ? stripOf(job, sheet, chosen.column, chosen.row) : null), [job, sheet, chosen]);

  if (!base) return <p className="grid h-full place-items-center">This job has no pass to make strips of.</p>;

  function make(): void {
    const axis = across && axisOf(across);
    if (!axis || !base) return;
    const next = { id: newId(), pass: base.id, across: axis, down: down && axisOf(down), crop: keptOnSheet(job, crop) };
    setChosen({ column: 0, row: 0 });
    setZoom(null);
    setSheet(next);
    edit(keepStrips(next));
  }

  function take(): void {
    if (!strip || !base) return;
    // Whether the pass prints is not what was chosen.
    edit(editPass(base.id, (p) => ({ ...strip.pass, on: p.on, name: p.name })));
    toast.success(`${base.name} is as in the strip.`, { duration: 2000 });
  }

  async function print(kind: 'png' | 'pdf'): Promise<void> {
    if (!sheet || !base) return;
    let going = true;
    setExporting(true);
    const note = toast.loading('Making the sheet', {
      action: {
        label: 'Cancel',
        onClick: () => {
          going = false;
        },
      },
    });
    try {
      const files = await import('./export-strips.ts');
      const told = (done: number, whole: number) => {
        toast.loading(`Making the sheet, ${Math.round((100 * done) / whole)} %`, { id: note });
        return going;
      };
      const blob = await (kind === 'png' ? files.stripsPng : files.stripsPdf)(job, base, sheet, told);
      toast.dismiss(note);
      if (blob) saveBlob(`${job.title} test strips.${kind}`, blob);
    } catch (error) {
      toast.error(`The sheet could not be made: ${error instanceof Error ? error.message : error}`, { id: note });
    } finally {
      setExporting(false);
    }
  }

  const cssPerPixel = scale / devicePixelRatio;
  function open(kept: StripSheet, withSettings = true): void {
    setSheet(kept);
    if (withSettings) {
      setAcross(draftFrom(kept.across));
      setDown(kept.down && draftFrom(kept.down));
      setCrop(kept.crop);
    }
    setChosen({ column: 0, row: 0 });
    setZoom(null);
  }
  return (
    <div className="grid h-full min-h-[600px] min-w-[1000px] grid-rows-[44px_minmax(0,1fr)_60px]">
      <Header id={id} job={job} />
      <main className="grid min-h-0 grid-cols-[248px_minmax(0,1fr)_236px]">
        <div className="grid min-h-0 grid-cols-1 content-start gap-3 overflow-y-auto border-r border-ink bg-paper p-3">
          <label className="flex items-center gap-2">
            <span>Pass</span>
            <select
              aria-label="Pass of the strips"
              value={base.id}
              onChange={(e) => choosePass(e.target.value)}
              className="h-6 min-w-0 flex-1 border-b border-hairline bg-paper font-semibold"
            >
              {job.passes.map((p) => (
                <option key={p.id} value={p.id}>
                  {p.name}
                </option>
              ))}
            </select>
          </label>
          <AxisEditor title="Across" pass={base} draft={across} onChange={changed(setAcross)} />
          <AxisEditor title="Down" pass={base} draft={down} optional onChange={changed(setDown)} />
          <CropPicker job={job} pass={base} ready={ready} crop={crop} onChange={changed(setCrop)} />
          <div className="flex flex-wrap gap-1">
            <Button strong onClick={make} disabled={!across || !axisOf(across) || !ready}>
              Make strips
            </Button>
            <Button
              disabled={!sheet || exporting}
              onClick={() => void print('png')}
              title="A picture of all strips in true size"
            >
              PNG
            </Button>
            <Button
              disabled={!sheet || exporting}
              onClick={() => void print('pdf')}
              title="A page to print in true size"
            >
              PDF
            </Button>
          </div>
          <KeptSheets sheets={job.strips.filter((s) => s.pass === base.id)} shown={sheet} open={(kept) => open(kept)} />
        </div>
        <div
          ref={grid}
          className="min-h-0 min-w-0 overflow-auto bg-surround"
          data-testid="strips"
          data-made={made}
          data-all={all}
        >
          {sheet ? (
            <StripGrid
              job={job}
              pass={base}
              sheet={sheet}
              samples={samples}
              width={Math.round(((sheet.crop.width * job.sheet.ppi) / MM_PER_INCH) * cssPerPixel)}
              height={Math.round(((sheet.crop.height * job.sheet.ppi) / MM_PER_INCH) * cssPerPixel)}
              chosen={chosen}
              choose={(column, row) => setChosen({ column, row })}
              take={take}
            />
          ) : (
            <p role="status" className="grid h-full place-items-center text-ink">
              {ready ? 'Making a first sheet of strips …' : 'Loading the picture …'}
            </p>
          )}
        </div>
        <div className="min-h-0 overflow-y-auto border-l border-ink bg-paper p-3">
          {sheet && strip && (
            // The first strip of a new sheet comes before it.
            <ChosenStrip sheet={sheet} strip={strip} base={base} ready={ready && made > 0} take={take} />
          )}
        </div>
      </main>
      <footer className="flex items-center gap-4 border-t border-ink bg-paper-2 px-3">
        <span className="font-semibold">Pass: {base.name}</span>
        <span className="text-muted" role="status">
          {sheet
            ? `${made} of ${all} made · ${scale < 1 ? 'averages of plate pixels' : 'plate pixels'} · pick with the arrow keys, Enter takes it`
            : `${sheetPixels(job.sheet).width} × ${sheetPixels(job.sheet).height} pixels on the sheet`}
        </span>
        <span className="flex-1" />
        {sheet && (
          <div className="w-[280px]">
            <SliderRow
              label="Shown at"
              wide
              about="Display pixels for each plate pixel."
              value={scale}
              min={SMALLEST}
              max={LARGEST}
              step={0.01}
              normal={1}
              format={{ unit: '%', digits: 0, shown: 100 }}
              scale={{
                toTrack: (v) => Math.log(v / SMALLEST) / Math.log(LARGEST / SMALLEST),
                fromTrack: (p) => SMALLEST * (LARGEST / SMALLEST) ** p,
              }}
              onChange={(v) => setZoom(v > 1 ? Math.round(v) : v)}
            />
          </div>
        )}
      </footer>
    </div>
  );
}

/** Sheets of real renders over one or two settings, to choose from by eye. */
export function TestStrips() {
  const { id = '' } = useParams();
  return (
    <JobGate id={id} view="Test strips">
      <OpenTestStrips id={id} />
    </JobGate>
  );
}
