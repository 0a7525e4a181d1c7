import { BarChart, LineChart, ScatterChart } from 'echarts/charts';
import {
  GraphicComponent,
  GridComponent,
  LegendComponent,
  MarkLineComponent,
  TooltipComponent,
} from 'echarts/components';
import { type EChartsCoreOption, init, use } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';

use([
  BarChart,
  LineChart,
  ScatterChart,
  GraphicComponent,
  GridComponent,
  LegendComponent,
  MarkLineComponent,
  TooltipComponent,
  CanvasRenderer,
]);

type ChartInstance = ReturnType<typeof init>;

interface Props {
  readonly label: string;
  readonly option: EChartsCoreOption;
  readonly height: number;
}

/** The words and lines of every chart in the colours of the page. */
export function chartColours(): Record<'ink' | 'muted' | 'hairline' | 'hot' | 'cool' | 'paper', string> {
  const style = getComputedStyle(document.documentElement);
  const of = (name: string) => style.getPropertyValue(`--${name}`).trim() || '#1e1b18';
  return {
    ink: of('ink'),
    muted: of('muted'),
    hairline: of('hairline'),
    hot: of('hot'),
    cool: of('cool'),
    paper: of('paper'),
  };
}

/** A chart that follows its option and the width it is given. */
export function Chart({ label, option, height }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const chart = useRef<ChartInstance | null>(null);
  useEffect(() => {
    const made = init(frame.current!);
    chart.current = made;
    const watcher = new ResizeObserver(() => made.resize());
    watcher.observe(frame.current!);
    return () => {
      watcher.disconnect();
      made.dispose();
      chart.current = null;
    };
  }, []);
  useEffect(() => {
    chart.current?.setOption({ animation: false, ...option }, { notMerge: true });
  }, [option]);
  return <div ref={frame} role="img" aria-label={label} style={{ height }} className="w-full" />;
}
