import { fillOf, type Job, type Pass, screenTraits, sheetPixels } from '@chromatype/core';
import { type KeyboardEvent, useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { useOpenJob } from '../../document/store.ts';
import { enginePool } from '../../engine/pool.ts';
import { firstLookOf, neededPictures } from '../../engine/first-look.ts';
import { loadPicture, usePictures } from '../../engine/pictures.ts';
import type { View } from '../../engine/view.ts';
import { PrintFailed } from '../../preview/PrintFailed.tsx';
import { createPreview, type Asking, type Preview, type ShownStage } from '../../preview/preview.ts';
import { expectSheet, sheetIsSettled, sheetSeen } from '../../preview/sheet-first.ts';
import { AtWork } from '../../preview/AtWork.tsx';
import { StoredPrint } from './StoredPrint.tsx';
import { fitSheet, panBy, setDisplay, setSheetSize, useView, zoomStep, zoomTo } from '../view-store.ts';
import { LookBar } from '../../looking/LookBar.tsx';
import { useLooks } from '../../looking/look-store.ts';
import { LookLayer } from '../../looking/LookLayer.tsx';
import { CentreHandle } from './CentreHandle.tsx';
import { OnSheet } from './OnSheet.tsx';
import { LoadingNote } from './LoadingNote.tsx';
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

const allLoaded = (job: Job): boolean =>
  neededPictures(job).every((hash) => usePictures.getState().byHash[hash]?.state === 'ready');

/** Why a changed job is printed again. */
const askingFor = (dragging: boolean): Asking => (dragging ? 'dragging' : 'changed');

/** A job in a view, as it prints or (`press`) as it may come off the press. */
interface Asked {
  readonly job: Job;
  readonly view: View;
  readonly press: boolean;
}

const sameAsked = (a: Asked | null, b: Asked): boolean =>
  a !== null && a.job === b.job && a.view === b.view && a.press === b.press;

/** What the preview reported last, and of what. */
interface Reported {
  readonly stage: ShownStage;
  readonly of: Asked;
}

interface Props {
  readonly job: Job;
  /** The chosen pass with its chosen fill alone. */
  readonly pass: Pass | null;
  /** The same pass with all its fills; left out where nothing of it is changed. */
  readonly chosen?: Pass | null;
  /** Shows the sheet without anything that changes the job. */
  readonly viewOnly?: boolean;
  /** The job is one that is tried out, and not the open one. */
  readonly tried?: boolean;
  /** It stands beside another sheet, which decides what is in sight of both. */
  readonly beside?: boolean;
}

/** The sheet on its neutral surround, printed by the workers. */
export function SheetView({ job, pass, chosen = null, viewOnly = false, tried = false, beside = false }: Props) {
  const sheet = beside ? 'beside' : 'open';
  const canvas = useRef<HTMLCanvasElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  const preview = useRef<Preview | null>(null);
  const [reported, setReported] = useState<Reported | null>(null);
  /** What the preview was asked for last. */
  const asked = useRef<Asked | null>(null);
  const ask = useCallback((next: Asked, asking: Asking) => {
    asked.current = next;
    preview.current?.show(next.job, next.view, asking, next.press);
  }, []);
  const view = useView((s) => s.view);
  const ready = usePictures((s) => neededPictures(job).every((hash) => s.byHash[hash]?.state === 'ready'));
  const lost = usePictures((s) => neededPictures(job).some((hash) => s.byHash[hash]?.state === 'failed'));
  // In the first drawing of the view, before anything in it asks for work.
  useState(expectSheet);
  useEffect(() => sheetIsSettled, []);
  useEffect(() => {
    if (lost) sheetIsSettled();
  }, [lost]);
  const press = useLooks((s) => s.press);
  const panning = useSheetGestures(frame);

  useEffect(() => {
    for (const picture of job.pictures) void loadPicture(picture);
  }, [job.pictures]);

  useEffect(() => {
    if (!beside) setSheetSize(sheetPixels(job.sheet));
  }, [job.sheet, beside]);

  useEffect(() => {
    const made = createPreview(canvas.current!, (stage) => setReported({ stage, of: asked.current! }));
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

  const shown = useRef<Asked | null>(null);
  const wholes = useWholes(job, ready, sheet);

  // A changed job goes to the workers at once; the rest of the interface is drawn while they print.
  useEffect(
    () =>
      useOpenJob.subscribe((now, before) => {
        const at = useView.getState().view;
        if (
          beside ||
          !now.job ||
          now.job === before.job ||
          now.job.sheet !== before.job?.sheet ||
          !at ||
          !allLoaded(now.job)
        )
          return;
        shown.current = { job: now.job, view: at, press: useLooks.getState().press };
        ask(shown.current, askingFor(now.dragging));
      }),
    [ask, beside],
  );

  // The same job in another view moves what is shown; anything else is a change.
  const before = useRef<{ job: Job; press: boolean } | null>(null);
  useEffect(() => {
    if (!view || !ready) return;
    // In a drag the workers may have something newer already.
    if (!tried && useOpenJob.getState().job !== job) return;
    const known = sameAsked(shown.current, { job, view, press });
    shown.current = null;
    const moved = before.current?.job === job && before.current.press === press;
    before.current = { job, press };
    if (known) return;
    ask({ job, view, press }, moved ? 'moved' : askingFor(useOpenJob.getState().dragging));
  }, [job, view, ready, press, ask, tried]);

  // What can be made without pixels is made while they are on their way.
  const id = useOpenJob((s) => s.id);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a job is made ready once, when it opens
  useEffect(() => {
    if (!ready) void sheetSeen().then(() => enginePool().prepare(job));
  }, [id]);

  // Until all pixels are there, reduced copies of the pictures give a first look.
  const copies = usePictures((s) => s.reduced);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a look is taken anew when another copy has come
  useEffect(() => {
    const look = view && !ready ? firstLookOf(job) : null;
    if (!look) return;
    ask({ job: look, view: view!, press }, 'look');
    // Its settled picture comes next, without another first one.
    before.current = { job, press };
  }, [job, view, ready, copies]);

  // A plate that was made as a whole takes the place of its first look, before the first look is called settled.
  // biome-ignore lint/correctness/useExhaustiveDependencies: other changes are shown above
  useLayoutEffect(() => {
    if (view && ready && wholes.there) ask({ job, view, press }, 'moved');
  }, [wholes.there]);

  // What was reported of another job or view says nothing of this one, which is asked for a moment later.
  const stage = view && reported && sameAsked(reported.of, { job, view, press }) ? reported.stage : 'working';
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
          data-testid={beside ? undefined : 'sheet-edge'}
          className="absolute shadow-[0_1px_10px_rgb(0_0_0/35%)]"
          style={{
            left: -view.originX / devicePixelRatio,
            top: -view.originY / devicePixelRatio,
            width: (sheetPixels(job.sheet).width * view.scale) / devicePixelRatio,
            height: (sheetPixels(job.sheet).height * view.scale) / devicePixelRatio,
            background: job.sheet.stock.colour,
          }}
        >
          <StoredPrint job={job} />
        </div>
      )}
      <canvas
        ref={canvas}
        role="img"
        aria-label="The printed sheet"
        data-testid={beside ? 'sheet-beside' : 'sheet'}
        data-stage={shownStage}
        className="absolute top-0 left-0"
        style={view ? { width: view.width / devicePixelRatio, height: view.height / devicePixelRatio } : undefined}
      />
      {view && <LookLayer job={job} pass={pass} view={view} stage={shownStage} frame={frame} source={canvas} />}
      {view && job.sheet.bleed > 0 && <TrimLine sheet={job.sheet} view={view} />}
      {!viewOnly && view && pass?.on && screenTraits(fillOf(pass).screen, job.sheet.ppi).centre && (
        <CentreHandle sheet={job.sheet} pass={pass} view={view} />
      )}
      {!viewOnly && view && pass && ready && <OnSheet job={job} pass={pass} whole={chosen ?? pass} view={view} />}
      {ready && stage !== 'failed' && <WholePlates job={job} sheet={sheet} />}
      {view && stage === 'failed' && <PrintFailed onAgain={() => ask({ job, view, press }, 'changed')} />}
      {!viewOnly && pass && isEmpty(job) && <StartHere job={job} pass={pass} />}
      {!beside && <LookBar />}
      <AtWork busy={shownStage !== 'settled' && stage !== 'failed' && !lost && wholes.stage === 'done'} />
      {!ready && <LoadingNote job={job} />}
    </div>
  );
}
