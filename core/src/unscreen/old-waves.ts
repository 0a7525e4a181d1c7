import type { Kernels, Scratch } from '../kernel/kernels.ts';
import { type PhaseField, phasePieces, PIECE } from './phase-field.ts';
import { bellTaps, reachOf } from './taps.ts';

/** Some rows of a picture in three planes, from row y of the whole on. */
export interface PlaneRows {
  readonly width: number;
  readonly y: number;
  readonly planes: readonly Float32Array[];
}

/** Nodes along the side of a cell. */
const NODES = 1.5;
/** Standard deviation, in cells, of the bell in which a wave is told from the picture. */
const BELL = 2;

const stepOf = (cell: number): number => Math.max(2, Math.round(cell / NODES));
const bellOf = (cell: number) => (axis: 'x' | 'y') => bellTaps((BELL * cell) / stepOf(cell), axis);

/** Rows above and below that what is left of some rows depends on. */
export const wavesReach = (cell: number): number => stepOf(cell) * (reachOf(bellOf(cell)('y')) + 2);

/**
 * Takes the waves of old screens out of rows of a picture, in place: each wave is told from the picture in a bell of two
 * cells, where the picture itself has hardly any of it. What is broader than a wave would be taken for it, and is set aside
 * meanwhile. `fields`: the phases of the waves; `cell`: pixels of the widest cell.
 */
export function takeWavesOut(
  kernels: Kernels,
  { width, y, planes }: PlaneRows,
  fields: readonly PhaseField[],
  cell: number,
): void {
  const { run } = kernels;
  const rows = planes[0]!.length / width;
  const step = stepOf(cell);
  const taps = [bellOf(cell)('x'), bellOf(cell)('y')];
  const room = reachOf(taps[0]!);
  // Nodes stand at the same places of the whole picture, whichever rows are asked for.
  const top = Math.floor(y / step);
  const across = Math.max(2, Math.ceil(width / step));
  const down = Math.max(2, Math.ceil((y + rows) / step) - top);
  const stride = across + 2 * room;
  const size = stride * (down + 2 * room);
  const inner = room * stride + room;
  const count = size - 2 * inner;
  const floats = (name: string, length: number) => kernels.scratch(`waves-${name}`, 4 * length + 64);
  const picture = planes.map((_, c) => floats(`plane-${c}`, width * rows));
  const [re, im] = [0, 1].map((k) => planes.map((_, c) => floats(`nodes-${k}-${c}`, size))) as [Scratch[], Scratch[]];
  const half = floats('half', size);
  const weights = floats('weights', size);
  const [cosines, sines] = [floats('cosines', width * rows), floats('sines', width * rows)];
  const mixed = floats('mixed', 2 * across);
  const ends = Math.max(1, ...fields.map((f) => Math.ceil(width / f.step) + 1));
  const pieces = kernels.scratch('waves-pieces', 8 * PIECE * ends);
  const bells = taps.map((list, k) => ({
    taps: list.length,
    offsets: floats(`offsets-${k}`, list.length),
    weights: floats(`bell-${k}`, list.length),
  }));
  // Nothing grows the kernels' memory from here on, so that views of it stay good.
  for (const [k, bell] of bells.entries()) {
    kernels.i32(bell.offsets).set(taps[k]!.map(({ dx, dy }) => 4 * (dy * stride + dx)));
    kernels.f32(bell.weights).set(taps[k]!.map(({ weight }) => weight));
  }
  for (const [c, plane] of planes.entries()) kernels.f32(picture[c]!).set(plane);
  const clear = (nodes: Scratch) => void kernels.f32(nodes).fill(0);
  const nodeRow = (j: number): number => 4 * (inner + (Math.floor((y + j) / step) - top) * stride);
  const line = (j: number): number => 4 * j * width;
  /** Sums of one plane times the wave at hand, by nodes. */
  const summed = (c: number): void => {
    clear(re[c]!);
    clear(im[c]!);
    for (let j = 0; j < rows; j++) {
      const at = line(j);
      run.waveSums(
        picture[c]!.ptr + at,
        cosines.ptr + at,
        sines.ptr + at,
        width,
        step,
        re[c]!.ptr + nodeRow(j),
        im[c]!.ptr + nodeRow(j),
      );
    }
  };
  /** Nodes through the bell, in place. */
  const belled = (nodes: Scratch): void => {
    clear(half);
    const [x, y1] = bells as [(typeof bells)[number], (typeof bells)[number]];
    // Columns of room stay bare: rows of nodes are summed across first, and then down.
    run.tapSums(nodes.ptr + 4 * inner, x.offsets.ptr, x.weights.ptr, x.taps, count, half.ptr + 4 * inner);
    run.tapSums(half.ptr + 4 * inner, y1.offsets.ptr, y1.weights.ptr, y1.taps, count, nodes.ptr + 4 * inner);
  };
  const even = (nodes: Scratch): void => {
    const [values, by] = [kernels.f32(nodes), kernels.f32(weights)];
    for (let j = 0; j < down; j++) {
      for (let k = inner + j * stride, end = k + across; k < end; k++) values[k]! /= by[k]!;
    }
  };
  /** Takes twice the wave at hand off a plane, as strong as its nodes say. */
  const off = (c: number): void => {
    for (let j = 0; j < rows; j++) {
      const v = Math.min(down - 1, Math.max(0, (y + j + 0.5) / step - 0.5 - top));
      const upper = Math.min(down - 2, Math.floor(v));
      const at = line(j);
      const node = 4 * (inner + upper * stride);
      run.waveOff(
        picture[c]!.ptr + at,
        cosines.ptr + at,
        sines.ptr + at,
        width,
        step,
        re[c]!.ptr + node,
        im[c]!.ptr + node,
        4 * stride,
        v - upper,
        across,
        mixed.ptr,
      );
    }
  };
  const wave = (cosine: number): void => {
    kernels.f32(cosines).fill(cosine);
    kernels.f32(sines).fill(0);
  };
  // How many pixels each node has, through the same bell.
  wave(1);
  clear(weights);
  for (let j = 0; j < rows; j++) {
    const at = line(j);
    run.waveSums(cosines.ptr + at, cosines.ptr, sines.ptr, width, step, weights.ptr + nodeRow(j), half.ptr);
  }
  belled(weights);
  const broad = planes.map((_, c) => {
    summed(c);
    belled(re[c]!);
    even(re[c]!);
    return kernels.f32(re[c]!).slice(0, size);
  });
  wave(0.5);
  for (const c of planes.keys()) off(c);
  for (const field of fields) {
    for (let j = 0; j < rows; j++) {
      const length = phasePieces(field, y + j, width, kernels.f64(pieces));
      run.waveTrig(pieces.ptr, length, cosines.ptr + line(j), sines.ptr + line(j));
    }
    for (const c of planes.keys()) {
      summed(c);
      for (const nodes of [re[c]!, im[c]!]) {
        belled(nodes);
        even(nodes);
      }
      off(c);
    }
  }
  wave(-0.5);
  for (const [c, plane] of planes.entries()) {
    kernels.f32(re[c]!).set(broad[c]!);
    clear(im[c]!);
    off(c);
    plane.set(kernels.f32(picture[c]!).subarray(0, width * rows));
  }
}
