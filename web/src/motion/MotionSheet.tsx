import { drawingsOf, frameCount, framesOfDrawing, type Job } from '@chromatype/core';
import { useCallback, useEffect, useRef } from 'react';
import { useRoom } from '../ui/use-room.ts';
import { fitFrame } from './fit-frame.ts';
import type { FrameMaker } from './frame-maker.ts';
import { playedRange, setMotionView, useMotion } from './motion-store.ts';
import { createRateMeter, frameDue } from './play-clock.ts';
import { useMaker } from './use-maker.ts';
import { useSettled } from './use-settled.ts';

/** How much of its neighbours is seen through a frame. */
const ONION = 0.22;

type Maker = FrameMaker<ImageBitmap>;

/** Draws a drawing, and its neighbours through it. */
function paint(canvas: HTMLCanvasElement, picture: ImageBitmap, through: readonly (ImageBitmap | null)[]): void {
  if (canvas.width !== picture.width || canvas.height !== picture.height) {
    canvas.width = picture.width;
    canvas.height = picture.height;
  }
  const context = canvas.getContext('2d')!;
  context.globalAlpha = 1;
  context.clearRect(0, 0, picture.width, picture.height);
  context.drawImage(picture, 0, 0);
  context.globalAlpha = ONION;
  for (const other of through) if (other) context.drawImage(other, 0, 0, picture.width, picture.height);
}

interface Props {
  readonly job: Job;
  /** Hears when another drawing has come, for what is drawn of them elsewhere. */
  onMaker(maker: Maker): void;
}

/** The sheet as it moves: what is ready is played, and a frame that stands still is printed whole. */
export function MotionSheet({ job, onMaker }: Props) {
  const [box, room] = useRoom();
  const canvas = useRef<HTMLCanvasElement>(null);
  const { frame, playing, onion, ready, drawings, shown } = useMotion();
  const { settings } = job.motion;
  const frames = frameCount(settings);
  const each = framesOfDrawing(settings.drawings);
  const fitted = room && fitFrame(job, room, window.devicePixelRatio || 1);
  const draw = useRef(() => {});
  const { maker, problem } = useMaker(
    job,
    fitted,
    useCallback(() => {
      draw.current();
    }, []),
  );
  const { settled, isWanted } = useSettled(job, frame, playing, fitted);
  useEffect(() => onMaker(maker), [maker, onMaker]);

  const drawing = Math.min(Math.floor(frame / each), Math.max(0, drawingsOf(settings).length - 1));
  draw.current = () => {
    if (playing || !canvas.current) return;
    const picture = settled?.picture ?? maker.at(drawing);
    if (picture) paint(canvas.current, picture, onion ? [maker.at(drawing - 1), maker.at(drawing + 1)] : []);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: anything that is drawn
  useEffect(() => draw.current(), [drawing, settled, onion, playing, ready, fitted?.width]);

  const range = useMotion((s) => s.range);
  useEffect(() => {
    const [first, last] = playedRange({ range }, frames);
    maker.lookAt(drawing, [Math.floor(first / each), Math.floor(last / each)]);
  }, [maker, drawing, range, frames, each]);

  useEffect(() => {
    if (!playing) return;
    const meter = createRateMeter(() => performance.now());
    const played = playedRange({ range }, frames);
    const from = useMotion.getState().frame;
    const begin = performance.now();
    let seen: ImageBitmap | null = null;
    let told = begin;
    let handle = requestAnimationFrame(function tick(now: number) {
      const due = frameDue(from, now - begin, settings.rate, played, settings.loop);
      if (due === null) {
        setMotionView({ frame: played[1], playing: false });
        return;
      }
      const picture = maker.at(Math.floor(due / each));
      if (picture && picture !== seen) {
        paint(canvas.current!, picture, []);
        seen = picture;
        meter.count();
      }
      if (useMotion.getState().frame !== due) setMotionView({ frame: due });
      if (now - told > 250) {
        told = now;
        setMotionView({ shown: meter.rate() });
      }
      handle = requestAnimationFrame(tick);
    });
    return () => cancelAnimationFrame(handle);
  }, [playing, maker, range, frames, each, settings.rate, settings.loop]);

  const fresh = maker.isFresh(drawing);
  const isThere = isWanted ? settled !== null : fresh && ready > 0;
  const stage = problem ? 'failed' : playing ? 'playing' : isThere ? 'settled' : fresh ? 'first' : 'working';
  return (
    <div ref={box} className="relative min-h-0 min-w-0 overflow-hidden bg-surround">
      <canvas
        ref={canvas}
        role="img"
        aria-label={`Frame ${frame + 1} of ${frames}`}
        data-testid="motion-sheet"
        data-stage={stage}
        data-whole={settled !== null}
        data-frame={frame}
        data-ready={ready}
        data-shown={shown}
        className="absolute shadow-[0_1px_10px_rgb(0_0_0/35%)]"
        style={
          fitted
            ? {
                ...fitted.css,
                background: job.sheet.stock.colour,
                imageRendering: fitted.css.width > fitted.width ? 'pixelated' : 'auto',
              }
            : { display: 'none' }
        }
      />
      {ready < drawings && !problem && (
        <p
          role="status"
          data-testid="making-frames"
          className="absolute top-3 left-3 grid gap-1 bg-paper px-2 py-1 text-[11.5px]"
        >
          {playing ? 'Playing what is ready: ' : 'Printing frames: '}
          {ready} of {drawings}
          <progress
            max={drawings}
            value={ready}
            aria-label="Frames that are printed"
            className="h-1 w-[140px] accent-hot"
          />
        </p>
      )}
      {problem && (
        <p
          role="alert"
          className="absolute top-3 left-3 max-w-[80%] border border-ink bg-paper px-2 py-1 text-hot-text"
        >
          This frame could not be printed: {problem}
        </p>
      )}
    </div>
  );
}
