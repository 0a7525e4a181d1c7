import { drawingsOf, type Job } from '@chromatype/core';
import { useEffect, useRef, useState } from 'react';
import { usePictures } from '../engine/pictures.ts';
import { enginePool } from '../engine/pool.ts';
import { boils } from './boils.ts';
import type { FittedFrame } from './fit-frame.ts';
import { FrameMaker } from './frame-maker.ts';
import { setMotionView } from './motion-store.ts';
import { type PlayedFrame, playedFrame, useSmallClips } from './small-frames.ts';

/** Bytes of drawings that are kept. */
const KEPT_BYTES = 400e6;

/** Whether still parts are held, so that each drawing needs the one before it. */
const holds = (job: Job): boolean => job.motion.settings.hold && boils(job);

/** A frame as soon as the pixels that it reads are there. */
function whenThere(job: Job, frame: number): Promise<PlayedFrame> {
  const now = playedFrame(job, frame);
  if (now) return Promise.resolve(now);
  return new Promise((resolve) => {
    const look = () => {
      const found = playedFrame(job, frame);
      if (!found) return;
      for (const stop of stops) stop();
      resolve(found);
    };
    const stops = [useSmallClips.subscribe(look), usePictures.subscribe(look)];
  });
}

export interface Making {
  readonly maker: FrameMaker<ImageBitmap>;
  /** Why nothing can be printed; null while all is well. */
  readonly problem: string | null;
}

/** Makes the drawings of a job for as long as its view is there; `told` hears of each that comes. */
export function useMaker(job: Job, fitted: FittedFrame | null, told: () => void): Making {
  const [problem, setProblem] = useState<string | null>(null);
  const state = useRef({ job, fitted, session: 0, told });
  state.current.told = told;
  const made = useRef<FrameMaker<ImageBitmap> | null>(null);
  if (!made.current) {
    const { printers } = enginePool();
    const maker: FrameMaker<ImageBitmap> = new FrameMaker<ImageBitmap>({
      hands: printers.length,
      async print(hand, drawing) {
        const { job: own, fitted: size, session } = state.current;
        if (!size) return null;
        const { settings } = own.motion;
        const { frame } = drawingsOf(settings)[drawing]!;
        const { job: still } = await whenThere(own, frame);
        const { width, height, scale } = size;
        const held = holds(own) ? { session: `${session}`, place: drawing, within: settings.holdWithin } : undefined;
        const picture = await printers[hand]!.frame({ job: still, width, height, scale, held });
        // A worker that started anew knows nothing of the drawings before.
        if (!picture && held) setTimeout(begin);
        return picture;
      },
      drop: (picture) => picture.close(),
      told: () => {
        setMotionView({ ready: maker.ready() });
        state.current.told();
      },
      failed: (error) => setProblem(error instanceof Error ? error.message : String(error)),
    });
    made.current = maker;
  }
  const maker = made.current;

  function begin(): void {
    const { job: own, fitted: size } = state.current;
    if (!size) return;
    state.current.session++;
    const drawings = drawingsOf(own.motion.settings).length;
    const most = Math.max(8, Math.floor(KEPT_BYTES / (4 * size.width * size.height)));
    setMotionView({ drawings: Math.min(drawings, most), ready: 0 });
    setProblem(null);
    maker.restart({ drawings, most, inOrder: holds(own) });
  }

  const key = fitted && `${fitted.width} ${fitted.height} ${fitted.scale}`;
  // biome-ignore lint/correctness/useExhaustiveDependencies: another job or size is printed anew
  useEffect(() => {
    state.current = { ...state.current, job, fitted };
    begin();
  }, [job, key]);
  const there = useRef(false);
  useEffect(() => {
    there.current = true;
    return () => {
      there.current = false;
      // In development React takes every view away once and puts it back at once.
      setTimeout(() => !there.current && made.current?.close());
    };
  }, []);
  return { maker, problem };
}
