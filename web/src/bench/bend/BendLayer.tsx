import { bendKind, type Bend, type Fill, type Job, MOST_PINS, pinAt, type Stroke, type Push } from '@chromatype/core';
import { type PointerEvent, useRef, useState } from 'react';
import { toast } from 'sonner';
import { setBendSettings } from '../../document/bend-edits.ts';
import { beginGesture, edit, endGesture, useOpenJob } from '../../document/store.ts';
import type { View } from '../../engine/view.ts';
import { sheetPlace, tidyMm } from '../stencil/sheet-place.ts';
import { withPoint } from '../tools/strokes.ts';
import { BrushRing, ToolHint } from '../tools/ToolHint.tsx';
import { useBendTools } from './bend-tools.ts';

interface Props {
  readonly job: Job;
  readonly fill: Fill;
  readonly at: number;
  readonly view: View;
  readonly tool: 'push' | 'pin';
}

const HINTS: Readonly<Record<Props['tool'], string>> = {
  push: 'Drag the lattice along by hand. Escape lays the brush down.',
  pin: 'Click to put a pin where the sheet is to be held or dragged. Escape ends.',
};

/** Least distance between two points of a stroke, in CSS pixels. */
const APART = 3;

/** The bend as the job has it now: a stroke goes on faster than the page is drawn. */
const bendNow = (fill: string, at: number): Bend | undefined =>
  useOpenJob
    .getState()
    .job?.passes.flatMap((p) => p.fills)
    .find((f) => f.id === fill)?.bend[at];

/** Takes the pointer over the sheet for a bend that is made by hand: the brush that pushes, or new pins. */
export function BendLayer({ job, fill, at, view, tool }: Props) {
  const brush = useBendTools((s) => s.brush);
  const last = useRef<{ x: number; y: number } | null>(null);
  const [pointer, setPointer] = useState<{ x: number; y: number } | null>(null);
  const place = sheetPlace(job, view);

  function spotOf(event: PointerEvent<HTMLDivElement>) {
    const box = event.currentTarget.getBoundingClientRect();
    const [cx, cy] = [event.clientX - box.left, event.clientY - box.top];
    const mm = place.toMm(cx, cy);
    return { cx, cy, x: tidyMm(mm.x), y: tidyMm(mm.y), pressure: event.pointerType === 'pen' ? event.pressure : 1 };
  }

  function pushTo({ x, y, pressure }: ReturnType<typeof spotOf>, first: boolean): void {
    const strokes = bendNow(fill.id, at)?.settings.strokes as readonly Stroke<Push>[] | undefined;
    if (!strokes) return;
    edit(setBendSettings(fill.id, at, { strokes: withPoint(strokes, first ? brush : null, x, y, pressure) }));
  }

  function putPin({ x, y }: ReturnType<typeof spotOf>): void {
    const own = bendNow(fill.id, at);
    if (own?.kind !== 'pins') return;
    const pins = own.settings.pins as readonly number[];
    if (pins.length / 4 >= MOST_PINS) {
      toast(`A sheet is held by ${MOST_PINS} pins at most; take one out first.`);
      return;
    }
    edit(setBendSettings(fill.id, at, { pins: [...pins, ...pinAt(own.settings, x, y).map(tidyMm)] }));
  }

  return (
    <div
      className="absolute inset-0 touch-none"
      style={{ cursor: tool === 'push' ? 'none' : 'crosshair' }}
      role="application"
      aria-label={HINTS[tool]}
      data-testid="bend-layer"
      data-tool={tool}
      onPointerDown={(event) => {
        if (event.button !== 0) return;
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        const spot = spotOf(event);
        if (tool === 'pin') {
          putPin(spot);
          return;
        }
        beginGesture();
        last.current = { x: spot.cx, y: spot.cy };
        pushTo(spot, true);
      }}
      onPointerMove={(event) => {
        const spot = spotOf(event);
        setPointer({ x: spot.cx, y: spot.cy });
        if (!last.current || Math.hypot(spot.cx - last.current.x, spot.cy - last.current.y) < APART) return;
        last.current = { x: spot.cx, y: spot.cy };
        pushTo(spot, false);
      }}
      onPointerUp={() => {
        if (last.current) endGesture();
        last.current = null;
      }}
      onPointerCancel={() => {
        if (last.current) endGesture();
        last.current = null;
      }}
      onPointerLeave={() => setPointer(null)}
      onDoubleClick={(event) => event.stopPropagation()}
    >
      {tool === 'push' && pointer && <BrushRing x={pointer.x} y={pointer.y} side={brush.size * place.perMm} />}
      <ToolHint>{HINTS[tool]}</ToolHint>
    </div>
  );
}

/** Whether a bend is made by hand with the brush. */
export const isPushed = ({ kind }: Pick<Bend, 'kind'>): boolean =>
  Object.values(bendKind(kind).params).some((param) => param.kind === 'strokes');
