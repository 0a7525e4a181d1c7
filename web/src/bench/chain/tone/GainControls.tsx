import { type CurvePoint, type Fill, meantTone, pressOf, TONE_PARAMS, toneCurve } from '@chromatype/core';
import type { ChainProps } from '../chain-props.ts';
import { useMemo, useState } from 'react';
import { Chart, chartColours } from '../../../charts/Chart.tsx';
import { setTone } from '../../../document/edits.ts';
import { edit } from '../../../document/store.ts';
import { Button } from '../../../ui/Button.tsx';
import { Choice } from '../../../ui/Choice.tsx';
import { chooseFile } from '../../../ui/files.ts';
import { SliderRow } from '../../../ui/SliderRow.tsx';
import { NumberField } from '../../../ui/NumberField.tsx';
import { PERCENT } from '../../../ui/formats.ts';
import { addPoint, movePoint, removePoint } from './curve-points.ts';
import { readGainTable } from './gain-table.ts';

/** The curve as it is asked for, what the press would make of it, and what is asked once gain is taken off. */
function useOption(fill: Fill) {
  return useMemo(() => {
    const c = chartColours();
    const tone = meantTone(fill);
    const press = pressOf(tone);
    const plain = toneCurve({ ...tone, gain: 0, gainFrom: 'value' });
    const asked = toneCurve(tone);
    const at = (f: (x: number) => number) => Array.from({ length: 51 }, (_, k) => [2 * k, 100 * f(k / 50)]);
    const axis = {
      type: 'value',
      min: 0,
      max: 100,
      interval: 50,
      axisLabel: { color: c.muted, fontSize: 10 },
      splitLine: { lineStyle: { color: c.hairline } },
    };
    const line = (name: string, colour: string, f: (x: number) => number, dashed = false) => ({
      name,
      type: 'line',
      symbol: 'none',
      silent: true,
      lineStyle: { color: colour, width: 1.5, type: dashed ? 'dashed' : 'solid' },
      itemStyle: { color: colour },
      data: at(f),
    });
    return {
      grid: { left: 28, right: 10, top: 26, bottom: 20 },
      legend: { top: 0, textStyle: { color: c.ink, fontSize: 10 }, itemWidth: 14, itemHeight: 2 },
      xAxis: axis,
      yAxis: axis,
      series: [
        line('wished', c.ink, plain),
        line('asked, gain off', c.hot, asked),
        line('printed without', c.cool, (x) => (press ? Math.min(1, press(plain(x))) : plain(x)), true),
      ],
    };
  }, [fill]);
}

function TableRows({
  points,
  onChange,
}: {
  readonly points: readonly CurvePoint[];
  onChange(p: readonly CurvePoint[]): void;
}) {
  return (
    <ul className="grid gap-0.5" aria-label="Measured print">
      {points.map((p, k) => (
        <li key={k} className="grid grid-cols-[1fr_1fr_auto] items-center gap-2">
          {(['x', 'y'] as const).map((axis) => (
            <NumberField
              key={axis}
              label={axis === 'x' ? 'Asked' : 'Printed'}
              value={p[axis]}
              min={0}
              max={1}
              step={0.01}
              normal={p.x}
              format={PERCENT}
              onChange={(v) => {
                const moved = movePoint(points, k, axis === 'x' ? v : p.x, axis === 'y' ? v : p.y);
                // A press does not print less for more.
                if (moved.every((q, n) => n === 0 || q.y >= moved[n - 1]!.y)) onChange(moved);
              }}
            />
          ))}
          <Button
            aria-label={`Remove row ${k + 1}`}
            disabled={points.length < 3}
            onClick={() => onChange(removePoint(points, k))}
          >
            ×
          </Button>
        </li>
      ))}
    </ul>
  );
}

/** What the press adds to tones, and taking it off. */
export function GainControls({ fill }: Pick<ChainProps, 'fill'>) {
  const { tone } = fill;
  const [wrong, setWrong] = useState<string | null>(null);
  const option = useOption(fill);
  const setTable = (gainTable: readonly CurvePoint[]) => edit(setTone(fill.id, { gainTable }));

  async function openTable(): Promise<void> {
    const file = await chooseFile('.csv,text/csv,text/plain');
    if (!file) return;
    try {
      setTable(readGainTable(await file.text()));
      setWrong(null);
    } catch (error) {
      setWrong(`${file.name}: ${error instanceof Error ? error.message : error}`);
    }
  }

  /** Halfway between the two rows that are furthest apart. */
  function addRow(): void {
    const points = tone.gainTable;
    let widest = 1;
    for (let k = 1; k < points.length; k++) {
      if (points[k]!.x - points[k - 1]!.x > points[widest]!.x - points[widest - 1]!.x) widest = k;
    }
    const [a, b] = [points[widest - 1]!, points[widest]!];
    setTable(addPoint(points, (a.x + b.x) / 2, (a.y + b.y) / 2).points);
  }

  return (
    <div className="grid grid-cols-1 gap-1.5">
      <Choice
        label={TONE_PARAMS.gainFrom.label}
        value={tone.gainFrom}
        options={TONE_PARAMS.gainFrom.options.map((o) => ({ value: o.name, label: o.label, title: o.about }))}
        onChange={(gainFrom) => edit(setTone(fill.id, { gainFrom }))}
      />
      {tone.gainFrom === 'value' ? (
        <SliderRow
          {...TONE_PARAMS.gain}
          wide
          value={tone.gain}
          format={PERCENT}
          onChange={(gain) => edit(setTone(fill.id, { gain }))}
        />
      ) : (
        <>
          <TableRows points={tone.gainTable} onChange={setTable} />
          <div className="flex gap-1">
            <Button onClick={addRow}>Add a row</Button>
            <Button onClick={() => void openTable()} title="Two columns: asked and printed, in per cent, or a density">
              Open a .csv
            </Button>
          </div>
        </>
      )}
      {wrong && (
        <p role="alert" className="text-hot-text">
          {wrong}
        </p>
      )}
      <Chart label="Tone curve before and after dot gain is taken off" option={option} height={150} />
    </div>
  );
}
