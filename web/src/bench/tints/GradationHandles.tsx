import type { Fill, Job } from '@chromatype/core';
import { useDrag } from '@use-gesture/react';
import type { KeyboardEvent } from 'react';
import { setFeed } from '../../document/edits.ts';
import { beginGesture, edit, endGesture } from '../../document/store.ts';
import type { View } from '../../engine/view.ts';
import { arrowMove } from '../../ui/arrow-move.ts';
import { POINTER_ONLY } from '../../ui/drag-options.ts';
import { sheetPlace, tidyMm } from '../stencil/sheet-place.ts';

interface Props {
  readonly job: Job;
  readonly fill: Fill;
  readonly view: View;
}

type End = 'from' | 'to';

const endOf = ({ feed }: Fill, end: End) =>
  end === 'from' ? { x: feed.fromX, y: feed.fromY } : { x: feed.toX, y: feed.toY };

function EndHandle({ job, fill, view, end }: Props & { readonly end: End }) {
  const place = sheetPlace(job, view);
  const { x, y } = endOf(fill, end);
  const move = (toX: number, toY: number) =>
    edit(
      setFeed(
        fill.id,
        end === 'from' ? { fromX: tidyMm(toX), fromY: tidyMm(toY) } : { toX: tidyMm(toX), toY: tidyMm(toY) },
      ),
    );
  const drag = useDrag(({ movement: [mx, my], memo = [x, y], first, last }) => {
    if (first) beginGesture();
    const [fromX, fromY] = memo as [number, number];
    move(fromX + mx / place.perMm, fromY + my / place.perMm);
    if (last) endGesture();
    return memo;
  }, POINTER_ONLY);
  function onKey(event: KeyboardEvent): void {
    const by = arrowMove(event);
    if (by) move(x + by[0], y + by[1]);
  }
  const tone = end === 'from' ? fill.feed.tint : fill.feed.tintTo;
  const at = place.toCss(x, y);
  return (
    <button
      type="button"
      {...drag()}
      onKeyDown={onKey}
      onDoubleClick={(event) => event.stopPropagation()}
      aria-label={`The gradation ${end === 'from' ? 'begins' : 'ends'} at ${Math.round(x)} mm across, ${Math.round(y)} mm down; arrow keys move it`}
      title={`${Math.round(tone * 100)} % ${end === 'from' ? 'begins' : 'ends'} here: drag it`}
      data-testid={`gradation-${end}`}
      className="absolute grid h-6 w-6 -translate-x-1/2 -translate-y-1/2 cursor-move touch-none place-items-center rounded-full border-2 border-hot bg-paper font-mono text-[9px] leading-none"
      style={{ left: at.x, top: at.y }}
    >
      {Math.round(tone * 100)}
    </button>
  );
}

/** Both ends of a gradation with the line between them, dragged on the sheet itself. */
export function GradationHandles(props: Props) {
  const place = sheetPlace(props.job, props.view);
  const [from, to] = [endOf(props.fill, 'from'), endOf(props.fill, 'to')];
  const [a, b] = [place.toCss(from.x, from.y), place.toCss(to.x, to.y)];
  return (
    <>
      <svg className="pointer-events-none absolute inset-0 h-full w-full" aria-hidden>
        <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} className="stroke-paper" strokeWidth={3} />
        <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} className="stroke-hot" strokeWidth={1.5} />
      </svg>
      <EndHandle {...props} end="from" />
      <EndHandle {...props} end="to" />
    </>
  );
}
