import type { Job, Pass } from '@chromatype/core';
import { useDrag } from '@use-gesture/react';
import type { View } from '../engine/view.ts';
import { Overlay } from '../bench/tools/Overlay.tsx';
import { POINTER_ONLY } from '../ui/drag-options.ts';
import { setLooks } from './look-store.ts';

interface Props {
  readonly job: Job;
  readonly pass: Pass;
  readonly view: View;
  /** Where the line stands, a share of the width. */
  readonly at: number;
}

const clamp = (v: number): number => Math.min(0.98, Math.max(0.02, v));

/** The picture before it was screened to the left of a line that is dragged, the print to its right. */
export function Split({ job, pass, view, at }: Props) {
  const width = view.width / devicePixelRatio;
  const drag = useDrag(({ movement: [x], memo = at }) => {
    setLooks({ split: clamp((memo as number) + x / width) });
    return memo;
  }, POINTER_ONLY);
  return (
    <>
      <Overlay
        job={job}
        pass={pass}
        view={view}
        kind="picture"
        label="The picture before it is screened"
        clip={`inset(0 ${(1 - at) * 100}% 0 0)`}
      />
      <button
        type="button"
        {...drag()}
        role="slider"
        aria-label="Line between picture and print"
        aria-orientation="horizontal"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(at * 100)}
        onKeyDown={(event) => {
          const by = event.key === 'ArrowLeft' ? -0.02 : event.key === 'ArrowRight' ? 0.02 : 0;
          if (by === 0) return;
          event.preventDefault();
          event.stopPropagation();
          setLooks({ split: clamp(at + by) });
        }}
        className="absolute top-0 h-full w-6 -translate-x-1/2 cursor-ew-resize touch-none"
        style={{ left: at * width }}
      >
        <span aria-hidden className="absolute top-0 left-1/2 h-full border-l-[1.5px] border-hot" />
        <span aria-hidden className="absolute top-1/2 left-1/2 h-6 w-3 -translate-1/2 border border-ink bg-hot" />
      </button>
      <p
        className="pointer-events-none absolute top-2 bg-paper px-1 text-[11px]"
        style={{ left: at * width, transform: 'translateX(calc(-100% - 10px))' }}
      >
        picture
      </p>
      <p className="pointer-events-none absolute top-2 bg-paper px-1 text-[11px]" style={{ left: at * width + 10 }}>
        print
      </p>
    </>
  );
}
