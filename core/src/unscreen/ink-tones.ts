import type { Kernels } from '../kernel/kernels.ts';
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
    const to = j * stride + room;
    for (let i = 0; i < width; i++) out[to + i] = data[row + i]! / 255;
    for (let i = 1; i <= room; i++) {
      out[to - i] = data[row + mirrored(-i, width)]! / 255;
      out[to + width - 1 + i] = data[row + mirrored(width - 1 + i, width)]! / 255;
    }
  }
  return { stride, rows: rows + 2 * room, data: out };
}

/** Coverage that a screen prints of tones, for rows of a plane from row y on; without a screen, the tones themselves. */
export function printedTones(
  kernels: Kernels,
  tones: Float32Array,
  width: number,
  y: number,
  { model }: InkFilter,
): Float32Array {
  if (!model) return tones;
  const rows = tones.length / width;
  const { cells, fields } = model;
  const [first, second] = fields as [PhaseField, PhaseField?];
  const table = kernels.scratch('print-cells', 4 * cells.length);
  const row = (name: string) => kernels.scratch(`print-${name}`, 4 * width);
  const [asked, p, q, out] = [row('tones'), row('p'), row('q'), row('out')];
  kernels.f32(table).set(cells);
  const [askedRow, pRow, qRow, outRow] = [asked, p, q, out].map((block) => kernels.f32(block).subarray(0, width)) as [
    Float32Array,
    Float32Array,
    Float32Array,
    Float32Array,
  ];
  const printed = new Float32Array(tones.length);
  qRow.fill(0);
  for (let j = 0; j < rows; j++) {
    askedRow.set(tones.subarray(j * width, (j + 1) * width));
    phasesOf(first, 0, y + j, width, pRow);
    if (second) phasesOf(second, 0, y + j, width, qRow);
    kernels.run.printTones(asked.ptr, p.ptr, q.ptr, table.ptr, MODEL_TONES, width, out.ptr);
    printed.set(outRow, j * width);
  }
  return printed;
}

/** Tones 0..1 of an ink over rows of its plane: the mean over its cells of the places where the ink can be seen. */
export function inkTones(kernels: Kernels, plane: SeenPlane, filter: InkFilter, y: number, rows: number): Float32Array {
  const room = haloOf(filter);
  const band = padded(plane, plane.data, y, rows, room);
  const { data: seen } = padded(plane, plane.seen, y, rows, room);
  const { stride } = band;
  const { data } = band;
  for (let k = 0; k < data.length; k++) data[k]! *= seen[k]!;
  const sum = through(kernels, band, filter.smooth);
  const weight = through(kernels, { ...band, data: seen }, filter.smooth);
  const out = new Float32Array(plane.width * rows);
  for (let j = 0, k = 0; j < rows; j++) {
    for (let x = 0, at = (j + room) * stride + room; x < plane.width; x++, k++, at++)
      out[k] = sum[at]! / (weight[at]! + 1e-6);
  }
  return out;
}
