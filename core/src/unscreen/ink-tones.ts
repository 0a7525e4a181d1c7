import { FOLD } from '../scan/fold.ts';
import type { InkPlane } from '../scan/ink-plane.ts';
import { type CellModel, MODEL_TONES } from './cell-model.ts';
import { type PhaseField, phasesOf } from './phase-field.ts';
import { bellTaps, lineTaps, mirrored, type Padded, reachOf, type Tap, through } from './taps.ts';

/** A plane, and how well its ink can be seen at each place: 0..255. */
export interface SeenPlane extends InkPlane {
  readonly seen: Uint8Array;
}

/** How the tones of an ink are told from its plane. */
export interface InkFilter {
  /** Means over one cell, one after the other. */
  readonly smooth: readonly (readonly Tap[])[];
  /** The screen, for what is finer than a cell; null of grain, which tells nothing of it. */
  readonly model: { readonly cells: CellModel; readonly fields: readonly PhaseField[] } | null;
  /** Pixels of a cell. */
  readonly cell: number;
}

/** Standard deviation, in cells, of the second mean: it takes out what is left of dots, also of those of other inks. */
const OTHERS = 0.4;

/** The filter of a regular screen: means along the sides of its cells, or across its lines. */
export function screenFilter(fields: readonly PhaseField[], cells: CellModel): InkFilter {
  const [a, b] = fields.map(({ wave }) => wave.at) as [readonly [number, number], (readonly [number, number])?];
  const vectors: (readonly [number, number])[] = [];
  if (b) {
    const det = a[0] * b[1] - a[1] * b[0];
    vectors.push([b[1] / det, -b[0] / det], [-a[1] / det, a[0] / det]);
  } else {
    const square = a[0] ** 2 + a[1] ** 2;
    vectors.push([a[0] / square, a[1] / square]);
  }
  const cell = 1 / Math.hypot(...a);
  const rest = [bellTaps(OTHERS * cell, 'x'), bellTaps(OTHERS * cell, 'y')];
  return { smooth: [...vectors.map(([x, y]) => lineTaps(x, y)), ...rest], model: { cells, fields }, cell };
}

/** The filter of grain of a size in pixels. */
export const grainFilter = (size: number): InkFilter => ({
  smooth: [bellTaps(1.1 * size, 'x'), bellTaps(1.1 * size, 'y')],
  model: null,
  cell: size,
});

/** Rows beyond an area that its tones depend on. */
const haloOf = ({ smooth }: InkFilter): number => smooth.reduce((sum, taps) => sum + reachOf(taps), 1);

/** Rows y .. y + rows − 1 of bytes with room around them, mirrored at their edges, as shares. */
function padded({ width, height }: InkPlane, data: Uint8Array, y: number, rows: number, room: number): Padded {
  const stride = width + 2 * room;
  const out = new Float32Array(stride * (rows + 2 * room));
  for (let j = 0; j < rows + 2 * room; j++) {
    const row = mirrored(y - room + j, height) * width;
    for (let i = 0; i < stride; i++) out[j * stride + i] = data[row + mirrored(i - room, width)]! / 255;
  }
  return { stride, rows: rows + 2 * room, data: out };
}

/** Coverage that a screen prints of tones, for rows of a plane from row y on; without a screen, the tones themselves. */
export function printedTones(tones: Float32Array, width: number, y: number, { model }: InkFilter): Float32Array {
  if (!model) return tones;
  const stride = width;
  const rows = tones.length / width;
  const out = new Float32Array(tones.length);
  const { cells, fields } = model;
  const [first, second] = fields as [PhaseField, PhaseField?];
  const p = new Float32Array(stride);
  const q = new Float32Array(stride);
  const size = FOLD * FOLD;
  for (let j = 0; j < rows; j++) {
    phasesOf(first, 0, y + j, stride, p);
    if (second) phasesOf(second, 0, y + j, stride, q);
    for (let i = 0, k = j * stride; i < stride; i++, k++) {
      const tone = Math.min(0.9999, Math.max(0, tones[k]!)) * (MODEL_TONES - 1);
      const t = Math.floor(tone);
      const u = (p[i]! - Math.floor(p[i]!)) * FOLD + FOLD - 0.5;
      const v = (q[i]! - Math.floor(q[i]!)) * FOLD + FOLD - 0.5;
      const [u0, v0] = [Math.floor(u), Math.floor(v)];
      const [du, dv] = [u - u0, v - v0];
      const [a, b] = [u0 & (FOLD - 1), (u0 + 1) & (FOLD - 1)];
      const [c, d] = [(v0 & (FOLD - 1)) * FOLD, ((v0 + 1) & (FOLD - 1)) * FOLD];
      const low = t * size;
      const high = low + size;
      const below =
        (cells[low + c + a]! * (1 - du) + cells[low + c + b]! * du) * (1 - dv) +
        (cells[low + d + a]! * (1 - du) + cells[low + d + b]! * du) * dv;
      const above =
        (cells[high + c + a]! * (1 - du) + cells[high + c + b]! * du) * (1 - dv) +
        (cells[high + d + a]! * (1 - du) + cells[high + d + b]! * du) * dv;
      out[k] = below + (tone - t) * (above - below);
    }
  }
  return out;
}

/** Tones 0..1 of an ink over rows of its plane: the mean over its cells of the places where the ink can be seen. */
export function inkTones(plane: SeenPlane, filter: InkFilter, y: number, rows: number): Float32Array {
  const room = haloOf(filter);
  const band = padded(plane, plane.data, y, rows, room);
  const { data: seen } = padded(plane, plane.seen, y, rows, room);
  const { stride } = band;
  const as = (data: Float32Array): Padded => ({ ...band, data });
  let weight: Float32Array = seen;
  let sum: Float32Array = band.data.map((v, k) => v * seen[k]!);
  for (const taps of filter.smooth) {
    sum = through(as(sum), taps, new Float32Array(sum.length));
    weight = through(as(weight), taps, new Float32Array(sum.length));
  }
  const out = new Float32Array(plane.width * rows);
  for (let j = 0, k = 0; j < rows; j++) {
    for (let x = 0, at = (j + room) * stride + room; x < plane.width; x++, k++, at++)
      out[k] = sum[at]! / (weight[at]! + 1e-6);
  }
  return out;
}
