import { fillOf, type Pass, screenTraits } from '@chromatype/core';
import { useDrag } from '@use-gesture/react';
import { type KeyboardEvent, useRef, memo } from 'react';
import { setScreen } from '../../document/edits.ts';
import { beginGesture, edit, endGesture } from '../../document/store.ts';
import { enginePool } from '../../engine/pool.ts';
import { cellPixels } from '../../engine/samples.ts';
import { POINTER_ONLY } from '../../ui/drag-options.ts';
import { SampleCanvas } from '../../ui/SampleCanvas.tsx';
import type { ChainProps } from '../chain/chain-props.ts';
import { dialSize } from './sizes.ts';
import { turned, withinTurn } from './turning.ts';
import { sameBy } from '../../ui/same-by.ts';

const SIZE = 140;
const RIM = 70;
const FACE = 58;
/** Cells across the face. */
const CELLS = 7;

const point = (angle: number, radius: number) => ({
  x: RIM + radius * Math.cos((angle * Math.PI) / 180),
  y: RIM - radius * Math.sin((angle * Math.PI) / 180),
});

function Tick({ angle }: { readonly angle: number }) {
  const a = point(angle, RIM - 1);
  const b = point(angle, angle % 45 === 0 ? RIM - 9 : RIM - 6);
  return <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke="currentColor" strokeWidth={1} />;
}

/** Turn it for the angle, pull across it for the frequency. Other passes' angles stand on its rim. */
function DialPart({ job, pass, fill }: ChainProps) {
  const frame = useRef<HTMLDivElement>(null);
  const { angle } = fill.screen;
  const { lattice } = screenTraits(fill.screen, job.sheet.ppi);
  const size = dialSize(fill.screen, job.sheet.ppi);

  const drag = useDrag(({ xy: [x, y], movement: [mx, my], first, last, memo, initial: [ix, iy], shiftKey }) => {
    const box = frame.current!.getBoundingClientRect();
    const centre = { x: box.left + RIM, y: box.top + RIM };
    const start = (memo as { angle: number; size: number; rim: boolean } | undefined) ?? {
      angle,
      size: size.start(job, fill),
      // Without a lattice there is no angle: all of the dial pulls.
      rim: lattice && Math.hypot(ix - centre.x, iy - centre.y) > FACE - 6,
    };
    if (first) beginGesture();
    if (start.rim) {
      const from = Math.atan2(centre.y - iy, ix - centre.x);
      const to = Math.atan2(centre.y - y, x - centre.x);
      edit(setScreen(fill.id, { angle: turned(start.angle, ((to - from) * 180) / Math.PI, shiftKey) }));
    } else {
      edit(size.pull(job, fill, start.size, mx - my));
    }
    if (last) endGesture();
    return start;
  }, POINTER_ONLY);

  function onKey(event: KeyboardEvent): void {
    const turn = lattice ? { ArrowLeft: 1, ArrowRight: -1 }[event.key] : undefined;
    const direction = ({ ArrowUp: 1, ArrowDown: -1 } as const)[event.key as 'ArrowUp' | 'ArrowDown'];
    if (turn === undefined && direction === undefined) return;
    event.preventDefault();
    if (turn) edit(setScreen(fill.id, { angle: turned(angle, turn * (event.shiftKey ? 15 : 1), false) }));
    else edit(size.step(job, fill, direction, event.shiftKey));
  }

  const side = Math.round(Math.min(220, Math.max(24, cellPixels(job, pass) * CELLS)));
  const hand = point(angle, RIM - 7);
  const hasAngle = (p: Pass) => screenTraits(fillOf(p).screen, job.sheet.ppi).lattice;
  const others = lattice ? job.passes.filter((p) => p.id !== pass.id && p.on && hasAngle(p)) : [];
  return (
    <div
      ref={frame}
      {...drag()}
      role="slider"
      tabIndex={0}
      aria-label={
        lattice
          ? `Screen dial: left and right turn the angle, up and down pull the ${size.name}`
          : `Screen dial: up and down pull the ${size.name}`
      }
      aria-valuemin={0}
      aria-valuemax={360}
      aria-valuenow={withinTurn(angle)}
      aria-valuetext={size.words(fill)}
      onKeyDown={onKey}
      onDoubleClick={() => edit(size.restore(fill))}
      title={
        lattice
          ? `Turn the rim for the angle (Shift: steps of 7.5°). Pull across the face for the ${size.name}.`
          : `Pull across the face for the ${size.name}.`
      }
      className="relative shrink-0 touch-none"
      style={{ width: SIZE, height: SIZE }}
    >
      <SampleCanvas
        label={`The cells of ${pass.name}, magnified`}
        watch={JSON.stringify([fill.screen, pass.ink, job.sheet, side])}
        make={(draft) =>
          enginePool().sampler.screen({ job, pass, width: side, height: side, tone: 0.5, largestCell: 26, draft })
        }
        className="pointer-events-none absolute rounded-full [image-rendering:pixelated]"
        style={{ left: RIM - FACE, top: RIM - FACE, width: 2 * FACE, height: 2 * FACE }}
      />
      <svg viewBox={`0 0 ${SIZE} ${SIZE}`} className="pointer-events-none absolute inset-0 text-ink" aria-hidden>
        <circle cx={RIM} cy={RIM} r={RIM - 0.75} fill="none" stroke="currentColor" strokeWidth={1.5} />
        <circle cx={RIM} cy={RIM} r={FACE} fill="none" stroke="currentColor" strokeWidth={1} />
        {Array.from({ length: 24 }, (_, k) => (
          <Tick key={k} angle={k * 15} />
        ))}
        {others.map((p) => {
          const at = point(fillOf(p).screen.angle, RIM - 7);
          return (
            <circle
              key={p.id}
              cx={at.x}
              cy={at.y}
              r={4}
              fill={p.ink.colour}
              stroke="currentColor"
              strokeOpacity={0.35}
              opacity={0.6}
            />
          );
        })}
        {lattice && <circle cx={hand.x} cy={hand.y} r={5.5} className="fill-hot" />}
      </svg>
    </div>
  );
}

export const Dial = memo(
  DialPart,
  sameBy(({ job, pass, fill }) => [
    pass.id,
    fill.id,
    fill.screen,
    pass.ink,
    job.sheet,
    ...job.passes.flatMap((p) => [p.id, p.on, fillOf(p).screen.angle, fillOf(p).screen.family, p.ink.colour]),
  ]),
);
