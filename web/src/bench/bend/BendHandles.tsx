import { type BendHandle, type Bend, bendKind, type Fill, type Job } from '@chromatype/core';
import { useDrag } from '@use-gesture/react';
import type { KeyboardEvent } from 'react';
import { setBendSettings } from '../../document/bend-edits.ts';
import { beginGesture, edit, endGesture } from '../../document/store.ts';
import type { View } from '../../engine/view.ts';
import { arrowMove } from '../../ui/arrow-move.ts';
import { POINTER_ONLY } from '../../ui/drag-options.ts';
import { type SheetPlace, sheetPlace } from '../stencil/sheet-place.ts';
import { tidySettings, withinLimits } from './bend-tools.ts';

interface Props {
  readonly job: Job;
  readonly fill: Fill;
  readonly at: number;
  readonly bend: Bend;
  readonly view: View;
}

interface HandleProps {
  readonly handle: BendHandle;
  readonly place: SheetPlace;
  readonly small: boolean;
  move(id: string, x: number, y: number): void;
  remove(id: string): void;
}

function Handle({ handle, place, small, move, remove }: HandleProps) {
  const { id, label, x, y, removable } = handle;
  const drag = useDrag(({ movement: [mx, my], memo = [x, y], first, last }) => {
    if (first) beginGesture();
    const [fromX, fromY] = memo as [number, number];
    move(id, fromX + mx / place.perMm, fromY + my / place.perMm);
    if (last) endGesture();
    return memo;
  }, POINTER_ONLY);
  function onKey(event: KeyboardEvent): void {
    const by = arrowMove(event);
    if (by) move(id, x + by[0], y + by[1]);
    if (!removable || (event.key !== 'Delete' && event.key !== 'Backspace')) return;
    event.preventDefault();
    event.stopPropagation();
    remove(id);
  }
  const css = place.toCss(x, y);
  return (
    <button
      type="button"
      {...drag()}
      onKeyDown={onKey}
      onDoubleClick={(event) => {
        event.stopPropagation();
        if (removable) remove(id);
      }}
      aria-label={`${label}: ${Math.round(x)} mm across, ${Math.round(y)} mm down; arrow keys move it${removable ? ', Delete takes it out' : ''}`}
      title={removable ? `${label}: drag it; a double click takes it out` : `${label}: drag it`}
      data-testid={`bend-handle-${id}`}
      className="absolute grid h-6 w-6 -translate-x-1/2 -translate-y-1/2 cursor-move touch-none place-items-center"
      style={{ left: css.x, top: css.y }}
    >
      <span
        aria-hidden
        className={`rounded-full border-2 border-hot bg-paper ${small ? 'h-[11px] w-[11px]' : 'h-[15px] w-[15px]'}`}
      />
    </button>
  );
}

/** More handles than this are drawn smaller. */
const MANY = 6;

/** Handles of a bend, dragged on the sheet itself, with lines between those that belong together. */
export function BendHandles({ job, fill, at, bend, view }: Props) {
  const place = sheetPlace(job, view);
  const { width, height } = job.sheet;
  const { handles, dragged, without } = bendKind(bend.kind);
  const all = handles(bend.settings, { width, height });
  const byId = new Map(all.map((h) => [h.id, h]));
  const move = (id: string, x: number, y: number) => {
    const part = dragged(bend.settings, id, { x, y }, { width, height });
    edit(setBendSettings(fill.id, at, tidySettings(withinLimits(bend.kind, part))));
  };
  const remove = (id: string) => edit(setBendSettings(fill.id, at, without(bend.settings, id)));
  const lines = all.flatMap(({ id, x, y, from = [] }) =>
    [from].flat().flatMap((name) => {
      const other = byId.get(name);
      return other ? [{ id: `${name} ${id}`, a: place.toCss(other.x, other.y), b: place.toCss(x, y) }] : [];
    }),
  );
  return (
    <div className="contents" data-testid="bend-handles" data-kind={bend.kind}>
      <svg className="pointer-events-none absolute inset-0 h-full w-full" aria-hidden>
        {lines.map(({ id, a, b }) => (
          <g key={id}>
            <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} className="stroke-paper" strokeWidth={3} />
            <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} className="stroke-hot" strokeWidth={1.25} />
          </g>
        ))}
      </svg>
      {all.map((handle) =>
        handle.fixed ? null : (
          <Handle key={handle.id} handle={handle} place={place} small={all.length > MANY} move={move} remove={remove} />
        ),
      )}
    </div>
  );
}
