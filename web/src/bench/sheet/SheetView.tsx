import {
  type Job,
  type Pass,
  printingPasses,
  sheetPixels,
  fillOf,
  screenPictures,
  screenTraits,
} from '@chromatype/core';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { useOpenJob } from '../../document/store.ts';
import { loadPicture, usePictures } from '../../engine/pictures.ts';
import { PrintFailed } from '../../preview/PrintFailed.tsx';
import { createPreview, type Preview, type ShownStage } from '../../preview/preview.ts';
import { fitSheet, panBy, setDisplay, setSheetSize, useView, zoomStep, zoomTo } from '../view-store.ts';
import { LookBar } from '../../looking/LookBar.tsx';
import { useLooks } from '../../looking/look-store.ts';
import { LookLayer } from '../../looking/LookLayer.tsx';
import { CentreHandle } from './CentreHandle.tsx';
import { OnSheet } from './OnSheet.tsx';
import { isEmpty, StartHere } from './StartHere.tsx';
import { TrimLine } from './TrimLine.tsx';
import { useSheetGestures } from './use-sheet-gestures.ts';
import { useWholes, WholePlates } from './WholePlates.tsx';

/** Which way each arrow key moves the sheet. */
const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [1, 0],
  ArrowRight: [-1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** Files that the printing passes of a job read, tiles among them. */
const neededPictures = (job: Job): string[] => [
  ...new Set(
    printingPasses(job).flatMap((pass) => {
      const { feed, screen } = fillOf(pass);
      const ids = [feed.picture, ...screenPictures(screen)];
      return job.pictures.flatMap(({ id, hash }) => (hash && ids.includes(id) ? [hash] : []));
    }),
  ),
];

const allLoaded = (job: Job): boolean =>
  neededPictures(job).every((hash) => usePictures.getState().byHash[hash]?.state === 'ready');

/** How far the pictures in use are loaded; null when all are there. */
function useLoading(job: Job): { share: number; message: string | null } | null {
  const byHash = usePictures((s) => s.byHash);
  const states = neededPictures(job).map((hash) => byHash[hash]);
  const failed = states.find((s) => s?.state === 'failed');
  if (failed?.state === 'failed') return { share: 0, message: failed.message };
  const waiting = states.filter((s) => s?.state !== 'ready');
  if (waiting.length === 0) return null;
  const shares = states.map((s) => (s?.state === 'ready' ? 1 : s?.state === 'loading' ? s.share : 0));
  return { share: shares.reduce((a, b) => a + b, 0) / shares.length, message: null };
}

interface Props {
  readonly job: Job;
  readonly pass: Pass | null;
  /** Shows the sheet without anything that changes the job. */
  readonly viewOnly?: boolean;
}

/** The sheet on its neutral surround, printed by the workers. */
export function SheetView({ job, pass, viewOnly = false }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  const preview = useRef<Preview | null>(null);
  const [stage, setStage] = useState<ShownStage>('working');
  const view = useView((s) => s.view);
  const loading = useLoading(job);
  const press = useLooks((s) => s.press);
  const panning = useSheetGestures(frame);

  useEffect(() => {
    for (const picture of job.pictures) void loadPicture(picture);
  }, [job.pictures]);

  useEffect(() => setSheetSize(sheetPixels(job.sheet)), [job.sheet]);

  useEffect(() => {
    const made = createPreview(canvas.current!, setStage);
    preview.current = made;
    return () => made.close();
  }, []);

  useEffect(() => {
    const watcher = new ResizeObserver(() => {
      const { clientWidth, clientHeight } = frame.current!;
      setDisplay({
        width: Math.round(clientWidth * devicePixelRatio),
        height: Math.round(clientHeight * devicePixelRatio),
      });
    });
    watcher.observe(frame.current!);
    return () => watcher.disconnect();
  }, []);

  const ready = loading === null;
  const shown = useRef<Job | null>(null);
  const wholes = useWholes(job, ready);

  // A changed job goes to the workers at once; the rest of the interface is drawn while they print.
  useEffect(
    () =>
      useOpenJob.subscribe((now, before) => {
        const at = useView.getState().view;
        if (!now.job || now.job === before.job || now.job.sheet !== before.job?.sheet || !at || !allLoaded(now.job))
          return;
        shown.current = now.job;
        preview.current?.show(now.job, at, now.dragging, useLooks.getState().press);
      }),
    [],
  );

  useEffect(() => {
    if (!view || !ready) return;
    const known = shown.current === job;
    shown.current = null;
    if (!known) preview.current?.show(job, view, useOpenJob.getState().dragging, press);
  }, [job, view, ready, press]);

  // A plate that was made as a whole takes the place of its first look.
  // biome-ignore lint/correctness/useExhaustiveDependencies: other changes are shown above
  useEffect(() => {
    if (view && ready && wholes.there) preview.current?.show(job, view, false, press);
  }, [wholes.there]);

  const shownStage = !ready ? 'loading' : wholes.stage !== 'done' && stage === 'settled' ? 'first' : stage;

  function onKey(event: KeyboardEvent): void {
    const [dx, dy] = ARROWS[event.key] ?? [0, 0];
    const far = event.shiftKey ? 200 : 40;
    const moves: Record<string, () => void> = {
      '+': () => zoomStep(1),
      '-': () => zoomStep(-1),
      '1': () => zoomTo(1),
      '0': fitSheet,
    };
    if (event.ctrlKey || event.metaKey) return;
    if (dx || dy) panBy(dx * far, dy * far);
    else if (moves[event.key]) moves[event.key]!();
    else return;
    event.preventDefault();
  }

  return (
    <div
      ref={frame}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: the sheet is panned and zoomed with keys
      tabIndex={0}
      role="application"
      aria-label="Sheet: arrow keys pan, plus and minus zoom, 1 for plate pixels, 0 for the whole sheet"
      onKeyDown={onKey}
      onDoubleClick={fitSheet}
      className="relative min-h-0 min-w-0 touch-none overflow-hidden bg-surround"
      style={{ cursor: panning ? 'grab' : 'default' }}
    >
      {view && (
        <div
          data-testid="sheet-edge"
          className="absolute shadow-[0_1px_10px_rgb(0_0_0/35%)]"
          style={{
            left: -view.originX / devicePixelRatio,
            top: -view.originY / devicePixelRatio,
            width: (sheetPixels(job.sheet).width * view.scale) / devicePixelRatio,
            height: (sheetPixels(job.sheet).height * view.scale) / devicePixelRatio,
            background: job.sheet.stock.colour,
          }}
        />
      )}
      <canvas
        ref={canvas}
        role="img"
        aria-label="The printed sheet"
        data-testid="sheet"
        data-stage={shownStage}
        className="absolute top-0 left-0"
        style={view ? { width: view.width / devicePixelRatio, height: view.height / devicePixelRatio } : undefined}
      />
      {view && <LookLayer job={job} pass={pass} view={view} stage={shownStage} frame={frame} source={canvas} />}
      {view && job.sheet.bleed > 0 && <TrimLine sheet={job.sheet} view={view} />}
      {!viewOnly && view && pass?.on && screenTraits(fillOf(pass).screen, job.sheet.ppi).centre && (
        <CentreHandle sheet={job.sheet} pass={pass} view={view} />
      )}
      {!viewOnly && view && pass && ready && <OnSheet job={job} pass={pass} view={view} />}
      {!loading && stage !== 'failed' && <WholePlates job={job} />}
      {view && stage === 'failed' && <PrintFailed onAgain={() => preview.current?.show(job, view, false, press)} />}
      {!viewOnly && pass && isEmpty(job) && <StartHere job={job} pass={pass} />}
      <LookBar />
      {loading && (
        <p role="status" className="absolute bottom-3 left-3 bg-paper px-2 py-1">
          {loading.message ?? `Loading the picture, ${Math.round(loading.share * 100)} %`}
        </p>
      )}
    </div>
  );
}
