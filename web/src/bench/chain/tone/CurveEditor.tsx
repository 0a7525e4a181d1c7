import { type CurvePoint, type Fill, TONE_PARAMS } from '@chromatype/core';
import { useMemo, useState } from 'react';
import { Chart, chartColours } from '../../../charts/Chart.tsx';
import { setTone } from '../../../document/edits.ts';
import { edit } from '../../../document/store.ts';
import { Button } from '../../../ui/Button.tsx';
import { NumberField } from '../../../ui/NumberField.tsx';
import { PERCENT } from '../../../ui/formats.ts';
import { CurvePlot } from './CurvePlot.tsx';
import { movePoint, removePoint } from './curve-points.ts';
import { classesOf } from './use-counts.ts';

const HEIGHT = 190;
/** Room around the plot for the numbers of its axes. */
const GRID = { left: 28, right: 10, top: 8, bottom: 22 };

/** How often each tone occurs in the picture, behind the curve. */
function histogramOf(counts: readonly number[]) {
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
  return {
    // The plot lies exactly where the curve is drawn over it.
    grid: { ...GRID, outerBoundsMode: 'none' },
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
    ],
  };
}

/** The free curve over the picture's tones: drag points, click to add one, arrow keys move the chosen one. */
export function CurveEditor({ fill, counts }: { readonly fill: Fill; readonly counts: readonly number[] }) {
  const points = fill.tone.curve;
  const [chosen, setChosen] = useState(0);
  const at = Math.min(chosen, points.length - 1);
  const option = useMemo(() => histogramOf(counts), [counts]);
  const set = (next: readonly CurvePoint[]) => edit(setTone(fill.id, { curve: next }));

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
      <div className="relative" data-testid="curve">
        <Chart label={`${TONE_PARAMS.curve.about} Points: ${points.length}.`} option={option} height={HEIGHT} />
        <div className="absolute" style={GRID}>
          <CurvePlot points={points} chosen={at} choose={setChosen} change={set} />
        </div>
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
