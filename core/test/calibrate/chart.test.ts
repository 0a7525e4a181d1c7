import { chartCode, CODE_BITS, crc8, readChartCode } from '../../src/chart/chart-code.ts';
import { CORNER, CORNERS } from '../../src/chart/chart-layout.ts';
import { CHART_HEIGHT, CHART_WIDTH } from '../../src/chart/chart-spec.ts';
import { inkOnChart } from '../../src/chart/ink-on-chart.ts';
import { fitHomography, inverted, mapPlace } from '../../src/calibrate/homography.ts';
import { rising } from '../../src/calibrate/rising.ts';
import {
  ChartError,
  chartJob,
  chartLayout,
  createJob,
  fillOf,
  overprintsOf,
  planPass,
  bitAt,
  isBitmap,
  plainInk,
} from '../../src/index.ts';
import { chartOfInks, env, inksJob, SHEET, STUDIO } from './pressed-charts.ts';

const COUNTS = [1, 2, 3, 4, 5, 6];

test.each(COUNTS)('on the chart of %i inks nothing touches anything else, and all of it lies on the chart', (inks) => {
  const { tones, targets, dots, bare, crosses } = chartLayout(inks);
  const boxes = [
    ...tones,
    ...targets,
    ...dots.map(({ x, y }) => ({ x: x - 3.3, y: y - 3.3, width: 6.6, height: 6.6 })),
    ...crosses.map(([x, y]) => ({ x: x - 3, y: y - 3, width: 6, height: 6 })),
    ...CORNERS.map(([x, y]) => ({ x: x - CORNER.outer, y: y - CORNER.outer, width: 12, height: 12 })),
    ...bare.map(([x, y]) => ({ x: x - 2.5, y: y - 0.4, width: 5, height: 0.8 })),
  ];
  boxes.forEach((a, k) => {
    expect(a.x).toBeGreaterThanOrEqual(0);
    expect(a.y).toBeGreaterThanOrEqual(0);
    expect(a.x + a.width).toBeLessThanOrEqual(CHART_WIDTH);
    expect(a.y + a.height).toBeLessThanOrEqual(CHART_HEIGHT);
    for (const b of boxes.slice(k + 1)) {
      const across = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
      const down = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y);
      if (across > 1e-9 && down > 1e-9) throw new Error(`${JSON.stringify(a)} lies on ${JSON.stringify(b)}`);
    }
  });
  // Every ink has a wedge, every pair a wedge of its own.
  expect(tones.filter((p) => p.tone === 1)).toHaveLength(inks + overprintsOf(inks).length);
});

test('a code is read again, and no single wrong bit is', () => {
  for (const inks of COUNTS) {
    const spec = { inks, key: inks - 1, twentieths: 13 };
    const code = chartCode(spec);
    expect(code).toHaveLength(CODE_BITS);
    expect(readChartCode(code)).toEqual({ spec, version: 1 });
    for (const [k, bit] of code.entries()) expect(readChartCode(code.with(k, !bit))).toBeNull();
    expect(readChartCode([...code].reverse())).toBeNull();
  }
});

test('the check of the code is CRC-8 of ITU-T I.432.1 without its final mask', () => {
  // The check value that catalogues of checksums state for the ASCII digits 1 to 9 is F4 (from memory).
  const digits = [...'123456789'].flatMap((d) =>
    Array.from({ length: 8 }, (_, k) => ((d.charCodeAt(0) >> (7 - k)) & 1) === 1),
  );
  expect(crc8(digits)).toBe(0xf4);
});

