import type { Fill, Job, MarkEdit, Pass } from '@chromatype/core';
import { type PointerEvent, useEffect, useRef, useState } from 'react';
import { setMarks } from '../../document/screen-edits.ts';
import { edit } from '../../document/store.ts';
import { enginePool } from '../../engine/pool.ts';
import type { SheetMarks } from '../../engine/sheet-marks.ts';
import type { View } from '../../engine/view.ts';
import { sheetPlace, tidyMm } from '../stencil/sheet-place.ts';
import { ToolHint } from '../tools/ToolHint.tsx';
import { alike, inLasso, markUnder } from './choose-marks.ts';
import { MarkBar } from './MarkBar.tsx';

interface Props {
  readonly job: Job;
  readonly pass: Pass;
  readonly fill: Fill;
  readonly view: View;
}

type Place = readonly [number, number];

/** Outlines that are drawn at most; of more, only how many are chosen is said. */
const MOST_DRAWN = 3000;
/** Least distance between two points of a lasso, and the least way of a drag, in CSS pixels. */
const APART = 3;

/** Takes the pointer over the sheet to choose marks, and does to those that are chosen what the bar says. */
export function MarkLayer({ job, pass, fill, view }: Props) {
  const [marks, setMarkList] = useState<SheetMarks | null>(null);
  const [chosen, setChosen] = useState<readonly number[]>([]);
  const [outlines, setOutlines] = useState('');
  const [lasso, setLasso] = useState<readonly Place[]>([]);
  const [moved, setMoved] = useState<Place>([0, 0]);
  const down = useRef<{
    readonly at: Place;
    readonly css: Place;
    readonly moves: boolean;
    readonly adds: boolean;
  } | null>(null);
  const place = sheetPlace(job, view);

  useEffect(() => {
    let current = true;
    void enginePool()
      .sampler.marks(job, pass, fill.id)
      .then((list) => current && setMarkList(list));
    return () => {
      current = false;
    };
  }, [job, pass, fill.id]);

  useEffect(() => {
    let current = true;
    if (chosen.length === 0 || chosen.length > MOST_DRAWN) setOutlines('');
    else
      void enginePool()
        .sampler.markOutlines(job, pass, fill.id, chosen)
        .then((path) => current && setOutlines(path));
    return () => {
      current = false;
    };
  }, [job, pass, fill.id, chosen]);

  /** Adds one edit of what is chosen. */
  function act(change: Omit<MarkEdit, 'marks'>): void {
    if (chosen.length === 0) return;
    edit(setMarks(fill.id, { edits: [...fill.screen.marks.edits, { ...change, marks: chosen }] }));
    if (change.does === 'delete') setChosen([]);
  }

  function atOf(event: PointerEvent<HTMLDivElement>): { css: Place; at: Place } {
    const box = event.currentTarget.getBoundingClientRect();
    const css = [event.clientX - box.left, event.clientY - box.top] as const;
    const { x, y } = place.toMm(...css);
    return { css, at: [x, y] };
  }

  function begin(event: PointerEvent<HTMLDivElement>): void {
    if (event.button !== 0 || !marks) return;
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    const { css, at } = atOf(event);
    const under = markUnder(marks, ...at);
    const moves = under !== null && chosen.includes(under) && !event.shiftKey;
    down.current = { at, css, moves, adds: event.shiftKey };
    if (!moves) setLasso([css]);
  }

  function goOn(event: PointerEvent<HTMLDivElement>): void {
    if (!down.current) return;
    const { css, at } = atOf(event);
    if (down.current.moves) {
      setMoved([at[0] - down.current.at[0], at[1] - down.current.at[1]]);
      return;
    }
    const last = lasso[lasso.length - 1];
    if (!last || Math.hypot(css[0] - last[0], css[1] - last[1]) >= APART) setLasso([...lasso, css]);
  }

  function end(event: PointerEvent<HTMLDivElement>): void {
    const from = down.current;
    down.current = null;
    setLasso([]);
    setMoved([0, 0]);
    if (!from || !marks) return;
    const { css, at } = atOf(event);
    const dragged = Math.hypot(css[0] - from.css[0], css[1] - from.css[1]) >= APART || lasso.length > 3;
    if (from.moves && dragged) {
      act({
        does: 'move',
        right: tidyMm(at[0] - from.at[0]),
        down: tidyMm(at[1] - from.at[1]),
        by: 0,
        colour: '#000000',
      });
      return;
    }
    const found = dragged
      ? inLasso(
          marks,
          lasso.map(([x, y]) => place.toMm(x, y)),
        )
      : [markUnder(marks, ...at)].filter((id) => id !== null);
    if (!from.adds) setChosen(found);
    else if (!dragged && found.every((id) => chosen.includes(id)))
      setChosen(chosen.filter((id) => !found.includes(id)));
    else setChosen([...new Set([...chosen, ...found])]);
  }

  const { x: left, y: top } = place.toCss(0, 0);
  return (
    <>
      <div
        className="absolute inset-0 touch-none"
        style={{ cursor: marks ? 'crosshair' : 'progress' }}
        role="application"
        aria-label="Choose marks on the sheet"
        data-testid="mark-layer"
        data-chosen={chosen.length}
        data-marks={marks?.ids.length ?? ''}
        onPointerDown={begin}
        onPointerMove={goOn}
        onPointerUp={end}
        onPointerCancel={() => {
          down.current = null;
          setLasso([]);
          setMoved([0, 0]);
        }}
        onDoubleClick={(event) => event.stopPropagation()}
      >
        <svg className="pointer-events-none absolute inset-0 h-full w-full" aria-hidden>
          {outlines && (
            <path
              d={outlines}
              transform={`translate(${left + moved[0] * place.perMm} ${top + moved[1] * place.perMm}) scale(${place.perMm})`}
              vectorEffect="non-scaling-stroke"
              className="fill-hot/25 stroke-hot"
              strokeWidth={1.5}
            />
          )}
          {lasso.length > 1 && (
            <polygon
              points={lasso.map((p) => p.join()).join(' ')}
              className="fill-hot/10 stroke-hot"
              strokeDasharray="4 3"
            />
          )}
        </svg>
        <ToolHint>
          {marks
            ? 'Click a mark or draw round several; Shift adds. Drag chosen marks to move them. Escape ends.'
            : 'Looking for the marks…'}
        </ToolHint>
      </div>
      {marks && chosen.length > 0 && (
        <MarkBar
          count={chosen.length}
          coloured={fill.screen.marks.colour !== 'ink'}
          act={act}
          chooseAlike={(what) => setChosen(alike(marks, chosen, what))}
        />
      )}
    </>
  );
}
