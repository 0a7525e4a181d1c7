import type { Job, Pass } from '@chromatype/core';
import { type RefObject, useEffect, useState } from 'react';
import type { View } from '../engine/view.ts';
import { useTools } from '../bench/tools/tool-store.ts';
import { useLooks, setLooks } from './look-store.ts';
import { Loupe } from './Loupe.tsx';
import { Processed } from './Processed.tsx';
import { Split } from './Split.tsx';
import { StepBackBar } from './StepBackBar.tsx';
import { useLookKeys } from './use-look-keys.ts';

interface Props {
  readonly job: Job;
  readonly pass: Pass | null;
  readonly view: View;
  readonly stage: string;
  readonly frame: RefObject<HTMLDivElement | null>;
  readonly source: RefObject<HTMLCanvasElement | null>;
}

/** Where the pointer is over the frame, in sheet pixels, while it is asked for. */
function usePointer(frame: RefObject<HTMLDivElement | null>, view: View, wanted: boolean) {
  const [pointer, setPointer] = useState<{ x: number; y: number } | null>(null);
  useEffect(() => {
    const target = frame.current;
    if (!target || !wanted) return;
    const onMove = (event: PointerEvent) => {
      const box = target.getBoundingClientRect();
      setPointer({
        x: ((event.clientX - box.left) * devicePixelRatio + view.originX) / view.scale,
        y: ((event.clientY - box.top) * devicePixelRatio + view.originY) / view.scale,
      });
    };
    target.addEventListener('pointermove', onMove);
    return () => target.removeEventListener('pointermove', onMove);
  }, [frame, view, wanted]);
  return pointer;
}

/** Everything that shows the print otherwise than it is drawn: from a distance, in grey, beside the picture, enlarged. */
export function LookLayer({ job, pass, view, stage, frame, source }: Props) {
  useLookKeys();
  const { loupe, stepBack, split, grey } = useLooks();
  const pointer = usePointer(frame, view, loupe !== 'off');
  const tool = useTools((s) => s.tool);

  // A click pins the loupe that is held, and moves the one that is pinned.
  useEffect(() => {
    const target = frame.current;
    if (!target || loupe === 'off' || tool !== 'none') return;
    const pin = (event: MouseEvent) => {
      const onPrint = event.target === target || event.target === source.current;
      if (pointer && onPrint) setLooks({ loupe: 'pinned', loupeAt: pointer });
    };
    target.addEventListener('click', pin);
    return () => target.removeEventListener('click', pin);
  }, [frame, source, loupe, pointer, tool]);

  return (
    <>
      {(stepBack !== null || grey) && (
        <Processed source={source} stage={stage} sheet={job.sheet} view={view} metres={stepBack} grey={grey} />
      )}
      {split !== null && pass && <Split job={job} pass={pass} view={view} at={split} />}
      {stepBack !== null && <StepBackBar metres={stepBack} sheet={job.sheet} scale={view.scale} />}
      {loupe !== 'off' && <Loupe job={job} pass={pass} view={view} pointer={pointer} stage={stage} />}
    </>
  );
}
