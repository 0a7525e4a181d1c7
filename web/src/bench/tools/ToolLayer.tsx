import {
  type CutOut,
  type Job,
  NEW_CUT_OUT,
  type Pass,
  type Picture,
  pictureOf,
  spotUnder,
  fillOf,
  MM_PER_INCH,
} from '@chromatype/core';
import { type PointerEvent, useRef, useState } from 'react';
import { setFeed, setPictureEdit, setTone } from '../../document/edits.ts';
import { beginGesture, edit, endGesture, useOpenJob } from '../../document/store.ts';
import { colourRound } from '../../engine/colour-round.ts';
import { pictureHere } from '../../engine/pictures.ts';
import type { View } from '../../engine/view.ts';
import { withPoint } from './strokes.ts';
import { useStencilTools } from '../stencil/stencil-tools.ts';
import { type Brush, type Tool, useTools } from './tool-store.ts';
import { BrushRing, ToolHint } from './ToolHint.tsx';

interface Props {
  readonly job: Job;
  readonly pass: Pass;
  readonly view: View;
}

/** Least distance between two points of a stroke, in CSS pixels. */
const APART = 2;

interface Spot {
  /** mm from the trimmed sheet's top left. */
  readonly x: number;
  readonly y: number;
  readonly pressure: number;
}

type At = (spot: Spot, first: boolean) => void;

function changeCutOut(picture: Picture, change: (old: CutOut) => CutOut): void {
  const now = useOpenJob.getState().job?.pictures.find((p) => p.id === picture.id);
  if (now) edit(setPictureEdit(now.id, { cutOut: change(now.edit.cutOut ?? NEW_CUT_OUT) }));
}

/** What each tool does with a point of the sheet. */
function actionOf(tool: Tool, brush: Brush, job: Job, pass: Pass): At | null {
  const picture = pictureOf(job, fillOf(pass).feed);
  const strokeOf = (size: number) => ({ ...brush, size });
  if (tool === 'paint') {
    return ({ x, y, pressure }, first) => {
      const all = useOpenJob.getState().job?.passes.flatMap((p) => p.fills);
      const now = all?.find((f) => f.id === fillOf(pass).id);
      if (now)
        edit(
          setTone(now.id, {
            paint: withPoint(now.tone.paint, first ? strokeOf(brush.size) : null, x, y, pressure),
          }),
        );
    };
  }
  if (!picture?.hash) return null;
  const { hash } = picture;
  const spotOf = ({ x, y }: Spot) => spotUnder(job.sheet, fillOf(pass).feed, picture, x, y);
  /** The picture's colour under a point of the sheet, and where that is in the picture; null beside it. */
  const colourUnder = (at: Spot) => {
    const spot = spotOf(at);
    const pixels = pictureHere(hash);
    if (!pixels || spot.x < 0 || spot.y < 0 || spot.x > 1 || spot.y > 1) return null;
    return { ...spot, colour: colourRound(pixels, spot.x, spot.y) };
  };
  if (tool === 'pick') {
    return (at, first) => {
      const under = first && colourUnder(at);
      if (under) changeCutOut(picture, (old) => ({ ...old, picks: [...old.picks, under].slice(-100) }));
    };
  }
  if (tool === 'pick-ink') {
    return (at, first) => {
      const under = first && colourUnder(at);
      if (under) edit(setFeed(fillOf(pass).id, { pick: under.colour }));
    };
  }
  /** A point of the sheet as strokes of a cut-out keep it, in picture widths, and how many of them a mm is. */
  const inWidths = (at: Spot) => {
    const spot = spotOf(at);
    const one = spotOf({ ...at, x: at.x + 1 });
    const perMm = Math.hypot(one.x - spot.x, ((one.y - spot.y) * picture.height) / picture.width);
    return { x: spot.x, y: (spot.y * picture.height) / picture.width, perMm };
  };
  if (tool === 'cut-brush') {
    return (at, first) => {
      const { x, y, perMm } = inWidths(at);
      const begun = first ? { ...strokeOf(brush.size * perMm), strength: 1 } : null;
      changeCutOut(picture, (old) => ({ ...old, strokes: withPoint(old.strokes, begun, x, y, at.pressure) }));
    };
  }
  if (tool === 'cut-mark') {
    return (at, first) => {
      const { x, y, perMm } = inWidths(at);
      const { mark, markSize } = useStencilTools.getState();
      const begun = first ? { does: mark, size: markSize * perMm, hardness: 1, strength: 1 } : null;
      changeCutOut(picture, (old) => ({ ...old, marks: withPoint(old.marks, begun, x, y, 1) }));
    };
  }
  return null;
}

