import { type Tone, toneCurve } from '@chromatype/core';
import { chartColours } from '../charts/Chart.tsx';
import type { PrintedStep } from '../engine/measures.ts';

const axis = (name: string, max: number, colour: string, line: string) => ({
  type: 'value',
  name,
  nameLocation: 'middle',
  nameGap: 22,
  nameTextStyle: { color: colour, fontSize: 10 },
  min: 0,
  max,
  axisLabel: { color: colour, fontSize: 10 },
  splitLine: { lineStyle: { color: line } },
});

const GRID = { left: 38, right: 12, top: 26, bottom: 34 };
const CLASSES = 64;

/** How often tones occur, as they come in and as they leave. */
export function histogramOption(counts: readonly number[], tone: Tone) {
  const c = chartColours();
  const before = new Array<number>(CLASSES).fill(0);
  const after = new Array<number>(CLASSES).fill(0);
  const curve = toneCurve(tone);
  const all = Math.max(
    1,
    counts.reduce((a, b) => a + b, 0),
  );
  counts.forEach((n, k) => {
    const darkness = k / (counts.length - 1);
    before[Math.min(CLASSES - 1, Math.floor(darkness * CLASSES))]! += (100 * n) / all;
    after[Math.min(CLASSES - 1, Math.floor(curve(darkness) * CLASSES))]! += (100 * n) / all;
  });
  const most = Math.max(1, ...before, ...after.slice(1, -1)) * 1.05;
  const series = (name: string, values: readonly number[], colour: string, filled: boolean) => ({
    name,
    type: 'line',
    step: 'middle',
    symbol: 'none',
    lineStyle: { color: colour, width: filled ? 0 : 1.4 },
    itemStyle: { color: colour },
    areaStyle: filled ? { color: colour, opacity: 0.8 } : undefined,
    data: values.map((v, k) => [((k + 0.5) * 100) / CLASSES, v]),
  });
  return {
    grid: GRID,
    legend: { top: 0, textStyle: { color: c.ink, fontSize: 10 }, itemWidth: 12, itemHeight: 6 },
    tooltip: { trigger: 'axis', valueFormatter: (v: unknown) => `${Number(v).toFixed(1)} %` },
    xAxis: axis('tone, %', 100, c.muted, c.hairline),
    yAxis: { ...axis('% of the sheet', Number(most.toFixed(1)), c.muted, c.hairline), nameGap: 26 },
    series: [series('before Tone', before, c.hairline, true), series('after Tone', after, c.hot, false)],
  };
}

/** Tone wanted and tone printed, over the picture's darkness or over the coverage that a separation asks for. */
export function stepsOption(steps: readonly PrintedStep[], coverage: boolean) {
  const c = chartColours();
  const series = (name: string, colour: string, of: (s: PrintedStep) => number, points: boolean) => ({
    name,
    type: 'line',
    symbol: points ? 'circle' : 'none',
    symbolSize: 5,
    lineStyle: { color: colour, width: points ? 0 : 1.4 },
    itemStyle: { color: colour },
    data: steps.map((s) => [100 * s.picture, 100 * of(s)]),
  });
  return {
    grid: GRID,
    legend: { top: 0, textStyle: { color: c.ink, fontSize: 10 }, itemWidth: 12, itemHeight: 6 },
    tooltip: { trigger: 'axis', valueFormatter: (v: unknown) => `${Number(v).toFixed(2)} %` },
    xAxis: axis(coverage ? 'coverage before Tone, %' : 'darkness of the picture, %', 100, c.muted, c.hairline),
    yAxis: { ...axis('coverage, %', 100, c.muted, c.hairline), nameGap: 26 },
    series: [series('wanted', c.ink, (s) => s.wanted, false), series('on the plate', c.hot, (s) => s.printed, true)],
  };
}

/** Power of the plate by frequency in all directions. */
export function spectrumOption(power: readonly number[], ppi: number, lpi: number | null) {
  const c = chartColours();
  const most = Math.max(1e-12, ...power);
  return {
    grid: { ...GRID, top: 12 },
    tooltip: { trigger: 'axis', valueFormatter: (v: unknown) => `${Number(v).toFixed(1)} dB` },
    xAxis: axis('rows an inch', Math.round(ppi / 2), c.muted, c.hairline),
    yAxis: { ...axis('dB', 0, c.muted, c.hairline), min: -60, max: 0, nameGap: 26 },
    series: [
      {
        type: 'line',
        symbol: 'none',
        lineStyle: { color: c.cool, width: 1.4 },
        data: power.map((p, k) => [((k + 0.5) * ppi) / (2 * power.length), Math.max(-60, 10 * Math.log10(p / most))]),
        markLine: lpi
          ? {
              symbol: 'none',
              silent: true,
              lineStyle: { color: c.hot },
              label: { formatter: 'asked', color: c.muted },
              data: [{ xAxis: lpi }],
            }
          : undefined,
      },
    ],
  };
}
