import { square } from '../math/exact.ts';
import { chartCode } from './chart-code.ts';
import {
  type ChartBox,
  chartLayout,
  CODE,
  CORNER,
  CORNERS,
  CROSS,
  DOT_RADIUS,
  type TargetPatch,
} from './chart-layout.ts';
import { CHART_HEIGHT, CHART_WIDTH, type ChartSpec } from './chart-spec.ts';

/** The tone 0..1 of one thing of the chart at a place, in units of the chart. */
interface Thing extends ChartBox {
  tone(x: number, y: number): number;
}

const box = (x: number, y: number, width: number, height: number): ChartBox => ({ x, y, width, height });

function round(cx: number, cy: number, from: number, to: number): Thing {
  const [near, far] = [square(from), square(to)];
  return {
    ...box(cx - to, cy - to, 2 * to, 2 * to),
    tone(x, y) {
      const d = square(x - cx) + square(y - cy);
      return d >= near && d < far ? 1 : 0;
    },
  };
}

const flat = (at: ChartBox, tone: number): Thing => ({ ...at, tone: () => tone });

/** Marks of a target stand so many of their sizes apart. */
const APART = 4;

/** Size of fine marks on plates whose pixels are so large, all in units of the chart: a whole number of pixels. */
export const targetSize = (size: number, pixel: number): number =>
  pixel > 0 ? pixel * Math.max(1, Math.round(size / pixel)) : size;

function target({ kind, ...at }: TargetPatch, pixel: number): Thing {
  const size = targetSize(at.size, pixel);
  const pitch = APART * size;
  // Marks begin on a pixel, so that all of them are alike; a hair before it, so that no rounding decides.
  const onPixel = (v: number) => (pixel > 0 ? pixel * (Math.round(v / pixel) - 0.01) : v);
  const [x0, y0] = [onPixel(at.x), onPixel(at.y)];
  const along = (v: number) => v - pitch * Math.floor(v / pitch);
  const line = (x: number) => along(x - x0) >= size && along(x - x0) < 2 * size;
  const place = box(at.x, at.y, at.width, at.height);
  if (kind === 'lines') return { ...place, tone: (x) => (line(x) ? 1 : 0) };
  if (kind === 'gaps') return { ...place, tone: (x) => (line(x) ? 0 : 1) };
  const off = (v: number) => square(along(v) - 1.5 * size);
  return { ...place, tone: (x, y) => (off(x - x0) + off(y - y0) < square(size / 2) ? 1 : 0) };
}

/** How a chart is drawn. */
export interface ChartDrawing {
  /** Units of the chart that a plate pixel is wide; 0 where it has none. */
  readonly pixel?: number;
  /** Version that its code names. */
  readonly version?: number;
}

/** What one ink prints of a chart. */
function thingsOf(spec: ChartSpec, ink: number, { pixel = 0, version }: ChartDrawing): Thing[] {
  const { tones, targets, dots, crosses } = chartLayout(spec.inks);
  const key = ink === spec.key;
  const { length, width } = CROSS;
  return [
    ...(key
      ? [
          ...CORNERS.flatMap(([x, y]) => [round(x, y, 0, CORNER.disc), round(x, y, CORNER.inner, CORNER.outer)]),
          ...chartCode(spec, version).flatMap((bit, k) =>
            bit ? [flat(box(CODE.x + k * CODE.pitch, CODE.y - CODE.height / 2, CODE.width, CODE.height), 1)] : [],
          ),
        ]
      : []),
    ...tones.filter((p) => (p.inks >> ink) & 1).map((p) => flat(p, p.tone)),
    ...targets.filter((p) => p.ink === ink).map((p) => target(p, pixel)),
    ...dots.filter((d) => d.ink === ink).map((d) => round(d.x, d.y, 0, DOT_RADIUS)),
    ...crosses.flatMap(([x, y]) => [
      flat(box(x - length, y - width / 2, 2 * length, width), 1),
      flat(box(x - width / 2, y - length, width, 2 * length), 1),
    ]),
  ];
}

/** The tone 0..1 that one ink prints at any place of a chart, in units of the chart from its top left. */
export function inkOnChart(spec: ChartSpec, ink: number, how: ChartDrawing = {}): (x: number, y: number) => number {
  // Things by the squares of one unit that they reach into.
  const squares: Thing[][] = Array.from({ length: CHART_WIDTH * CHART_HEIGHT }, () => []);
  for (const thing of thingsOf(spec, ink, how)) {
    const [x1, y1] = [Math.ceil(thing.x + thing.width), Math.ceil(thing.y + thing.height)];
    for (let y = Math.max(0, Math.floor(thing.y)); y < Math.min(CHART_HEIGHT, y1); y++) {
      for (let x = Math.max(0, Math.floor(thing.x)); x < Math.min(CHART_WIDTH, x1); x++)
        squares[y * CHART_WIDTH + x]!.push(thing);
    }
  }
  return (x, y) => {
    if (x < 0 || y < 0 || x >= CHART_WIDTH || y >= CHART_HEIGHT) return 0;
    for (const thing of squares[Math.floor(y) * CHART_WIDTH + Math.floor(x)]!) {
      const inside = x >= thing.x && y >= thing.y && x < thing.x + thing.width && y < thing.y + thing.height;
      const tone = inside ? thing.tone(x, y) : 0;
      if (tone > 0) return tone;
    }
    return 0;
  };
}
