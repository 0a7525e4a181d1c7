import type { Kernels } from '../kernel/kernels.ts';
import { bytesOf } from './bytes-of.ts';
import { type InkFilter, inkTones, printedTones } from './ink-tones.ts';
import { takeWavesOut, wavesReach } from './old-waves.ts';
import type { Grid } from './scan-grid.ts';
import { bellTaps, type Padded, paddedRows, reachOf, softened } from './taps.ts';

/** Light of tones of several inks, by channel: overprints by their areas (Demichel 1924, Neugebauer 1937). */
function lightsOf(
  kernels: Kernels,
  tones: readonly Float32Array[],
  lights: Float64Array,
  count: number,
): Float32Array[] {
  const even = 4 * Math.ceil(count / 4);
  const planes = kernels.scratch('overlap-tones', 4 * even * tones.length);
  const table = kernels.scratch('overlap-lights', 4 * lights.length);
  const out = kernels.scratch('overlap-out', 12 * even);
  for (const [k, tone] of tones.entries()) kernels.f32(planes).set(tone.subarray(0, count), k * even);
  kernels.f32(table).set(lights);
  kernels.run.overlapLights(planes.ptr, tones.length, table.ptr, even, out.ptr);
  return [0, 1, 2].map((c) => kernels.f32(out).slice(c * even, c * even + count));
}

/** Light of the bytes of a grid, which are square roots of it. */
const SQUARED = Float64Array.from({ length: 256 }, (_, v) => (v / 255) ** 2);

/** Standard deviations, in cells, of what is taken from the scan everywhere, and of what is taken at edges. */
const BROAD = 0.35;
const FINE = 0.16;
/** Over how many cells it is told whether there is an edge. */
const AROUND = 0.3;
/** How much more than the middling difference from the model an edge is, and the least that counts, in light. */
const OVER = 2;
const LEAST = 0.012;

/** How well a model explains a scan. */
export interface Fit {
  /** What is fine in a picture beyond this much, mean square of light, is an edge and no noise. */
  readonly level: number;
  /** Share of what the scan has beyond its smooth tones that the model prints too. */
  readonly explained: number;
}

/** What is heard of a scan in its middle, from which its fit is told. */
interface Heard {
  readonly energies: number[];
  explained: number;
}

/**
 * The picture of rows of the grid, three bytes a pixel. The tones of the inks make a smooth picture and, through their
 * screens, a print. Where the scan differs from that print, the difference belongs to the picture: broadly everywhere, and
 * finely where it is larger than noise. Dots stand in scan and print alike and leave nothing.
 */
export function modelRows(
  kernels: Kernels,
  { planes, light }: Grid,
  printed: Float64Array,
  filters: readonly InkFilter[],
  first: number,
  count: number,
  fit: Fit,
  heard?: Heard,
): Uint8Array {
  const { width, height } = planes[0]!;
  const cell = Math.max(...filters.map((filter) => filter.cell));
  const [broad, fine] = [Math.max(0.6, BROAD * cell), Math.max(0.5, FINE * cell)];
  const room = reachOf(bellTaps(broad, 'x')) + 2 * reachOf(bellTaps(Math.max(AROUND * cell, 0.6), 'x')) + 1;
  const reach = heard ? 0 : wavesReach(cell);
  const from = Math.max(0, first - room - reach);
  const rows = Math.min(height, first + count + room + reach) - from;
  const tones = filters.map((filter, k) => inkTones(kernels, planes[k]!, filter, from, rows));
  const smooth = lightsOf(kernels, tones, printed, width * rows);
  const made = lightsOf(
    kernels,
    tones.map((plane, k) => printedTones(kernels, plane, width, from, filters[k]!)),
    printed,
    width * rows,
  );
  const off = made.map((plane, c) => {
    const scan = light[c]!.data.subarray(width * from);
    const own = new Float32Array(plane.length);
    for (let k = 0; k < own.length; k++) own[k] = SQUARED[scan[k]!]! - plane[k]!;
    return paddedRows(own, width, rows, room);
  });
  const everywhere = softened(kernels, off, broad);
  const atEdges = softened(kernels, off, fine);
  const [red, green, blue] = atEdges.map(({ data }, c) => {
    const { data: mean } = everywhere[c]!;
    for (let k = 0; k < data.length; k++) data[k]! -= mean[k]!;
    return data;
  }) as [Float32Array, Float32Array, Float32Array];
  const square = new Float32Array(red.length);
  for (let k = 0; k < square.length; k++)
    square[k] = (red[k]! * red[k]! + green[k]! * green[k]! + blue[k]! * blue[k]!) / 3;
  const [energy] = softened(kernels, [{ ...off[0]!, data: square }], Math.max(0.6, AROUND * cell)) as [Padded];
  if (heard) {
    let [beyond, left] = [0, 0];
    for (const [c, plane] of made.entries()) {
      for (const [k, v] of plane.entries()) {
        const scan = SQUARED[light[c]!.data[width * from + k]!]!;
        beyond += (scan - smooth[c]![k]!) ** 2;
        left += (scan - v) ** 2;
      }
    }
    heard.explained = beyond > 0 ? 1 - left / beyond : 1;
    for (let j = first - from; j < first - from + count; j++) {
      for (let x = 0; x < width; x += 7) heard.energies.push(energy.data[(j + room) * energy.stride + room + x]!);
    }
    return new Uint8Array(0);
  }
  // The rows that are asked for, and those that the waves in them are told by.
  const above = Math.min(first - from, reach);
  const below = Math.min(from + rows - first - count, reach);
  const shown = smooth.map((plane, c): Float32Array => {
    const own = plane.slice((first - from - above) * width, (first - from + count + below) * width);
    for (let j = 0, at = 0; j < above + count + below; j++) {
      let there = (j + first - from - above + room) * energy.stride + room;
      for (let x = 0; x < width; x++, at++, there++) {
        const e = energy.data[there]!;
        const edge = e > fit.level ? (e - fit.level) / e : 0;
        own[at]! += everywhere[c]!.data[there]! + edge * atEdges[c]!.data[there]!;
      }
    }
    return own;
  });
  const fields = filters.flatMap(({ model }) => model?.fields ?? []);
  takeWavesOut(kernels, { width, y: first - above, planes: shown }, fields, cell);
  return bytesOf(shown.map((plane) => plane.subarray(above * width, (above + count) * width)));
}

/** Rows from which the noise is told. */
const NOISE_ROWS = 192;

/** How much a scan differs from its model in the middle, where there are few edges. */
export function fitOf(kernels: Kernels, grid: Grid, printed: Float64Array, filters: readonly InkFilter[]): Fit {
  const { height } = grid.planes[0]!;
  const rows = Math.min(NOISE_ROWS, height);
  const heard: Heard = { energies: [], explained: 0 };
  modelRows(kernels, grid, printed, filters, (height - rows) >> 1, rows, { level: 0, explained: 0 }, heard);
  const { energies, explained } = heard;
  energies.sort((a, b) => a - b);
  return { level: Math.max(LEAST ** 2, OVER * (energies[energies.length >> 1] ?? 0)), explained };
}
