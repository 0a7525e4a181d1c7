import type { Fill, Job, Mark, Pass, Stroke } from '@chromatype/core';
import { type PointerEvent, useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { beginGesture, endGesture, useOpenJob } from '../../document/store.ts';
import { enginePool } from '../../engine/pool.ts';
import type { View } from '../../engine/view.ts';
import { isTyping } from '../../ui/is-typing.ts';
import { takeTool } from '../tools/tool-store.ts';
import { withPoint } from '../tools/strokes.ts';
import {
  boxBetween,
  changePart,
  chosenPart,
  floodSeed,
  floodSource,
  layPart,
  markPoint,
  marksTo,
  markWidth,
  nextPart,
  subjectSource,
} from './draw-parts.ts';
import { type SheetPlace, sheetPlace, tidyMm } from './sheet-place.ts';
import { type Drawing, useStencilTools } from './stencil-tools.ts';

interface Props {
  readonly job: Job;
  readonly pass: Pass;
  readonly fill: Fill;
  readonly view: View;
}

const HINTS: Readonly<Record<Drawing, string>> = {
  rectangle: 'Drag a rectangle. Escape ends.',
  ellipse: 'Drag an ellipse; with Shift it is a circle. Escape ends.',
  shape: 'Drag the box that the shape stands in. Escape ends.',
  lettering: 'Drag the box that the letters stand in. Escape ends.',
  polygon: 'Click the corners; a double click or Enter closes the polygon. Escape gives it up.',
  freehand: 'Draw an outline; it closes when you let go. Escape ends.',
  pen: 'Click for corners, drag for curves; a double click or Enter closes the path. Escape gives it up.',
  brush: 'Paint where the fill should print. Escape lays the brush down.',
  flood: 'Click inside an outline; drag across several areas to take them in one stroke. Escape ends.',
  subject: 'Draw rough strokes on the subject, then on what lies behind it. Escape ends.',
};

/** A flood of more than this share of what it runs in found no outline. */
const ALL = 0.9995;

/** Least distance between two points, in CSS pixels. */
const APART = { freehand: 4, brush: 2, flood: 6, subject: 3 } as const;
const BOXES: readonly Drawing[] = ['rectangle', 'ellipse', 'shape', 'lettering'];

/** A point of the sheet under the pointer. */
interface At {
  /** mm. */
  readonly x: number;
  readonly y: number;
  /** CSS pixels. */
  readonly cx: number;
  readonly cy: number;
  readonly pressure: number;
  readonly shift: boolean;
}

/** A stroke over several areas: where it began, in shares of what is flooded. */
interface FloodStroke {
  from: readonly [number, number] | null;
}

/** What is being drawn and is no part yet: corners, nodes (x, y, and the offset of the handle after them), or a box. */
interface Draft {
  readonly points: readonly number[];
  readonly from: At | null;
}
const NOTHING: Draft = { points: [], from: null };

const flat = (points: readonly number[], each: number, place: SheetPlace): string =>
  Array.from({ length: points.length / each }, (_, k) => {
    const { x, y } = place.toCss(points[each * k]!, points[each * k + 1]!);
    return `${x},${y}`;
  }).join(' ');

/** Six numbers a node of a pen from four: the handle before a node mirrors the one after it. */
const penNodes = (points: readonly number[]): number[] =>
  Array.from({ length: points.length / 4 }, (_, k) => {
    const [x, y, dx, dy] = points.slice(4 * k, 4 * k + 4) as [number, number, number, number];
    return [x, y, tidyMm(-dx), tidyMm(-dy), dx, dy];
  }).flat();

/** Takes the pointer over the sheet and draws parts of the stencil of a fill. */
export function DrawLayer({ job, pass, fill, view }: Props) {
  const drawing = useStencilTools((s) => s.drawing);
  const brush = useStencilTools((s) => s.brush);
  const mark = useStencilTools((s) => s.mark);
  const markSize = useStencilTools((s) => s.markSize);
  const [draft, setDraft] = useState<Draft>(NOTHING);
  const [pointer, setPointer] = useState<At | null>(null);
  const down = useRef<At | null>(null);
  const place = sheetPlace(job, view);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another tool begins anew
  useEffect(() => setDraft(NOTHING), [drawing, fill.id]);

  function atOf(event: PointerEvent<HTMLDivElement>): At {
    const box = event.currentTarget.getBoundingClientRect();
    const [cx, cy] = [event.clientX - box.left, event.clientY - box.top];
    const mm = place.toMm(cx, cy);
    const pressure = event.pointerType === 'pen' ? event.pressure : 1;
    return { x: tidyMm(mm.x), y: tidyMm(mm.y), cx, cy, pressure, shift: event.shiftKey };
  }

  /** The corner opposite to where a box began; with Shift its sides are equal. */
  const opposite = (from: At, to: At): readonly [number, number] => {
    if (!to.shift) return [to.x, to.y];
    const side = Math.max(Math.abs(to.x - from.x), Math.abs(to.y - from.y));
    return [from.x + side * Math.sign(to.x - from.x || 1), from.y + side * Math.sign(to.y - from.y || 1)];
  };

  function layBox(from: At, to: At): void {
    // A click lays a box of a usual size about it.
    const small = Math.hypot(to.cx - from.cx, to.cy - from.cy) < 4;
    const [x, y] = opposite(from, to);
    const box = small
      ? boxBetween(from.x - 20, from.y - 15, from.x + 20, from.y + 15)
      : boxBetween(from.x, from.y, x, y);
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
      const { drawing: kind } = useStencilTools.getState();
      const closes = kind === 'polygon' || kind === 'pen';
      if (closes && event.key === 'Enter' && !isTyping(event.target)) close.current();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);

  function brushTo(at: At, first: boolean): void {
    const begun = first ? { ...brush, strength: 1 } : null;
    const known = chosenPart(fill.id, 'brush');
    const strokes = (known?.settings.strokes ?? []) as readonly Stroke<'paint' | 'erase'>[];
    const next = withPoint(strokes, begun, at.x, at.y, at.pressure);
    if (known) changePart(fill.id, known.id, { strokes: next });
    else layPart(fill.id, nextPart('brush', { strokes: next }));
  }

  /** Clicks of a flood that wait for those before them: each goes on from what these have covered. */
  const flooding = useRef<Promise<void>>(Promise.resolve());
  /** Where the stroke began, in shares of what is flooded. */
  const stroke = useRef<FloodStroke>({ from: null });

  function floodAt(at: At, first: boolean): void {
    if (first) stroke.current = { from: null };
    const own = stroke.current;
    flooding.current = flooding.current.then(() => floodFrom(at, own)).catch((error: unknown) => console.error(error));
  }

  async function floodFrom(at: At, own: FloodStroke): Promise<void> {
    const now = useOpenJob.getState().job;
    if (!now) return;
    const known = chosenPart(fill.id, 'flood');
    const settings = known?.settings ?? floodSource(now, pass, fill);
    if (!settings) {
      toast('There is nothing to flood in: add a picture, or a pass under this one.');
      return;
    }
    const seed = floodSeed(now, settings, at.x, at.y);
    if (!seed) return;
    const seeds = [...((settings.seeds as readonly number[] | undefined) ?? []), ...seed];
    const part = known ?? nextPart('flood', { ...settings, seeds });
    const { share, adds } = await enginePool().sampler.floodClick(now, { ...part.settings, seeds } as never, own.from);
    own.from ??= seed;
    if (share > ALL) toast('Nothing on this page stops the flood, so it would cover all of it; nothing was changed.');
    else if (adds && known) changePart(fill.id, known.id, { seeds });
    else if (adds) layPart(fill.id, part);
  }

  function markTo(at: At, first: boolean): void {
    const known = chosenPart(fill.id, 'subject');
    const settings = known?.settings ?? subjectSource(job, fill);
    if (!settings) {
      toast('A subject is found in a photograph or drawing of your own: add one first.');
      return;
    }
    const point = markPoint(job, settings, at.x, at.y);
    if (!point) return;
    const held = known ? (known.settings.marks as readonly Mark[]) : pendingMarks.current;
    const size = markWidth(job, settings, markSize);
    const begun: Mark = { does: mark, size, hardness: 1, strength: 1, points: [...point, 1] };
    const marks = first ? [...held, begun] : marksTo(held, point);
    if (known) {
      changePart(fill.id, known.id, { marks });
      return;
    }
    pendingMarks.current = marks;
    setPending(marks.length);
    // A subject is a part of the stencil as soon as both kinds of strokes are there.
    if (marks.some((m) => m.does === 'subject') && marks.some((m) => m.does === 'behind') && !first) {
      layPart(fill.id, nextPart('subject', { ...settings, marks }));
      pendingMarks.current = [];
    }
  }
  const pendingMarks = useRef<readonly Mark[]>([]);
  const [pending, setPending] = useState(0);

  function begin(at: At): void {
    if (drawing === 'brush') brushTo(at, true);
    else if (drawing === 'flood') floodAt(at, true);
    else if (drawing === 'subject') markTo(at, true);
    else if (drawing === 'polygon') setDraft({ points: [...draft.points, at.x, at.y], from: at });
    else if (drawing === 'pen') setDraft({ points: [...draft.points, at.x, at.y, 0, 0], from: at });
    else setDraft({ points: [at.x, at.y], from: at });
  }

  function goOn(at: At, from: At): void {
    if (drawing === 'pen') {
      const kept = draft.points.slice(0, -2);
      setDraft({ ...draft, points: [...kept, tidyMm(at.x - from.x), tidyMm(at.y - from.y)] });
      return;
    }
    const apart = APART[drawing as keyof typeof APART];
    if (!apart || Math.hypot(at.cx - last.current!.cx, at.cy - last.current!.cy) < apart) return;
    last.current = at;
    if (drawing === 'brush') brushTo(at, false);
    else if (drawing === 'flood') floodAt(at, false);
    else if (drawing === 'subject') markTo(at, false);
    else if (drawing === 'freehand') setDraft({ ...draft, points: [...draft.points, at.x, at.y] });
  }
  const last = useRef<At | null>(null);

  function end(at: At, from: At): void {
    if (BOXES.includes(drawing)) {
      layBox(from, at);
      setDraft(NOTHING);
    } else if (drawing === 'freehand') {
      if (draft.points.length >= 6) layPart(fill.id, nextPart('polygon', { points: draft.points, curved: true }));
      setDraft(NOTHING);
    }
  }

  const brushSide = drawing === 'brush' ? brush.size * place.perMm : drawing === 'subject' ? markSize * place.perMm : 0;
  const each = drawing === 'pen' ? 4 : 2;
  const box = draft.from && pointer && BOXES.includes(drawing) ? boxShown(draft.from, pointer) : null;
  function boxShown(from: At, to: At) {
    const [x, y] = opposite(from, to);
    const a = place.toCss(from.x, from.y);
    const b = place.toCss(x, y);
    return { x: Math.min(a.x, b.x), y: Math.min(a.y, b.y), width: Math.abs(b.x - a.x), height: Math.abs(b.y - a.y) };
  }
  const size = { width: view.width / devicePixelRatio, height: view.height / devicePixelRatio };
  return (
    <div
      className="absolute inset-0 touch-none"
      style={{ cursor: brushSide ? 'none' : 'crosshair' }}
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
      }}
      onPointerUp={(event) => {
        if (down.current) end(atOf(event), down.current);
        down.current = null;
        endGesture();
      }}
      onPointerCancel={() => {
        down.current = null;
        setDraft(NOTHING);
        endGesture();
      }}
      onPointerLeave={() => setPointer(null)}
      onDoubleClick={(event) => {
        event.stopPropagation();
        if (drawing === 'polygon' || drawing === 'pen') closeDraft();
      }}
    >
      <svg className="pointer-events-none absolute inset-0" {...size} aria-hidden>
        {box && <rect {...box} fill="rgba(240,80,46,0.06)" stroke="#f0502e" rx={drawing === 'ellipse' ? '50%' : 0} />}
        {!box && draft.points.length >= each && (
          <polyline
            points={`${flat(draft.points, each, place)}${pointer && drawing !== 'freehand' ? ` ${pointer.cx},${pointer.cy}` : ''}`}
            fill="rgba(240,80,46,0.06)"
            stroke="#f0502e"
            strokeWidth={1.5}
          />
        )}
        {(drawing === 'polygon' || drawing === 'pen') &&
          Array.from({ length: draft.points.length / each }, (_, k) => {
            const at = place.toCss(draft.points[each * k]!, draft.points[each * k + 1]!);
            return <rect key={k} x={at.x - 4} y={at.y - 4} width={8} height={8} fill="#fff" stroke="#f0502e" />;
          })}
      </svg>
      {pointer && brushSide > 0 && (
        <span
          aria-hidden
          className="pointer-events-none absolute -translate-x-1/2 -translate-y-1/2 rounded-full border border-ink outline outline-paper"
          style={{ left: pointer.cx, top: pointer.cy, width: Math.max(4, brushSide), height: Math.max(4, brushSide) }}
        />
      )}
      <p
        role="status"
        className="pointer-events-none absolute top-2 left-1/2 -translate-x-1/2 bg-paper px-2 py-1 text-[12px]"
        data-pending={pending}
      >
        {HINTS[drawing]}
      </p>
    </div>
  );
}
