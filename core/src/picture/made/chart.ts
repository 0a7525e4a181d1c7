import { CHART_HEIGHT, CHART_VERSION, CHART_WIDTH, FULL_SIZE, MOST_CHART_INKS } from '../../chart/chart-spec.ts';
import { inkOnChart } from '../../chart/ink-on-chart.ts';
import { amount, type SettingsOf, whole } from '../../settings/params.ts';
import type { MadeKind, Painter } from './kinds.ts';

const params = {
  inks: whole('Inks', 'How many inks the chart is made for.', 1, 1, MOST_CHART_INKS),
  ink: whole('This ink', 'Which of them this picture is for, in print order from 1.', 1, 1, MOST_CHART_INKS),
  key: whole('Marks by', 'The ink that prints corner marks and code, in print order from 1.', 1, 1, MOST_CHART_INKS),
  size: whole('Size', 'In twentieths of the full size, 186 × 262 mm.', FULL_SIZE, 1, FULL_SIZE),
  pixel: amount(
    'Plate pixel',
    'Width of a plate pixel in full-size mm; fine marks are whole pixels.',
    0,
    0,
    1,
    0.001,
    'mm',
  ),
  chart: whole('Version', 'Which version of the chart it is.', CHART_VERSION, 0, 15),
} as const;

type Settings = SettingsOf<typeof params>;

/** Greys whose shortage from white is the tone of the ink. */
function painter(s: Settings): Painter {
  const key = Math.min(s.key, s.inks) - 1;
  const tone = inkOnChart({ inks: s.inks, key, twentieths: s.size }, Math.min(s.ink, s.inks) - 1, {
    pixel: s.pixel,
    version: s.chart,
  });
  return (u, v, out) => {
    const grey = 1 - tone(u * CHART_WIDTH, v * CHART_HEIGHT);
    out[0] = grey;
    out[1] = grey;
    out[2] = grey;
    out[3] = 1;
  };
}

export const chart: MadeKind = {
  name: 'chart',
  label: 'Calibration chart',
  about: 'Wedges, marks and fine lines of one ink, from which a press is measured.',
  ownView: true,
  params,
  painter,
};
