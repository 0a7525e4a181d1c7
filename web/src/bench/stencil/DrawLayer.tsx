import { type Fill, type Job, type Pass, partKindOf } from '@chromatype/core';
import { type PointerEvent, useEffect, useRef, useState } from 'react';
import { beginGesture, endGesture } from '../../document/store.ts';
import type { View } from '../../engine/view.ts';
import { isTyping } from '../../ui/is-typing.ts';
import { takeTool } from '../tools/tool-store.ts';
import { BrushRing, ToolHint } from '../tools/ToolHint.tsx';
import { DraftShapes } from './DraftShapes.tsx';
import { boxBetween, layPart, nextPart } from './draw-parts.ts';
import { type At, clicksCorners, type Draft, dragsBox, NOTHING, oppositeCorner, penNodes } from './drawing.ts';
import { sheetPlace, tidyMm } from './sheet-place.ts';
import { BACKGROUNDS, type Background, type Drawing, useStencilTools } from './stencil-tools.ts';
import { useStrokes } from './use-strokes.ts';

interface Props {
  readonly job: Job;
  /** The chosen pass with all its fills. */
  readonly pass: Pass;
  readonly fill: Fill;
  readonly view: View;
}

const HINTS: Readonly<Record<Drawing, string>> = {
  rectangle: 'Drag a rectangle. Escape ends.',
  ellipse: 'Drag an ellipse; with Shift it is a circle. Escape ends.',
  shape: 'Drag the box that the shape stands in. Escape ends.',
  lettering: 'Drag the box that the letters stand in. Escape ends.',
  ...(Object.fromEntries(
    BACKGROUNDS.map((name) => [name, `Drag the box of the ${partKindOf(name).label.toLowerCase()}. Escape ends.`]),
  ) as Record<Background, string>),
  polygon: 'Click the corners; a double click or Enter closes the polygon. Escape gives it up.',
  freehand: 'Draw an outline; it closes when you let go. Escape ends.',
  pen: 'Click for corners, drag for curves; a double click or Enter closes the path. Escape gives it up.',
  brush: 'Paint where the fill should print. Escape lays the brush down.',
  flood: 'Click inside an outline; drag across several areas to take them in one stroke. Escape ends.',
  subject: 'Draw rough strokes on the subject, then on what lies behind it. Escape ends.',
};

/** Least distance between two points, in CSS pixels. */
const APART: Partial<Record<Drawing, number>> = { freehand: 4, brush: 2, flood: 6, subject: 3 };
/** Half the sides of the box that a click lays, in mm. */
const USUAL = { width: 20, height: 15 };