const HINTS: Partial<Record<Tool, string>> = {
  paint: 'Paint on the sheet to lighten or darken what this pass prints. Escape lays the brush down.',
  pick: 'Click a colour of the background to take it away. Escape ends.',
  'pick-ink': 'Click the colour of the art that this ink is to print. Escape ends.',
  'cut-brush': 'Paint over what should go or come back. Escape lays the brush down.',
  'cut-mark': 'Draw rough strokes on the subject, then on what lies behind it. Escape ends.',
};

/** Takes the pointer over the sheet for the tool in hand, and shows the brush. */
export function ToolLayer({ job, pass, view }: Props) {
  const tool = useTools((s) => s.tool);
  const brush = useTools((s) => s.brush);
  const markSize = useStencilTools((s) => s.markSize);
  const last = useRef<{ x: number; y: number } | null>(null);
  const [pointer, setPointer] = useState<{ x: number; y: number } | null>(null);
  const act = actionOf(tool, brush, job, pass);
  if (!act) return null;

  const perMm = (job.sheet.ppi / MM_PER_INCH) * (view.scale / devicePixelRatio);
  function spotOf(event: PointerEvent<HTMLDivElement>): Spot & { cx: number; cy: number } {
    const box = event.currentTarget.getBoundingClientRect();
    const [cx, cy] = [event.clientX - box.left, event.clientY - box.top];
    return {
      cx,
      cy,
      x: (cx + view.originX / devicePixelRatio) / perMm - job.sheet.bleed,
      y: (cy + view.originY / devicePixelRatio) / perMm - job.sheet.bleed,
      // A mouse reports one half; it has no pressure.
      pressure: event.pointerType === 'pen' ? event.pressure : 1,
    };
  }

  const picks = tool === 'pick' || tool === 'pick-ink';
  const brushSide = picks ? 0 : (tool === 'cut-mark' ? markSize : brush.size) * perMm;
  return (
    <div
      className="absolute inset-0 touch-none"
      style={{ cursor: picks ? 'crosshair' : 'none' }}
      role="application"
      aria-label={HINTS[tool]}
      data-testid="tool-layer"
      data-tool={tool}
      onPointerDown={(event) => {
        if (event.button !== 0) return;
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        beginGesture();
        const spot = spotOf(event);
        last.current = { x: spot.cx, y: spot.cy };
        act(spot, true);
      }}
      onPointerMove={(event) => {
        const spot = spotOf(event);
        setPointer({ x: spot.cx, y: spot.cy });
        if (!last.current || Math.hypot(spot.cx - last.current.x, spot.cy - last.current.y) < APART) return;
        last.current = { x: spot.cx, y: spot.cy };
        act(spot, false);
      }}
      onPointerUp={() => {
        last.current = null;
        endGesture();
      }}
      onPointerCancel={() => {
        last.current = null;
        endGesture();
      }}
      onPointerLeave={() => setPointer(null)}
      onDoubleClick={(event) => event.stopPropagation()}
    >
      {pointer && brushSide > 0 && <BrushRing x={pointer.x} y={pointer.y} side={brushSide} />}
      <ToolHint>{HINTS[tool]}</ToolHint>
    </div>
  );
}
