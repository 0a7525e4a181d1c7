import { chartLayout, CORNERS, DOT_RADIUS, DOT_ROOM, type RegisterDot } from '../chart/chart-layout.ts';
import { CHART_HEIGHT, CHART_WIDTH, type ChartSpec, FULL_SIZE } from '../chart/chart-spec.ts';
import type { LinearRgb } from '../colour/srgb.ts';
import { MM_PER_INCH } from '../math/units.ts';
import type { ScanPixels } from '../scan/pixels.ts';
import { ScanError } from '../scan/scan-error.ts';
import { innerOf, inked, type LaidChart, LIGHT, lightIn, middleIn, type Window, windowAbout } from './chart-windows.ts';
import { type BareStock, bareStock } from './even-light.ts';
import { findChart } from './find-chart.ts';
import { fitHomography, mapPlace } from './homography.ts';
import { type Landing, landingOf } from './landing.ts';

/** A patch of the chart as the scan shows it: its mean linear light, evened. */
export type PatchLight = LinearRgb;

/** What a scan of a chart shows, before anything is concluded. */
export interface ChartReading {
  readonly spec: ChartSpec;
  /** Places of the chart's corners in the scan, clockwise from its top left, in pixels. */
  readonly outline: readonly (readonly [number, number])[];
  /** Bare stock. */
  readonly stock: BareStock;
  /** Light of each tone patch, in the order of the chart's layout. */
  readonly tones: readonly PatchLight[];
  /** Share of ink in each target of fine marks, in the order of the layout. */
  readonly targets: readonly number[];
  /** Where each ink lands against the key ink; null where its register dots were not found. */
  readonly landings: readonly (Landing | null)[];
  /** mm of paper of one unit of the chart. */
  readonly unit: number;
  /** Size of the print against the one it should have; null where the scan's resolution cannot tell. */
  readonly size: number | null;
  /** How much larger the nearer end of the chart is than the other in a photograph: 1 in a scan. */
  readonly askew: number;
  /** Standard deviation in mm by which the key ink's own dots lie off their places: paper that is not flat, or a lens. */
  readonly bent: number;
}

export interface ReadingAsked {
  /** Pixels an inch of the scan, where they are known. */
  readonly ppi?: number;
  /** Told the share of the work that is done, 0..1. */
  readonly report?: (share: number) => void;
}

/** Fewest pixels of a scan for one unit of the chart. */
const LEAST_PIXELS = 3.5;
/** Ends of a chart of which one is larger than this against the other were photographed. */
const STRAIGHT = 1.01;

/** Window of a patch of an ink that lands elsewhere. */
const movedTo = (w: Window, [dx, dy]: readonly [number, number]): Window => ({
  left: w.left + dx,
  top: w.top + dy,
  right: w.right + dx,
  bottom: w.bottom + dy,
});

const distance = (p: readonly [number, number], q: readonly [number, number]) => Math.hypot(p[0] - q[0], p[1] - q[1]);

/** How much of a pixel of a scan is one ink: along the line from bare stock to its solid. */
export function shareAlong(bare: LinearRgb, solid: LinearRgb): (light: LinearRgb) => number {
  const along = [solid[0] - bare[0], solid[1] - bare[1], solid[2] - bare[2]] as const;
  const length = along[0] ** 2 + along[1] ** 2 + along[2] ** 2;
  if (length < 1e-6) return () => 0;
  return (light) =>
    ((light[0] - bare[0]) * along[0] + (light[1] - bare[1]) * along[1] + (light[2] - bare[2]) * along[2]) / length;
}

/** Middles of register dots as the scan shows them, against where they should be, in units of the chart. */
function dotsOf(chart: LaidChart, dots: readonly RegisterDot[], stock: BareStock, solids: readonly LinearRgb[]) {
  const { rgb } = chart.scan;
  const full = Math.PI * DOT_RADIUS ** 2;
  return dots.map((dot) => {
    const fall = stock.share(dot.x, dot.y);
    const share = shareAlong(stock.light, solids[dot.ink]!);
    const middle = middleIn(chart, windowAbout(dot.x, dot.y, DOT_ROOM), (at) =>
      inked(share([LIGHT[rgb[at]!]! / fall[0], LIGHT[rgb[at + 1]!]! / fall[1], LIGHT[rgb[at + 2]!]! / fall[2]])),
    );
    // A dot that was cut, or stands beside another ink, tells nothing.
    return middle && middle.area > 0.6 * full && middle.area < 1.7 * full
      ? { dot, x: middle.x - dot.x, y: middle.y - dot.y }
      : null;
  });
}

/**
 * Reads a scan or photograph of a printed chart.
 * @throws ScanError in one sentence where it cannot be read
 */
