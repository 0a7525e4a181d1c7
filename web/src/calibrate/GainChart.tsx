import type { Ink, MeasuredInk } from '@chromatype/core';
import { useMemo } from 'react';
import { Chart, chartColours } from '../charts/Chart.tsx';

interface Props {
  readonly inks: readonly Ink[];
  readonly measured: readonly MeasuredInk[];
}

const percent = (share: number): number => Number((100 * share).toFixed(2));

/** How much each tone of each ink grew in print. */
export function GainChart({ inks, measured }: Props) {
  const option = useMemo(() => {
    const { muted, hairline, ink: words } = chartColours();
    const axis = { axisLabel: { color: muted, fontSize: 10 }, axisLine: { lineStyle: { color: words } } };
    const name = { nameLocation: 'middle', nameTextStyle: { color: muted, fontSize: 10 } };
    return {
      grid: { left: 42, right: 12, top: 12, bottom: 34 },
      tooltip: { trigger: 'axis', valueFormatter: (v: unknown) => `${Number(v).toFixed(1)} %` },
      xAxis: { type: 'value', min: 0, max: 100, ...axis, name: 'tone asked for, %', nameGap: 20, ...name },
      yAxis: {
        type: 'value',
        ...axis,
        name: 'gain, %',
        nameGap: 28,
        ...name,
        splitLine: { lineStyle: { color: hairline } },
      },
      series: measured.map(({ gain }, k) => ({
        name: inks[k]!.name,
        type: 'line',
        symbolSize: 4,
        lineStyle: { color: inks[k]!.colour, width: 2 },
        itemStyle: { color: inks[k]!.colour, borderColor: words, borderWidth: 0.5 },
        data: gain.map(({ x, y }) => [percent(x), percent(y - x)]),
      })),
    };
  }, [inks, measured]);
  return <Chart label="How much each tone grew in print, ink by ink" option={option} height={190} />;
}
