import { type Job, type Pass, sheetPixels, fillOf } from '@chromatype/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { loadPicture } from '../engine/pictures.ts';
import { PrintFailed } from '../preview/PrintFailed.tsx';
import { createPreview, type Preview, type ShownStage } from '../preview/preview.ts';
import { cellPixels } from '../engine/samples.ts';
import { centred, fitView, type View } from '../engine/view.ts';
import { Choice } from '../ui/Choice.tsx';

const LOOKS: readonly { value: 'close' | 'sheet'; label: string; title: string }[] = [
  { value: 'close', label: 'Close up', title: 'So near that single tiles show' },
  { value: 'sheet', label: 'Whole sheet', title: 'All of the sheet' },
];

/** Display pixels of one tile when it is looked at closely. */
const CLOSE = 90;

function viewOf(job: Job, pass: Pass, size: { width: number; height: number }, close: boolean): View {
  const sheet = sheetPixels(job.sheet);
  const fitted = fitView(sheet, size, 16);
  if (!close) return fitted;
  return centred(Math.max(fitted.scale, Math.min(1, CLOSE / cellPixels(job, pass))), sheet, size);
}

interface Props {
  /** The job as it would be with the tile in work. */
  readonly job: Job;
  readonly pass: Pass;
  readonly drawing: boolean;
}

/** The print with the tile in work, made by the same engine as the Bench's. */
export function TileSheet({ job, pass, drawing }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const preview = useRef<Preview | null>(null);
  const [size, setSize] = useState<{ width: number; height: number } | null>(null);
  const [look, setLook] = useState<'close' | 'sheet'>('close');
  const [stage, setStage] = useState<ShownStage>('working');
  const [loaded, setLoaded] = useState(false);

  useEffect(() => {
    const made = createPreview(canvas.current!, setStage);
    preview.current = made;
    const watcher = new ResizeObserver(() => {
      const { clientWidth, clientHeight } = frame.current!;
      setSize({
        width: Math.round(clientWidth * devicePixelRatio),
        height: Math.round(clientHeight * devicePixelRatio),
      });
    });
    watcher.observe(frame.current!);
    return () => {
      watcher.disconnect();
      made.close();
    };
  }, []);

  const sources = job.passes.flatMap((p) => job.pictures.filter((picture) => picture.id === fillOf(p).feed.picture));
  const hashes = sources.map((p) => p.hash).join();
  // biome-ignore lint/correctness/useExhaustiveDependencies: the hashes say which pictures are meant
  useEffect(() => {
    void Promise.all(sources.map(loadPicture)).then(() => setLoaded(true));
  }, [hashes]);

  const view = useMemo(() => size && viewOf(job, pass, size, look === 'close'), [job, pass, size, look]);
  useEffect(() => {
    if (view && loaded) preview.current?.show(job, view, drawing ? 'dragging' : 'changed');
  }, [job, view, drawing, loaded]);

  return (
    <div className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)]">
      <div className="flex items-center justify-between gap-2 px-3 py-2">
        <h2 className="text-[13px]">On the sheet: {pass.name}</h2>
        <Choice label="Look" value={look} options={LOOKS} onChange={(next) => setLook(next)} />
      </div>
      <div ref={frame} className="relative min-h-0 overflow-hidden bg-surround">
        <canvas
          ref={canvas}
          role="img"
          aria-label="The print with this tile"
          data-testid="tile-sheet"
          data-stage={loaded ? stage : 'loading'}
          className="absolute top-0 left-0"
          style={size ? { width: size.width / devicePixelRatio, height: size.height / devicePixelRatio } : undefined}
        />
        {view && stage === 'failed' && <PrintFailed onAgain={() => preview.current?.show(job, view, 'changed')} />}
      </div>
    </div>
  );
}