test('plates hold the tones that the chart asks for, marks are solid, and fine lines are whole pixels', () => {
  const chart = chartOfInks(2, 600);
  const { tones, targets } = chartLayout(2);
  const perMm = 600 / 25.4;
  const { x: left, y: top } = fillOf(chart.passes[1]!).feed;
  const plan = planPass(env, chart, chart.passes[1]!, { piecemeal: true });
  const share = (x: number, y: number, width: number, height: number) => {
    const [x0, y0] = [Math.round((left + x) * perMm), Math.round((top + y) * perMm)];
    const from = 8 * Math.floor(x0 / 8);
    const [w, h] = [Math.round(width * perMm), Math.round(height * perMm)];
    const plate = plan.plate.read({ x: from, y: y0, width: w + 8, height: h, step: 1 });
    if (!isBitmap(plate)) throw new Error('not a plate of bits');
    let ink = 0;
    for (let j = 0; j < h; j++) for (let k = 0; k < w; k++) ink += bitAt(plate, x0 - from + k, j);
    return ink / (w * h);
  };
  for (const p of tones) {
    const wanted = (p.inks >> 1) & 1 ? p.tone : 0;
    expect(Math.abs(share(p.x, p.y, p.width, p.height) - wanted)).toBeLessThan(0.02);
  }
  for (const [x, y] of CORNERS) expect(share(x - 1, y - 1, 2, 2)).toBe(1);
  for (const p of targets.filter((t) => t.ink === 1 && t.kind === 'lines')) {
    expect(Math.abs(share(p.x, p.y + 1, p.width, 2) - 0.25)).toBeLessThan(0.07);
  }
  plan.release();
});

test('the key ink is the one that stands out most: black on cream, white on black', () => {
  expect(chartOfInks(4, 300).pictures[0]!.made!.settings.key).toBe(4);
  const night = inksJob([plainInk('Soot', '#2b2a2c'), { ...plainInk('White', '#fdfdfb'), opacity: 1 }], 300, {
    stock: { ...inksJob(STUDIO, 300).sheet.stock, colour: '#1b1f2a' },
  });
  expect(chartJob(night, SHEET).pictures[0]!.made!.settings.key).toBe(2);
});

test('a small sheet gets a smaller chart, and one that is too small none', () => {
  const job = inksJob(STUDIO, 300);
  expect(chartJob(job, { width: 148, height: 210 }).pictures[0]!.made!.settings.size).toBe(14);
  expect(() => chartJob(job, { width: 50, height: 70 })).toThrow(ChartError);
  expect(() =>
    chartJob({ ...createJob('x', 'p'), passes: inksJob(STUDIO, 300).passes.map((p) => ({ ...p, on: false })) }, SHEET),
  ).toThrow('No pass of this job prints');
});

test('outside the chart nothing prints', () => {
  const tone = inkOnChart({ inks: 1, key: 0, twentieths: 20 }, 0);
  for (const [x, y] of [
    [-1, 5],
    [5, -1],
    [CHART_WIDTH, 5],
    [5, CHART_HEIGHT],
  ] as const)
    expect(tone(x, y)).toBe(0);
});

test('a homography is found again from its places, and its inverse brings them back', () => {
  const known = Float64Array.of(3.1, 0.2, 40, -0.3, 2.9, 25, 0.0004, -0.0007, 1);
  const places = [
    [0, 0],
    [186, 3],
    [180, 262],
    [4, 250],
    [90, 130],
    [33, 210],
  ] as const;
  const pairs = places.map((from) => ({ from, to: mapPlace(known, ...from) }));
  const found = fitHomography(pairs)!;
  const back = inverted(found);
  for (const [x, y] of [...places, [120, 40] as const]) {
    const at = mapPlace(known, x, y);
    const own = mapPlace(found, x, y);
    expect(Math.hypot(own[0] - at[0], own[1] - at[1])).toBeLessThan(1e-6);
    const home = mapPlace(back, ...own);
    expect(Math.hypot(home[0] - x, home[1] - y)).toBeLessThan(1e-6);
  }
  const line = [0, 1, 2, 3].map((k) => ({ from: [k, k] as const, to: [k, k] as const }));
  expect(fitHomography(line)).toBeNull();
});

test('values that fall are drawn together, and rising ones stay', () => {
  expect(rising([0.1, 0.2, 0.3])).toEqual([0.1, 0.2, 0.3]);
  expect(rising([0.1, 0.4, 0.2, 0.5])).toEqual([0.1, 0.30000000000000004, 0.30000000000000004, 0.5]);
  expect(rising([3, 2, 1])).toEqual([2, 2, 2]);
});