/** Takes the pointer over the sheet and draws parts of the stencil of a fill. */
export function DrawLayer({ job, pass, fill, view }: Props) {
  const { drawing, brush, markSize } = useStencilTools();
  const [draft, setDraft] = useState<Draft>(NOTHING);
  const [pointer, setPointer] = useState<At | null>(null);
  const down = useRef<At | null>(null);
  const last = useRef<At | null>(null);
  const strokes = useStrokes(job, pass, fill);
  const place = sheetPlace(job, view);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another tool begins anew
  useEffect(() => {
    setDraft(NOTHING);
    strokes.forgetTraces();
    if (drawing === 'flood') strokes.floodNear(null);
  }, [drawing, fill.id]);

  function atOf(event: PointerEvent<HTMLDivElement>): At {
    const box = event.currentTarget.getBoundingClientRect();
    const [cx, cy] = [event.clientX - box.left, event.clientY - box.top];
    const mm = place.toMm(cx, cy);
    const pressure = event.pointerType === 'pen' ? event.pressure : 1;
    return { x: tidyMm(mm.x), y: tidyMm(mm.y), cx, cy, pressure, shift: event.shiftKey };
  }

  function layBox(from: At, to: At): void {
    const clicked = Math.hypot(to.cx - from.cx, to.cy - from.cy) < 4;
    const { width, height } = USUAL;
    const box = clicked
      ? boxBetween(from.x - width, from.y - height, from.x + width, from.y + height)
      : boxBetween(from.x, from.y, ...oppositeCorner(from, to));
    layPart(fill.id, nextPart(drawing, box));
    takeTool('none');
  }

  /** Closes what was clicked, if it has enough corners to enclose something. */
  function closeDraft(): void {
    const { points } = draft;
    if (drawing === 'polygon' && points.length >= 6) layPart(fill.id, nextPart('polygon', { points }));
    if (drawing === 'pen' && points.length >= 8) layPart(fill.id, nextPart('pen', { nodes: penNodes(points) }));
    setDraft(NOTHING);
    takeTool('none');
  }
  const close = useRef(closeDraft);
  close.current = closeDraft;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const clicks = clicksCorners(useStencilTools.getState().drawing);
      if (clicks && event.key === 'Enter' && !isTyping(event.target)) close.current();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);

  /** What the tools that paint do with a point. */
  const paints: Partial<Record<Drawing, (at: At, first: boolean) => void>> = {
    brush: strokes.brushTo,
    flood: strokes.floodTo,
    subject: strokes.markTo,
  };

  function begin(at: At): void {
    if (paints[drawing]) paints[drawing](at, true);
    else if (drawing === 'polygon') setDraft({ points: [...draft.points, at.x, at.y], from: at });
    else if (drawing === 'pen') setDraft({ points: [...draft.points, at.x, at.y, 0, 0], from: at });
    else setDraft({ points: [at.x, at.y], from: at });
  }

  function goOn(at: At, from: At): void {
    if (drawing === 'pen') {
      const arm = [tidyMm(at.x - from.x), tidyMm(at.y - from.y)];
      setDraft({ ...draft, points: [...draft.points.slice(0, -2), ...arm] });
      return;
    }
    const apart = APART[drawing];
    if (!apart || Math.hypot(at.cx - last.current!.cx, at.cy - last.current!.cy) < apart) return;
    last.current = at;
    if (paints[drawing]) paints[drawing](at, false);
    else setDraft({ ...draft, points: [...draft.points, at.x, at.y] });
  }

  function end(at: At, from: At): void {
    if (dragsBox(drawing)) layBox(from, at);
    if (drawing === 'freehand' && draft.points.length >= 6) {
      layPart(fill.id, nextPart('polygon', { points: draft.points, curved: true }));
    }
    if (!clicksCorners(drawing)) setDraft(NOTHING);
    strokes.end();
  }

  const brushMm = drawing === 'brush' ? brush.size : drawing === 'subject' ? markSize : 0;
  return (
    <div
      className="absolute inset-0 touch-none"
      style={{ cursor: brushMm > 0 ? 'none' : 'crosshair' }}
      role="application"
      aria-label={HINTS[drawing]}
      data-testid="draw-layer"
      data-drawing={drawing}
      onPointerDown={(event) => {
        if (event.button !== 0) return;
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        const at = atOf(event);
        down.current = at;
        last.current = at;
        beginGesture();
        begin(at);
      }}
      onPointerMove={(event) => {
        const at = atOf(event);
        setPointer(at);
        if (down.current) goOn(at, down.current);
        else if (drawing === 'flood') strokes.floodNear(at);
      }}
      onPointerUp={(event) => {
        if (down.current) end(atOf(event), down.current);
        down.current = null;
        endGesture();
      }}
      onPointerCancel={() => {
        down.current = null;
        setDraft(NOTHING);
        strokes.end();
        endGesture();
      }}
      onPointerLeave={() => setPointer(null)}
      onDoubleClick={(event) => {
        event.stopPropagation();
        if (clicksCorners(drawing)) closeDraft();
      }}
    >
      <DraftShapes
        drawing={drawing}
        draft={draft}
        traces={strokes.traces}
        pointer={pointer}
        place={place}
        width={view.width / devicePixelRatio}
        height={view.height / devicePixelRatio}
      />
      {pointer && brushMm > 0 && <BrushRing x={pointer.cx} y={pointer.cy} side={brushMm * place.perMm} />}
      <ToolHint>{HINTS[drawing]}</ToolHint>
    </div>
  );
}