export function readChart(scan: ScanPixels, { ppi, report }: ReadingAsked = {}): ChartReading {
  report?.(0);
  const { spec, onScan } = findChart(scan);
  report?.(0.3);
  const corners = [
    [0, 0],
    [CHART_WIDTH, 0],
    [CHART_WIDTH, CHART_HEIGHT],
    [0, CHART_HEIGHT],
  ].map(([x, y]) => mapPlace(onScan, x!, y!));
  const [top, right, bottom, left] = corners.map((p, k) => distance(p, corners[(k + 1) % 4]!)) as [
    number,
    number,
    number,
    number,
  ];
  const pixels = Math.min(top / CHART_WIDTH, bottom / CHART_WIDTH, left / CHART_HEIGHT, right / CHART_HEIGHT);
  if (pixels < LEAST_PIXELS) {
    const wanted = Math.ceil((LEAST_PIXELS / pixels) * (ppi ?? pixels * MM_PER_INCH));
    throw new ScanError(
      `The chart is too small in this picture, ${pixels.toFixed(1)} pixels a mm; scan it at ${Math.max(200, wanted)} ppi or more.`,
    );
  }
  const askew = Math.max(top / bottom, bottom / top, left / right, right / left);
  const rough: LaidChart = { scan, onScan };
  const layout = chartLayout(spec.inks);
  const first = bareStock(rough, spec.inks);
  if (!first) throw new ScanError('The chart lies partly outside the picture; scan all of it.');
  const evened = (chart: LaidChart, stock: BareStock, window: Window): LinearRgb | null => {
    const light = lightIn(chart, window);
    const fall = stock.share((window.left + window.right) / 2, (window.top + window.bottom) / 2);
    return light && [light[0] / fall[0], light[1] / fall[1], light[2] / fall[2]];
  };
  const solidsOf = (chart: LaidChart, stock: BareStock) =>
    Array.from({ length: spec.inks }, (_, ink) => {
      const patch = layout.tones.find((p) => p.inks === 1 << ink && p.tone === 1)!;
      return evened(chart, stock, innerOf(patch)) ?? stock.light;
    });
  // The key ink's own dots say better than four corners where the chart lies.
  const keys = layout.dots.filter((d) => d.ink === spec.key);
  const found = dotsOf(rough, keys, first, solidsOf(rough, first)).flatMap((d) => d ?? []);
  const pairs = [
    ...CORNERS.map((from) => ({ from, to: mapPlace(onScan, ...from) })),
    ...found.map(({ dot, x, y }) => ({
      from: [dot.x, dot.y] as const,
      to: mapPlace(onScan, dot.x + x, dot.y + y),
    })),
  ];
  const chart: LaidChart = { scan, onScan: fitHomography(pairs) ?? onScan };
  const stock = bareStock(chart, spec.inks) ?? first;
  const solids = solidsOf(chart, stock);
  report?.(0.4);
  const asked = spec.twentieths / FULL_SIZE;
  const across = (top + bottom) / 2 / CHART_WIDTH;
  const measured = ppi !== undefined && askew < STRAIGHT ? (across / ppi) * MM_PER_INCH : null;
  const unit = measured ?? asked;
  const seen = dotsOf(chart, layout.dots, stock, solids);
  const landings = Array.from({ length: spec.inks }, (_, ink) =>
    landingOf(
      seen.flatMap((d) => (d && d.dot.ink === ink ? [d] : [])),
      unit,
    ),
  );
  const own = seen.flatMap((d) => (d && d.dot.ink === spec.key ? [d.x * d.x + d.y * d.y] : []));
  const bent = unit * Math.sqrt(own.reduce((sum, v) => sum + v, 0) / Math.max(1, own.length));
  report?.(0.5);
  const moved = (inks: number, x: number, y: number): readonly [number, number] => {
    const [only] = inks & (inks - 1) ? [] : [31 - Math.clz32(inks)];
    return only === undefined ? [0, 0] : (landings[only]?.at(x, y) ?? [0, 0]);
  };
  const tones = layout.tones.map((patch, k) => {
    if (k % 16 === 0) report?.(0.5 + (0.4 * k) / layout.tones.length);
    const window = movedTo(innerOf(patch), moved(patch.inks, patch.x, patch.y));
    const light = evened(chart, stock, window);
    if (!light) throw new ScanError('The chart lies partly outside the picture; scan all of it.');
    return light;
  });
  const targets = layout.targets.map((patch) => {
    const window = movedTo(innerOf(patch), moved(1 << patch.ink, patch.x, patch.y));
    const light = evened(chart, stock, window);
    return light ? shareAlong(stock.light, solids[patch.ink]!)(light) : 0;
  });
  report?.(1);
  return {
    spec,
    outline: corners,
    stock,
    tones,
    targets,
    landings,
    unit,
    size: measured === null ? null : measured / asked,
    askew,
    bent,
  };
}
