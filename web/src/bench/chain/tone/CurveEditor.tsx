import { type CurvePoint, curveThrough, type Fill, TONE_PARAMS } from '@chromatype/core';
import { useMemo, useRef, useState } from 'react';
import { Chart, chartColours, type ChartInstance } from '../../../charts/Chart.tsx';
import { setTone } from '../../../document/edits.ts';
import { beginGesture, edit, endGesture } from '../../../document/store.ts';
import { Button } from '../../../ui/Button.tsx';
import { NumberField } from '../../../ui/NumberField.tsx';
import { PERCENT } from '../../../ui/formats.ts';
import { addPoint, movePoint, removePoint } from './curve-points.ts';
import { classesOf } from './use-counts.ts';

const HEIGHT = 190;
const GRID = { left: 28, right: 10, top: 8, bottom: 22 };

function optionOf(points: readonly CurvePoint[], counts: readonly number[]) {
  const c = chartColours();
  const axis = {
    type: 'value' as const,
    min: 0,
    max: 100,
    interval: 25,
    axisLabel: { color: c.muted, fontSize: 10 },
    splitLine: { lineStyle: { color: c.hairline } },
    axisLine: { lineStyle: { color: c.ink } },
  };
  const classes = classesOf(counts.length > 0 ? counts : [0], 64);
  const most = Math.max(1, ...classes);
  const curve = curveThrough(points);
  return {
    grid: GRID,
    xAxis: axis,
    yAxis: { ...axis, axisLabel: { ...axis.axisLabel } },
    series: [
      {
        type: 'line',
        step: 'middle',
        symbol: 'none',
        silent: true,
        lineStyle: { width: 0 },
        areaStyle: { color: c.hairline },
        data: classes.map((n, k) => [((k + 0.5) * 100) / 64, 92 * Math.sqrt(n / most)]),
      },
      {
        type: 'line',
        symbol: 'none',
        silent: true,
        lineStyle: { color: c.hot, width: 1.6 },
        data: Array.from({ length: 101 }, (_, k) => [k, 100 * Math.min(1, Math.max(0, curve(k / 100)))]),
      },
    ],
  };
}

/** The free curve over the picture's tones: drag points, click to add one, arrow keys move the chosen one. */
export function CurveEditor({ fill, counts }: { readonly fill: Fill; readonly counts: readonly number[] }) {
  const points = fill.tone.curve;
  const [chosen, setChosen] = useState(0);
  const chart = useRef<ChartInstance | null>(null);
  const at = Math.min(chosen, points.length - 1);
  const option = useMemo(() => optionOf(points, counts), [points, counts]);
  const set = (next: readonly CurvePoint[]) => edit(setTone(fill.id, { curve: next }));
  const latest = useRef({ points, set });
  latest.current = { points, set };

  /** Tone under a place in the chart. */
  const toneAt = (made: ChartInstance, x: number, y: number): [number, number] => {
    const [px, py] = made.convertFromPixel({ gridIndex: 0 }, [x, y]) as [number, number];
    return [px / 100, py / 100];
  };

  function drawHandles(made: ChartInstance): void {
    chart.current = made;
    const c = chartColours();
    made.setOption({
      graphic: points.map((p, k) => ({
        id: `point-${k}`,
        type: 'circle',
        position: made.convertToPixel({ gridIndex: 0 }, [100 * p.x, 100 * p.y]),
        shape: { r: 5 },
        style: { fill: k === at ? c.hot : c.paper, stroke: c.hot, lineWidth: 1.5 },
        draggable: true,
        z: 100,
        ondragstart: () => {
          beginGesture();
          setChosen(k);
        },
        ondrag(this: { x: number; y: number }) {
          const [x, y] = toneAt(made, this.x, this.y);
          latest.current.set(movePoint(latest.current.points, k, x, y));
        },
        ondragend: endGesture,
        onmousedown: () => setChosen(k),
      })),
    });
  }

  function onClick(event: React.MouseEvent<HTMLDivElement>): void {
    const made = chart.current;
    if (!made) return;
    const box = event.currentTarget.getBoundingClientRect();
    const place: [number, number] = [event.clientX - box.left, event.clientY - box.top];
    if (!made.containPixel({ gridIndex: 0 }, place)) return;
    const near = points.some((p) => {
      const [x, y] = made.convertToPixel({ gridIndex: 0 }, [100 * p.x, 100 * p.y]) as [number, number];
      return Math.hypot(x - place[0], y - place[1]) < 9;
    });
    if (near) return;
    const [x, y] = toneAt(made, ...place);
    const grown = addPoint(points, x, y);
    if (grown.points !== points) set(grown.points);
    setChosen(grown.at);
  }

  const field = (label: string, axis: 'x' | 'y') => (
    <NumberField
      label={label}
      value={points[at]![axis]}
      min={0}
      max={1}
      step={0.01}
      normal={points[at]![axis]}
      format={PERCENT}
      about={axis === 'x' ? 'Tone that comes in at the chosen point.' : 'Tone that leaves there.'}
      onChange={(v) => set(movePoint(points, at, axis === 'x' ? v : points[at]!.x, axis === 'y' ? v : points[at]!.y))}
    />
  );
  return (
    <div className="grid grid-cols-1 gap-1">
      {/* biome-ignore lint/a11y/noStaticElementInteractions: the fields beneath do the same by keys */}
      {/* biome-ignore lint/a11y/useKeyWithClickEvents: the fields beneath do the same by keys */}
      <div onClick={onClick} data-testid="curve">
        <Chart
          label={`${TONE_PARAMS.curve.about} Points: ${points.length}.`}
          option={option}
          height={HEIGHT}
          onReady={drawHandles}
        />
      </div>
      <div className="flex flex-wrap items-center justify-between gap-1">
        {field('In', 'x')}
        {field('Out', 'y')}
        <Button
          onClick={() => set(removePoint(points, at))}
          disabled={points.length < 3}
          title="Takes the chosen point away"
        >
          Remove
        </Button>
        <Button onClick={() => set(TONE_PARAMS.curve.normal)}>Straight</Button>
      </div>
      <p className="flex flex-wrap gap-1" role="group" aria-label="Points of the curve">
        {points.map((p, k) => (
          <button
            key={k}
            type="button"
            aria-pressed={k === at}
            onClick={() => setChosen(k)}
            className="h-6 border border-hairline px-1 font-mono text-[10px] aria-pressed:border-hot"
          >
            {Math.round(p.x * 100)}→{Math.round(p.y * 100)}
          </button>
        ))}
      </p>
    </div>
  );
}
