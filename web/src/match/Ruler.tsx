import type { PixelRegion } from '@chromatype/core';
import { useDrag } from '@use-gesture/react';
import type { KeyboardEvent } from 'react';
import { useView } from '../bench/view-store.ts';
import { arrowMove } from '../ui/arrow-move.ts';
import { POINTER_ONLY } from '../ui/drag-options.ts';

/** A place in pixels of the region that is shown. */
export type Mark = readonly [x: number, y: number];

/** Two marks on a scan whose distance is known on paper. */
export type RulerMarks = readonly [Mark, Mark];

/** Marks as they are first laid: half the width of the region apart, along its middle. */
export const firstMarks = ({ width, height }: PixelRegion): RulerMarks => [
  [width / 4, height / 2],
  [(3 * width) / 4, height / 2],
];

/** How far two marks lie from each other, in pixels. */
export const marksApart = ([a, b]: RulerMarks): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

interface MarkProps {
  readonly name: string;
  readonly mark: Mark;
  readonly region: PixelRegion;
  /** Device pixels of one of the region. */
  readonly scale: number;
  readonly left: number;
  readonly top: number;
  onMove(mark: Mark): void;
}

function MarkHandle({ name, mark, region, scale, left, top, onMove }: MarkProps) {
  const within = (v: number, size: number) => Math.min(size, Math.max(0, v));
  const move = (x: number, y: number) => onMove([within(x, region.width), within(y, region.height)]);
  const drag = useDrag(({ movement: [dx, dy], memo = mark }) => {
    const [x, y] = memo as Mark;
    const pixels = devicePixelRatio / scale;
    move(x + dx * pixels, y + dy * pixels);
    return memo;
  }, POINTER_ONLY);
  function onKey(event: KeyboardEvent): void {
    const by = arrowMove(event);
    if (by) move(mark[0] + by[0], mark[1] + by[1]);
  }
  return (
    <button
      type="button"
      {...drag()}
      onKeyDown={onKey}
      aria-label={`${name}: ${Math.round(mark[0])} pixels across, ${Math.round(mark[1])} down; arrow keys move it`}
      title="Drag it to an end of the known length (arrow keys: 1 pixel, with Shift 10)"
      className="pointer-events-auto absolute h-6 w-6 -translate-x-1/2 -translate-y-1/2 cursor-move touch-none rounded-full border-2 border-hot bg-paper/40"
      style={{ left, top }}
    >
      <span className="absolute top-1/2 left-1/2 h-1 w-1 -translate-x-1/2 -translate-y-1/2 rounded-full bg-hot" />
    </button>
  );
}

interface Props {
  readonly region: PixelRegion;
  readonly marks: RulerMarks;
  onChange(marks: RulerMarks): void;
}

/** The marks on the scan and the line between them, over the sheet that shows its region. */
export function Ruler({ region, marks, onChange }: Props) {
  const view = useView((s) => s.view);
  if (!view) return null;
  const placed = marks.map(([x, y]) => ({
    left: (x * view.scale - view.originX) / devicePixelRatio,
    top: (y * view.scale - view.originY) / devicePixelRatio,
  })) as [{ left: number; top: number }, { left: number; top: number }];
  const shared = { region, scale: view.scale };
  return (
    <div className="pointer-events-none absolute inset-0 overflow-hidden" data-testid="ruler">
      <svg aria-hidden className="absolute inset-0 h-full w-full">
        {['var(--color-paper)', 'var(--color-hot)'].map((colour, k) => (
          <line
            key={colour}
            x1={placed[0].left}
            y1={placed[0].top}
            x2={placed[1].left}
            y2={placed[1].top}
            stroke={colour}
            strokeWidth={k === 0 ? 4 : 1.5}
          />
        ))}
      </svg>
      <MarkHandle
        {...shared}
        {...placed[0]}
        name="First mark"
        mark={marks[0]}
        onMove={(mark) => onChange([mark, marks[1]])}
      />
      <MarkHandle
        {...shared}
        {...placed[1]}
        name="Second mark"
        mark={marks[1]}
        onMove={(mark) => onChange([marks[0], mark])}
      />
    </div>
  );
}
