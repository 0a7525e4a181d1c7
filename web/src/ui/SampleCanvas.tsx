import { useEffect, useRef } from 'react';
import { useOpenJob } from '../document/store.ts';
import { latestOnly } from '../engine/latest.ts';
import { notWhileSettling } from '../preview/not-while-settling.ts';
import { sheetSettled } from '../preview/sheet-first.ts';
import { canBeSeen, usePictures } from '../engine/pictures.ts';
import type { Sample } from '../engine/samples.ts';
import { useSeen } from './use-seen.ts';

interface Props {
  /** Asks the engine for the sample; null leaves the canvas as it is. */
  readonly make: ((draft: boolean) => Promise<Sample | null>) | null;
  /** The sample is rendered again when this key changes. */
  readonly watch: string;
  readonly label: string;
  /** Waits for the end of a drag, and a moment longer. */
  readonly patient?: boolean;
  /** Is drawn once it has come into sight: of many samples in a list, those in sight come first. */
  readonly whenSeen?: boolean;
  readonly className?: string;
  /** Display size in CSS pixels, when it is to differ from the sample's own. */
  readonly style?: React.CSSProperties;
}

/** Milliseconds that patient samples leave the sheet to settle in when the hand rests. */
const PATIENCE = 400;

/** Milliseconds after which a sample shows that it is being drawn. */
const BUSY_AFTER = 200;

/** While something is dragged the sheet comes first: samples follow a few times a second. */
const restWhileDragging = (): number => (useOpenJob.getState().dragging ? 150 : 0);

/** A picture drawn by the engine with current settings. */
export function SampleCanvas({ make, watch, label, patient = false, whenSeen = false, className, style }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const seen = useSeen(canvas, whenSeen);
  const latest = useRef<((make: (draft: boolean) => Promise<Sample | null>) => void) | null>(null);
  latest.current ??= latestOnly(async (work: (draft: boolean) => Promise<Sample | null>) => {
    await sheetSettled();
    const slow = setTimeout(() => canvas.current?.setAttribute('data-busy', 'yes'), BUSY_AFTER);
    await notWhileSettling();
    const sample = await work(useOpenJob.getState().dragging).finally(() => {
      clearTimeout(slow);
      canvas.current?.removeAttribute('data-busy');
    });
    if (!sample || !canvas.current) return;
    const { width, height, rgba } = sample;
    canvas.current.width = width;
    canvas.current.height = height;
    canvas.current.getContext('2d')!.putImageData(new ImageData(rgba, width, height), 0, 0);
    canvas.current.dataset.drawn = 'yes';
    if (sample.took !== undefined) canvas.current.dataset.took = sample.took.toFixed(2);
  }, restWhileDragging);
  // What was drawn coarsely during a drag is drawn again when the hand lets go.
  const drawn = useRef<string | null>(null);
  const resting = useOpenJob((s) => !s.dragging);
  // Tiles are pictures: a sample that was drawn while one was on its way is drawn again.
  const loaded = usePictures((s) => Object.keys(s.byHash).filter((hash) => canBeSeen(s, hash)).length);
  // biome-ignore lint/correctness/useExhaustiveDependencies: `watch` says what the sample depends on
  useEffect(() => {
    const settled = `${loaded} ${watch}`;
    const state = `${settled}${resting ? '' : ' draft'}`;
    if (
      !make ||
      !seen ||
      (patient && !resting && drawn.current !== null) ||
      drawn.current === state ||
      drawn.current === settled
    )
      return;
    const begin = () => {
      drawn.current = state;
      latest.current!(make);
    };
    if (!patient || drawn.current === null) {
      begin();
      return;
    }
    const timer = setTimeout(begin, PATIENCE);
    return () => clearTimeout(timer);
  }, [watch, make === null, resting, loaded, seen]);
  return <canvas ref={canvas} role="img" aria-label={label} className={className} style={style} width={1} height={1} />;
}
