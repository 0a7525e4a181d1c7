import { type Job, type Pass, type Tone, TONE_PARAMS, fillOf } from '@chromatype/core';
import { useDrag } from '@use-gesture/react';
import { type KeyboardEvent, useLayoutEffect, useRef, useState } from 'react';
import { setTone } from '../../document/edits.ts';
import { beginGesture, edit, endGesture } from '../../document/store.ts';
import { enginePool } from '../../engine/pool.ts';
import { POINTER_ONLY } from '../../ui/drag-options.ts';
import { SampleCanvas } from '../../ui/SampleCanvas.tsx';
import { type Handle, handlePlace, moveHandle } from './handles.ts';

const WIDTH = 26;

const HANDLES: readonly { readonly handle: Handle; readonly name: string }[] = [
  { handle: 'lights', name: 'Where dots start' },
  { handle: 'middle', name: 'Midtone' },
  { handle: 'darks', name: 'Where dots fill' },
];

interface HandleProps {
  readonly tone: Tone;
  readonly handle: Handle;
  readonly name: string;
  readonly height: number;
  change(tone: Partial<Tone>): void;
}

function RampHandle({ tone, handle, name, height, change }: HandleProps) {
  const place = handlePlace(tone, handle);
  const drag = useDrag(({ movement: [, y], memo = place, first, last }) => {
    if (first) beginGesture();
    change(moveHandle(tone, handle, (memo as number) + y / height));
    if (last) endGesture();
    return memo;
  }, POINTER_ONLY);
  function onKey(event: KeyboardEvent): void {
    const direction = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (direction === 0) return;
    event.preventDefault();
    change(moveHandle(tone, handle, place + direction * (event.shiftKey ? 0.1 : 0.01)));
  }
  const normal = handle === 'lights' ? TONE_PARAMS.lights.min : TONE_PARAMS.darks.max;
  return (
    <div
      {...drag()}
      role="slider"
      tabIndex={0}
      aria-label={`Ramp: ${name}`}
      aria-orientation="vertical"
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={Math.round(place * 100)}
      onKeyDown={onKey}
      onDoubleClick={() => change(handle === 'middle' ? { middle: 1 } : { [handle]: normal })}
      title={`${name}: ${Math.round(place * 100)} % dark in the picture`}
      className="absolute right-0 left-0 h-6 -translate-y-1/2 cursor-ns-resize touch-none"
      style={{ top: place * height }}
    >
      <span className="absolute top-1/2 right-0 left-[26px] h-[2px] bg-hot" />
      <span className={`absolute right-[5px] font-mono text-[9.5px] ${place > 0.96 ? '-top-[3px]' : 'top-[13px]'}`}>
        {Math.round(place * 100)}
      </span>
    </div>
  );
}

/** The chosen pass over all tones, from bare at the top to solid at the bottom. */
export function Ramp({ job, pass }: { readonly job: Job; readonly pass: Pass | null }) {
  const frame = useRef<HTMLDivElement>(null);
  const [height, setHeight] = useState(0);
  useLayoutEffect(() => {
    const watcher = new ResizeObserver(() => setHeight(frame.current?.clientHeight ?? 0));
    watcher.observe(frame.current!);
    return () => watcher.disconnect();
  }, []);
  const pixels = Math.max(1, Math.round(height * devicePixelRatio));
  const wide = Math.round((WIDTH - 2) * devicePixelRatio);
  return (
    <aside
      aria-label="Ramp"
      className="flex min-h-0 flex-col [contain:strict] border-l border-ink bg-paper pt-1.5 pb-4 pl-1.5"
    >
      <h2 className="pb-1.5 text-[12px]">Ramp</h2>
      <div ref={frame} className="relative ml-0.5 min-h-0 flex-1">
        {pass && height > 0 && (
          <>
            <SampleCanvas
              label={`Ramp of ${pass.name}: all its tones from bare to solid`}
              watch={JSON.stringify([fillOf(pass).tone, fillOf(pass).screen, pass.ink, job.sheet, pixels])}
              make={(draft) => enginePool().sampler.ramp({ job, pass, width: wide, height: pixels, draft })}
              className="absolute top-0 left-0 border border-ink"
              style={{ width: WIDTH, height }}
            />
            {HANDLES.map(({ handle, name }) => (
              <RampHandle
                key={handle}
                tone={fillOf(pass).tone}
                handle={handle}
                name={name}
                height={height}
                change={(tone) => edit(setTone(fillOf(pass).id, tone))}
              />
            ))}
          </>
        )}
      </div>
    </aside>
  );
}
