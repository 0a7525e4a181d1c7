import type { ChartBox } from '../chart/chart-layout.ts';
import { LIGHT_OF_BYTE } from '../colour/srgb.ts';
import type { LinearRgb } from '../colour/srgb.ts';
import type { ScanPixels } from '../scan/pixels.ts';
import { type Homography, inverted, mapPlace } from './homography.ts';

/** A window of a chart, in its units. */
export interface Window {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Patches are read so far within their edges. */
const INSET = 1.2;

/** The part of a patch that is read. */
export const innerOf = ({ x, y, width, height }: ChartBox): Window => ({
  left: x + INSET,
  top: y + INSET,
  right: x + width - INSET,
  bottom: y + height - INSET,
});

/** A scan and where the chart lies in it. */
export interface LaidChart {
  readonly scan: ScanPixels;
  /** From units of the chart to pixels of the scan. */
  readonly onScan: Homography;
}

/** Takes a pixel: its place on the chart, and where its three bytes are. */
type Visit = (x: number, y: number, at: number) => void;

/** Visits all pixels of a scan whose middles lie in a window of the chart. */
export function visitWindow({ scan, onScan }: LaidChart, window: Window, visit: Visit): void {
  const { left, top, right, bottom } = window;
  const corners = [
    mapPlace(onScan, left, top),
    mapPlace(onScan, right, top),
    mapPlace(onScan, right, bottom),
    mapPlace(onScan, left, bottom),
  ];
  const back = inverted(onScan);
  const x0 = Math.max(0, Math.floor(Math.min(...corners.map((c) => c[0]))));
  const x1 = Math.min(scan.width, Math.ceil(Math.max(...corners.map((c) => c[0]))));
  const y0 = Math.max(0, Math.floor(Math.min(...corners.map((c) => c[1]))));
  const y1 = Math.min(scan.height, Math.ceil(Math.max(...corners.map((c) => c[1]))));
  for (let py = y0; py < y1; py++) {
    for (let px = x0; px < x1; px++) {
      const [x, y] = mapPlace(back, px + 0.5, py + 0.5);
      if (x >= left && x < right && y >= top && y < bottom) visit(x, y, 3 * (py * scan.width + px));
    }
  }
}

/** Mean linear light of a window; null where no pixel lies in it. */
export function lightIn(chart: LaidChart, window: Window): LinearRgb | null {
  const { rgb } = chart.scan;
  let [r, g, b, n] = [0, 0, 0, 0];
  visitWindow(chart, window, (_x, _y, at) => {
    r += LIGHT_OF_BYTE[rgb[at]!]!;
    g += LIGHT_OF_BYTE[rgb[at + 1]!]!;
    b += LIGHT_OF_BYTE[rgb[at + 2]!]!;
    n++;
  });
  return n === 0 ? null : [r / n / 65535, g / n / 65535, b / n / 65535];
}

/** A window about a place, so far to each side. */
export const windowAbout = (x: number, y: number, across: number, down = across): Window => ({
  left: x - across,
  top: y - down,
  right: x + across,
  bottom: y + down,
});

/** Middle of a shape in a window: `share` is how much of a pixel belongs to it; null where less than `least` of it is there. */
export function middleIn(
  chart: LaidChart,
  window: Window,
  share: (at: number) => number,
): { readonly x: number; readonly y: number; readonly area: number } | null {
  let [sum, sx, sy, n] = [0, 0, 0, 0];
  visitWindow(chart, window, (x, y, at) => {
    const w = share(at);
    n++;
    if (w <= 0) return;
    sum += w;
    sx += w * x;
    sy += w * y;
  });
  if (sum <= 0) return null;
  const each = ((window.right - window.left) * (window.bottom - window.top)) / n;
  return { x: sx / sum, y: sy / sum, area: sum * each };
}

/** Linear light of each byte of a scan, 0..1. */
export const LIGHT: Float64Array = Float64Array.from(LIGHT_OF_BYTE, (v) => v / 65535);

/** Below so much, what a pixel has of an ink counts as noise. */
const NOISE = 0.15;

/** How much of a pixel is inked, for middles and areas of solid marks. */
export const inked = (share: number): number => (share < NOISE ? 0 : Math.min(1, share));
