import { fileOfFrame, type Job, jobAtFrame } from '@chromatype/core';
import { useEffect, useRef, useState } from 'react';
import { neededPictures } from '../engine/first-look.ts';
import { forgetPicture, loadPicture, usePictures } from '../engine/pictures.ts';
import { enginePool } from '../engine/pool.ts';
import type { FittedFrame } from './fit-frame.ts';
import { playedFrame, useSmallClips } from './small-frames.ts';

/** Milliseconds for which a frame must stay in sight before its clips are read whole. */
const SETTLE_AFTER = 180;

export interface SettledFrame {
  readonly job: Job;
  readonly frame: number;
  readonly picture: ImageBitmap;
}

/** Frames of clips that are here whole. */
const isFrame = (name: string): boolean => fileOfFrame(name).frame > 0;

/**
 * Prints the frame that is in sight from the whole frames of its clips, where it is played from small copies: that it is
 * wanted, and the print when it is there.
 */
export function useSettled(
  job: Job,
  frame: number,
  playing: boolean,
  fitted: FittedFrame | null,
): { readonly settled: SettledFrame | null; readonly isWanted: boolean } {
  const [settled, setSettled] = useState<SettledFrame | null>(null);
  const ready = usePictures((s) => s.byHash);
  const here = useSmallClips();
  const last = useRef<SettledFrame | null>(null);
  const size = fitted && `${fitted.width} ${fitted.height}`;

  // biome-ignore lint/correctness/useExhaustiveDependencies: the size stands for what is fitted
  useEffect(() => {
    if (playing || !fitted || !playedFrame(job, frame)?.small) return;
    const still = jobAtFrame(job, frame);
    let over = false;
    const timer = setTimeout(() => {
      const needed = new Set(neededPictures(still));
      for (const name of Object.keys(usePictures.getState().byHash))
        if (isFrame(name) && !needed.has(name)) forgetPicture(name);
      for (const picture of still.pictures) if (picture.hash && needed.has(picture.hash)) void loadPicture(picture);
      const all = [...needed].every((name) => usePictures.getState().byHash[name]?.state === 'ready');
      if (!all) return;
      const { width, height, scale } = fitted;
      void enginePool()
        .printers[0]!.frame({ job: still, width, height, scale })
        .then((picture) => {
          if (!picture) return;
          if (over) picture.close();
          else {
            last.current?.picture.close();
            last.current = { job, frame, picture };
            setSettled(last.current);
          }
        });
    }, SETTLE_AFTER);
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [job, frame, playing, size, ready, here]);

  useEffect(
    () => () => {
      for (const name of Object.keys(usePictures.getState().byHash)) if (isFrame(name)) forgetPicture(name);
    },
    [],
  );
  const isWanted = !playing && (playedFrame(job, frame)?.small ?? false);
  const own = settled && settled.job === job && settled.frame === frame && isWanted ? settled : null;
  return { settled: own, isWanted };
}
