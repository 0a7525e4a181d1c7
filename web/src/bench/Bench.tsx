import type { Pass } from '@chromatype/core';
import { lazy, Suspense, useEffect, useMemo } from 'react';
import { useLocation, useNavigate, useParams, useSearchParams } from 'react-router';
import { JobGate } from '../document/JobGate.tsx';
import { offerPlateDigest } from '../engine/plate-digest.ts';
import { loadPicture } from '../engine/pictures.ts';
import { jobFilesAmong, takeJobFiles } from '../job-files/take-job-files.ts';
import { useNarrow } from '../ui/use-narrow.ts';
import { useSetParam } from '../ui/use-set-param.ts';
import { useFileDrop } from '../ui/use-file-drop.ts';
import { addFiles } from './add-picture.ts';
import { Chain } from './chain/Chain.tsx';
import { OVER_CHAIN } from './chain/screen/cells/CellChoice.tsx';
import { SheetStation } from './chain/SheetStation.tsx';
import { ColourBar } from './colour-bar/ColourBar.tsx';
import { ConflictBar } from './ConflictBar.tsx';
import { Header } from './Header.tsx';
import { OutputPanel } from './output/OutputPanel.tsx';
import { PhoneBench } from './phone/PhoneBench.tsx';
import { Ramp } from './ramp/Ramp.tsx';
import { SheetView } from './sheet/SheetView.tsx';
import { useBenchKeys } from './use-bench-keys.ts';
import { useChosen } from './use-chosen.ts';
import { useJobInSight } from './use-job-in-sight.ts';
import { showText, showWholeSheet, useView, viewText } from './view-store.ts';

const ReadingsPanel = lazy(() => import('../readings/ReadingsPanel.tsx'));

/** Keeps the view in the address, and takes it from there. */
function useViewInAddress(id: string): void {
  const [params] = useSearchParams();
  const setParam = useSetParam();
  const shown = useView((s) => s.view !== null);
  const text = useView(viewText);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the address is read once, when the job opens
  useEffect(() => {
    if (shown) showText(params.get('view'));
  }, [id, shown]);
  useEffect(() => {
    if (!shown) return;
    const timer = setTimeout(() => setParam('view', text), 250);
    return () => clearTimeout(timer);
  }, [text, shown, setParam]);
}

offerPlateDigest();

function OpenBench({ id }: { readonly id: string }) {
  const job = useJobInSight();
  const { pass, fill, stock, choose } = useChosen(job);
  const { pathname, search } = useLocation();
  const narrow = useNarrow();
  // The chosen fill stands for its pass where one chain is shown.
  const shown = useMemo((): Pass | null => pass && fill && { ...pass, fills: [fill] }, [pass, fill]);
  useViewInAddress(id);
  useBenchKeys(job, pass, choose);
  const navigate = useNavigate();
  const over = useFileDrop((files) => void take(files));

  /** Pictures go into this job; files of whole jobs are opened. */
  async function take(files: readonly File[]): Promise<void> {
    const { whole, others } = await jobFilesAmong(files);
    if (others.length > 0) return addFiles(others, pass?.id ?? null);
    const last = await takeJobFiles(whole);
    if (last) navigate(`/jobs/${last}`);
  }

  useEffect(() => {
    for (const picture of job.pictures) void loadPicture(picture);
  }, [job.pictures]);

  if (narrow) return <PhoneBench job={job} pass={pass} choose={choose} />;
  return (
    <div className="grid h-full min-h-[600px] min-w-[1000px] grid-rows-[44px_minmax(0,1fr)_92px]">
      <Header id={id} job={job} />
      <main className="grid min-h-0 grid-cols-[304px_minmax(0,1fr)_60px]">
        <div className="relative min-h-0 [contain:strict]">
          <div
            className="h-full overflow-y-auto border-r border-ink bg-paper"
            aria-label={stock ? 'Sheet' : 'Chain'}
            role="region"
          >
            {pass && fill ? <Chain job={job} pass={pass} fill={fill} /> : <SheetStation job={job} />}
          </div>
          <div id={OVER_CHAIN} className="pointer-events-none absolute inset-0 z-10" />
        </div>
        <div className="relative grid min-h-0 min-w-0 [contain:strict]">
          <SheetView job={job} pass={shown} chosen={pass} />
          <ConflictBar />
          {pathname.endsWith('/output') && <OutputPanel id={id} job={job} pass={pass} back={`/jobs/${id}${search}`} />}
          {pathname.endsWith('/readings') && pass && (
            <Suspense fallback={null}>
              <ReadingsPanel job={job} pass={pass} back={`/jobs/${id}${search}`} />
            </Suspense>
          )}
          {over && (
            <p className="pointer-events-none absolute inset-3 z-30 grid place-items-center border-2 border-dashed border-hot bg-paper/80 font-head text-[18px]">
              Drop the picture to print it
            </p>
          )}
        </div>
        <Ramp job={job} pass={shown} />
      </main>
      <ColourBar job={job} chosen={pass?.id ?? 'stock'} choose={choose} />
    </div>
  );
}

/** The main view: chain, sheet, ramp and colour bar of one job. */
export function Bench() {
  const { id = '' } = useParams();
  return (
    <JobGate id={id} onLeave={showWholeSheet}>
      <OpenBench id={id} />
    </JobGate>
  );
}
