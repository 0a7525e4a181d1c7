import { type CurvePoint, curveThrough } from '@chromatype/core';
import { useDrag } from '@use-gesture/react';
import { type MouseEvent, useRef } from 'react';
import { beginGesture, endGesture } from '../../../document/store.ts';
import { POINTER_ONLY } from '../../../ui/drag-options.ts';
import { addPoint, movePoint } from './curve-points.ts';

interface Props {
  readonly points: readonly CurvePoint[];
  readonly chosen: number;
  choose(at: number): void;
  change(points: readonly CurvePoint[]): void;
}

const STEPS = 100;
const share = (v: number): string => `${(100 * v).toFixed(2)}%`;

/** The curve as an SVG path in a square of 100 by 100. */
function pathOf(points: readonly CurvePoint[]): string {
  const curve = curveThrough(points);
  return Array.from({ length: STEPS + 1 }, (_, k) => {
    const y = Math.min(1, Math.max(0, curve(k / STEPS)));
    return `${k === 0 ? 'M' : 'L'}${(100 * k) / STEPS} ${(100 * (1 - y)).toFixed(2)}`;
  }).join('');
}

/** The free curve with a handle on each of its points. A click where there is none adds one. */
export function CurvePlot({ points, chosen, choose, change }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const latest = useRef(points);
  latest.current = points;

  const drag = useDrag(({ args: [k], movement: [x, y], memo, first, last }) => {
    const from = (memo as CurvePoint | undefined) ?? latest.current[k as number]!;
    const { clientWidth, clientHeight } = frame.current!;
    if (first) {
      beginGesture();
      choose(k as number);
    }
    if (x !== 0 || y !== 0)
      change(movePoint(latest.current, k as number, from.x + x / clientWidth, from.y - y / clientHeight));
    if (last) endGesture();
    return from;
  }, POINTER_ONLY);

  function onClick(event: MouseEvent<HTMLDivElement>): void {
    const box = event.currentTarget.getBoundingClientRect();
    const x = (event.clientX - box.left) / box.width;
    const y = 1 - (event.clientY - box.top) / box.height;
    const grown = addPoint(points, x, y);
    if (grown.points !== points) change(grown.points);
    choose(grown.at);
  }

  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the fields beneath do the same by keys
    // biome-ignore lint/a11y/useKeyWithClickEvents: the fields beneath do the same by keys
    <div ref={frame} onClick={onClick} className="relative h-full w-full cursor-crosshair">
      <svg viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden className="h-full w-full">
        <path d={pathOf(points)} fill="none" stroke="var(--hot)" strokeWidth={1.6} vectorEffect="non-scaling-stroke" />
      </svg>
      {points.map((p, k) => (
        // biome-ignore lint/a11y/noStaticElementInteractions: the fields beneath do the same by keys
        // biome-ignore lint/a11y/useKeyWithClickEvents: the fields beneath do the same by keys
        <span
          key={k}
          {...drag(k)}
          onClick={(e) => e.stopPropagation()}
          className="absolute grid h-4 w-4 -translate-x-1/2 -translate-y-1/2 cursor-move touch-none place-items-center"
          style={{ left: share(p.x), top: share(1 - p.y) }}
        >
          <span
            className={`h-[11px] w-[11px] rounded-full border-[1.5px] border-hot ${k === chosen ? 'bg-hot' : 'bg-paper'}`}
          />
        </span>
      ))}
    </div>
  );
}
