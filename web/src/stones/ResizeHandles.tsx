import { type Job, resizedDesign } from '@chromatype/core';
import { useDrag } from '@use-gesture/react';
import { type KeyboardEvent, useRef } from 'react';
import { beginGesture, edit, endGesture, useOpenJob } from '../document/store.ts';
import type { SheetStones } from '../engine/sheet-stones.ts';
import { POINTER_ONLY } from '../ui/drag-options.ts';
import { designBox, type DesignBox } from './design-box.ts';
import type { StoneView } from './stones-store.ts';

interface Props {
  readonly laid: SheetStones;
  readonly view: StoneView;
}

const SIDE = 12;
const CORNERS = [
  { name: 'upper left', x: 0, y: 0, cursor: 'nwse-resize' },
  { name: 'upper right', x: 1, y: 0, cursor: 'nesw-resize' },
  { name: 'lower right', x: 1, y: 1, cursor: 'nwse-resize' },
  { name: 'lower left', x: 0, y: 1, cursor: 'nesw-resize' },
] as const;

type Corner = (typeof CORNERS)[number];

interface HandleProps extends Props {
  readonly corner: Corner;
  readonly box: DesignBox;
}

function Handle({ laid, view, corner, box }: HandleProps) {
  const start = useRef<{ readonly job: Job; readonly box: DesignBox } | null>(null);
  /** Makes the design of a job larger about the corner opposite to this one. */
  function resize(from: { readonly job: Job; readonly box: DesignBox }, width: number): void {
    const { left, top, right, bottom } = from.box;
    const scale = Math.min(20, Math.max(0.05, width / (right - left)));
    const [ax, ay] = [corner.x === 1 ? left : right, corner.y === 1 ? top : bottom];
    const move = { scale, x: ax * (1 - scale), y: ay * (1 - scale) };
    edit(() => resizedDesign(from.job, laid.fills, move));
  }
  const bind = useDrag(
    ({ first, last, movement: [mx, my] }) => {
      if (first) {
        beginGesture();
        start.current = { job: useOpenJob.getState().job!, box };
      }
      const from = start.current!;
      const { left, top, right, bottom } = from.box;
      const [w, h] = [right - left, bottom - top];
      // The design follows the pointer along its diagonal.
      const [dx, dy] = [(corner.x === 1 ? mx : -mx) / view.scale, (corner.y === 1 ? my : -my) / view.scale];
      resize(from, w * (1 + (dx * w + dy * h) / (w * w + h * h)));
      if (last) endGesture();
    },
    { ...POINTER_ONLY, preventDefault: true },
  );
  function onKey(event: KeyboardEvent): void {
    const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
    if (!by) return;
    event.preventDefault();
    event.stopPropagation();
    const job = useOpenJob.getState().job!;
    resize({ job, box }, box.right - box.left + by * (event.shiftKey ? 10 : 1));
  }
  return (
    <button
      type="button"
      {...bind()}
      aria-label={`Resize the design at its ${corner.name} corner`}
      title="Drag it: stones keep their sizes and are laid again (arrow keys: 1 mm)"
      onKeyDown={onKey}
      className="pointer-events-auto absolute touch-none border border-paper bg-hot"
      style={{
        width: SIDE,
        height: SIDE,
        left: view.x + (corner.x === 1 ? box.right : box.left) * view.scale - SIDE / 2,
        top: view.y + (corner.y === 1 ? box.bottom : box.top) * view.scale - SIDE / 2,
        cursor: corner.cursor,
      }}
    />
  );
}

/** Corners of the design on the sheet: dragged, it is made larger or smaller, and its stones are laid again. */
export function ResizeHandles(props: Props) {
  const box = designBox(props.laid);
  if (!box) return null;
  const { view } = props;
  return (
    <div className="pointer-events-none absolute inset-0 overflow-hidden">
      <span
        aria-hidden
        className="pointer-events-none absolute border border-dashed border-hot/60"
        style={{
          left: view.x + box.left * view.scale,
          top: view.y + box.top * view.scale,
          width: (box.right - box.left) * view.scale,
          height: (box.bottom - box.top) * view.scale,
        }}
      />
      {CORNERS.map((corner) => (
        <Handle key={corner.name} {...props} corner={corner} box={box} />
      ))}
    </div>
  );
}
