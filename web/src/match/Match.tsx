import { applyRecipe, LEAST_SIDE, type Recipe, scannedPpi } from '@chromatype/core';
import { useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { toast } from 'sonner';
import type { StoredPicture } from '../api/pictures.ts';
import { saveRecipe } from '../api/recipes.ts';
import { keepBefore } from '../api/versions.ts';
import { Header } from '../bench/Header.tsx';
import { SheetView } from '../bench/sheet/SheetView.tsx';
import { showWholeSheet } from '../bench/view-store.ts';
import { newId } from '../document/edits.ts';
import { JobGate } from '../document/JobGate.tsx';
import { edit, undo, useOpenJob } from '../document/store.ts';
import { Button } from '../ui/Button.tsx';
import { DEGREES, PERCENT } from '../ui/formats.ts';
import { SliderRow } from '../ui/SliderRow.tsx';
import { TextField } from '../ui/TextField.tsx';
import { TitledFigure } from '../ui/TitledFigure.tsx';
import { WorkRow } from '../ui/WorkRow.tsx';
import { FoundInks, Sureness } from './FoundInks.tsx';
import { printJob, scanJob } from './match-jobs.ts';
import { DropHere, ScanChooser } from './ScanChooser.tsx';
import { RegionPicker } from './RegionPicker.tsx';
import { MOST_PPI, Resolution, USUAL_PPI } from './Resolution.tsx';
import { Ruler, type RulerMarks } from './Ruler.tsx';
import { useScanFile } from './use-scan-file.ts';
import { LARGEST_REGION, useMatch } from './use-match.ts';

const say = (error: unknown) => toast.error(error instanceof Error ? error.message : String(error));

const WORDS = {
  loading: 'Fetching the scan …',
  finding: 'Finding how it was printed …',
  unscreening: 'Taking the screen away …',
} as const;

function OpenMatch({ id }: { readonly id: string }) {
  const job = useOpenJob((s) => s.job)!;
  const [scan, setScan] = useState<StoredPicture | null>(null);
  const [ppi, setPpi] = useState(USUAL_PPI);
  const [marks, setMarks] = useState<RulerMarks | null>(null);
  const [name, setName] = useState('');
  const match = useMatch(scan, ppi);
  const { region, findings, settings, found, recipe, picture, doing, fault } = match;
  const { over, take } = useScanFile((stored) => {
    const told = scannedPpi(stored);
    if (told !== null) setPpi(Math.min(MOST_PPI, told));
    setScan(stored);
    setMarks(null);
  });
  const left = useMemo(() => scan && region && scanJob(scan, region, ppi), [scan, region, ppi]);
  const named: Recipe | null = recipe && { ...recipe, name: name.trim() || 'Matched print' };
  const right = useMemo(
    () => (picture && recipe && region ? printJob(picture, recipe, region, ppi) : null),
    [picture, recipe, region, ppi],
  );

  async function save(made: Recipe): Promise<void> {
    const { name: as } = await saveRecipe(made);
    toast.success(`The recipe ${as} is saved; it is among the recipes now.`);
  }
  function apply(made: Recipe): void {
    const next = applyRecipe(job, made, { pass: null, newId });
    keepBefore('before a recipe', job);
    edit(() => next);
    toast(`${made.name} is applied to the job.`, { duration: 8000, action: { label: 'Undo', onClick: undo } });
  }

  return (
    <div className="grid h-full min-h-[600px] min-w-[1000px] grid-rows-[44px_minmax(0,1fr)]">
      <Header id={id} job={job} />
      <main className="grid min-h-0 grid-cols-[300px_minmax(0,1fr)]">
        <div className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)_auto] border-r border-ink bg-paper">
          <div className="grid gap-2 border-b border-hairline p-2.5">
            <h1 className="text-[14px]">Match a print</h1>
            <ScanChooser scan={scan} strong={!scan} onTake={take} />
            {scan && region && (
              <Resolution scan={scan} region={region} ppi={ppi} marks={marks} onPpi={setPpi} onMarks={setMarks} />
            )}
          </div>
          <div className="min-h-0 overflow-y-auto">
            <div className="grid gap-3 p-2.5">
              {scan && region && (
                <RegionPicker
                  scan={scan}
                  region={region}
                  least={LEAST_SIDE}
                  most={LARGEST_REGION}
                  onChange={(next) => {
                    // Marks lie on the region that is shown.
                    setMarks(null);
                    match.setRegion(next);
                  }}
                />
              )}
              {!scan && (
                <p className="text-muted">
                  Drop a scan or photograph of printed matter here, as PNG, JPEG or TIFF. What is found of its stock,
                  inks and screens becomes a recipe. Scan at ten pixels a cell or more: 600 ppi for 60 lpi.
                </p>
              )}
              {findings && settings && found && (
                <>
                  <div className="grid gap-1">
                    <p className="flex items-center justify-between gap-2" data-testid="found-count">
                      <span>
                        {findings.inks.length} {findings.inks.length === 1 ? 'ink' : 'inks'} on stock
                      </span>
                      <Sureness of={findings.count.confidence} />
                    </p>
                    <p className="flex items-center justify-between gap-2 text-[11px] text-muted">
                      <span>Stock {findings.stock.value.map((v) => Math.round(v)).join(' ')} (L*a*b*)</span>
                      <Sureness of={findings.stock.confidence} />
                    </p>
                    <SliderRow
                      wide
                      label="Texture"
                      about="How strongly the texture of the stock shows."
                      value={settings.texture}
                      min={0}
                      max={2}
                      step={0.01}
                      normal={found.texture}
                      format={PERCENT}
                      onChange={(texture) => match.change({ texture })}
                    />
                    <SliderRow
                      wide
                      label="Turn of scan"
                      about="How far the print lies turned in the scan, counter-clockwise; it is taken off all angles."
                      value={settings.turn}
                      min={-15}
                      max={15}
                      step={0.05}
                      normal={0}
                      format={DEGREES}
                      onChange={(turn) => match.change({ turn })}
                    />
                    <div className="flex items-center justify-between gap-2 text-[11px] text-muted">
                      {findings.turn.confidence === 'none' ? (
                        <span>The turn of the scan cannot be known; angles are those in the scan.</span>
                      ) : (
                        <>
                          <span>At the usual angles it would lie turned by {findings.turn.value.toFixed(1)}°.</span>
                          <Button onClick={() => match.change({ turn: Number(findings.turn.value.toFixed(2)) })}>
                            Take it
                          </Button>
                        </>
                      )}
                    </div>
                  </div>
                  {scan && region && (
                    <FoundInks
                      findings={findings}
                      settings={settings}
                      found={found}
                      hash={scan.hash}
                      region={region}
                      ppi={ppi}
                      onChange={match.changeInk}
                    />
                  )}
                  <p className="text-[11px] leading-tight text-muted">
                    Dot gain cannot be known without the tones that were meant; it is left at its default. Measure the
                    press for it.
                  </p>
                </>
              )}
            </div>
          </div>
          <div
            className="grid gap-1.5 border-t border-ink p-2.5"
            role="status"
            data-testid="match-status"
            data-doing={doing.what}
          >
            {doing.what !== 'nothing' && (
              <WorkRow says={WORDS[doing.what]} share={doing.share} onCancel={match.cancel} />
            )}
            {fault && (
              <p className="text-hot-text" data-testid="match-fault">
                {fault}
              </p>
            )}
            {doing.what === 'nothing' && !fault && scan && !picture && (
              <Button onClick={match.again}>Find how it was printed</Button>
            )}
            {named && (
              <>
                <TextField
                  label="Name of the recipe"
                  value={name || 'Matched print'}
                  own
                  onChange={(next) => setName(next.slice(0, 200))}
                />
                <div className="flex gap-1.5">
                  <Button strong onClick={() => apply(named)}>
                    Apply to this job
                  </Button>
                  <Button onClick={() => void save(named).catch(say)}>Save the recipe</Button>
                </div>
              </>
            )}
          </div>
        </div>
        <div className={`relative grid min-h-0 min-w-0 ${right ? 'grid-cols-2' : ''}`}>
          <TitledFigure title={left ? 'The scan' : `${job.title}`} says={left ? 'The scan' : 'The open job'}>
            <div className="relative grid min-h-0 min-w-0">
              <SheetView key={left ? 'scan' : 'job'} job={left ?? job} pass={null} viewOnly tried={left !== null} />
              {left && region && marks && <Ruler region={region} marks={marks} onChange={setMarks} />}
            </div>
          </TitledFigure>
          {right && (
            <TitledFigure title="Our print of the same tones" says="Our print" beside>
              <SheetView job={right} pass={null} viewOnly tried beside />
            </TitledFigure>
          )}
          {over && <DropHere says="Drop the scan to read it" />}
        </div>
      </main>
    </div>
  );
}

/** A scan of a print becomes a recipe: what was found in it beside our own print of the same tones. */
export function MatchPage() {
  const { id = '' } = useParams();
  return (
    <JobGate id={id} view="Match a print" onLeave={showWholeSheet}>
      <OpenMatch id={id} />
    </JobGate>
  );
}
