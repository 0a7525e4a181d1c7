import type { LinearRgb } from '../colour/srgb.ts';
import { chartLayout } from '../chart/chart-layout.ts';
import { CHART_HEIGHT, CHART_WIDTH } from '../chart/chart-spec.ts';
import { type LaidChart, lightIn, windowAbout } from './chart-windows.ts';
import { leastSquares } from './homography.ts';

/** The bare stock of a chart. */
export interface BareStock {
  /** Its mean light. */
  readonly light: LinearRgb;
  /** Standard deviation of its places about that light, evened, as a share of it. */
  readonly noise: number;
  /** How much of the mean light of bare stock falls on a place, channel by channel. */
  share(x: number, y: number): LinearRgb;
}

/** Terms of a curved plane over the chart. */
function terms(x: number, y: number): number[] {
  const [u, v] = [(2 * x) / CHART_WIDTH - 1, (2 * y) / CHART_HEIGHT - 1];
  return [1, u, v, u * u, u * v, v * v];
}

/** Stock darker than this says nothing of how the light falls. */
const DARK = 0.05;
/** Places off by more than this share are dirt, or an ink that landed there. */
const OFF = 0.06;

const EVEN: LinearRgb = [1, 1, 1];

/**
 * Bare stock measured in the gaps of a chart, and how the light falls on it: a curved plane by least squares, without the
 * places that lie off it. Null where no gap can be seen.
 */
export function bareStock(chart: LaidChart, inks: number): BareStock | null {
  const read = chartLayout(inks).bare.flatMap(([x, y]) => {
    const light = lightIn(chart, windowAbout(x, y, 2.5, 0.4));
    return light ? [{ x, y, light }] : [];
  });
  if (read.length < 12) return null;
  const median = (c: number): number => read.map((r) => r.light[c]!).sort((a, b) => a - b)[read.length >> 1]!;
  const middle = [median(0), median(1), median(2)] as const;
  if (Math.max(...middle) < DARK) return { light: middle, noise: 0, share: () => EVEN };
  let good = read;
  let planes: (Float64Array | null)[] = [];
  for (let round = 0; round < 3; round++) {
    planes = [0, 1, 2].map((c) =>
      leastSquares(
        good.map(({ x, y }) => terms(x, y)),
        good.map(({ light }) => light[c]!),
      ),
    );
    if (planes.some((plane) => plane === null)) return { light: middle, noise: 0, share: () => EVEN };
    const kept = read.filter((r) => offOf(r, planes as Float64Array[]) < OFF);
    if (kept.length < 12) break;
    good = kept;
  }
  const at = (x: number, y: number) =>
    planes.map((plane) => terms(x, y).reduce((sum, t, k) => sum + t * plane![k]!, 0)) as [number, number, number];
  const mean = [0, 1, 2].map((c) => good.reduce((sum, r) => sum + at(r.x, r.y)[c]!, 0) / good.length);
  const offs = good.map((r) => offOf(r, planes as Float64Array[]));
  return {
    light: mean as [number, number, number],
    noise: Math.sqrt(offs.reduce((sum, v) => sum + v * v, 0) / offs.length),
    share(x, y) {
      const light = at(x, y);
      return [light[0] / mean[0]!, light[1] / mean[1]!, light[2] / mean[2]!];
    },
  };
}

/** How far a place lies off the planes, as a share of their light: the mean of the channels. */
function offOf(
  { x, y, light }: { readonly x: number; readonly y: number; readonly light: LinearRgb },
  planes: readonly Float64Array[],
): number {
  const t = terms(x, y);
  let sum = 0;
  for (let c = 0; c < 3; c++) {
    const plane = t.reduce((s, v, k) => s + v * planes[c]![k]!, 0);
    sum += Math.abs(light[c]! - plane) / Math.max(0.02, plane);
  }
  return sum / 3;
}
