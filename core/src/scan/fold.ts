import type { InkPlane } from './ink-plane.ts';
import type { FittedWave } from './wave-fit.ts';

/** Places along each side of a folded cell. */
export const FOLD = 16;
/** Steps of tone that are told apart. */
export const FOLD_TONES = 9;

/** The mean cell of a screen, for each step of tone. */
export interface FoldedCell {
  /** Mean coverage 0..1, FOLD × FOLD for each tone; u runs fastest, v with the second wave. */
  readonly cells: Float64Array;
  /** Pixels behind each step of tone. */
  readonly weights: Float64Array;
  /** Mean tone of each step. */
  readonly tones: Float64Array;
  /** Root of the mean square by which pixels differ from the mean cell, where that is an edge: 0..1. */
  readonly ragged: number;
  /** Coverage of single cells, one after the other. */
  readonly coverages: Float64Array;
}

/** Sums over rectangles of a plane. */
function integral({ width, height, data }: InkPlane): Float64Array {
  const out = new Float64Array((width + 1) * (height + 1));
  for (let y = 0; y < height; y++) {
    let row = 0;
    for (let x = 0; x < width; x++) {
      row += data[y * width + x]!;
      out[(y + 1) * (width + 1) + x + 1] = out[y * (width + 1) + x + 1]! + row;
    }
  }
  return out;
}

/** Sums over single cells, which are numbered by the whole cycles of both waves. */
class CellSums {
  private readonly left: number;
  private readonly top: number;
  private readonly across: number;
  private readonly sums: Float64Array;
  private readonly counts: Int32Array;

  constructor({ width, height }: InkPlane, first: FittedWave, second: FittedWave) {
    const ends = [first, second].map(({ at, phase }) => {
      const corners = [0, width].flatMap((x) => [0, height].map((y) => Math.floor(at[0] * x + at[1] * y + phase)));
      return [Math.min(...corners) - 1, Math.max(...corners) + 2] as const;
    }) as [readonly [number, number], readonly [number, number]];
    [this.left, this.top] = [ends[0][0], ends[1][0]];
    this.across = ends[0][1] - this.left;
    this.sums = new Float64Array(this.across * (ends[1][1] - this.top));
    this.counts = new Int32Array(this.sums.length);
  }

  add(i: number, j: number, value: number): void {
    const at = (j - this.top) * this.across + i - this.left;
    this.sums[at]! += value;
    this.counts[at]!++;
  }

  /** Coverage 0..1 of the cells that lie inside with more than so many pixels. */
  coverages(least: number): Float64Array {
    return this.sums.map((sum, k) => sum / this.counts[k]! / 255).filter((_, k) => this.counts[k]! > least);
  }
}

/**
 * Lays all cells of a plane on each other, by the phases of one or two waves. Coverages of single cells take time, and are
 * left out where they are not asked for.
 */
export function foldCells(plane: InkPlane, waves: readonly FittedWave[], withCoverages = true): FoldedCell {
  const { width, height, data } = plane;
  const sums = integral(plane);
  const [first, second] = waves as [FittedWave, FittedWave | undefined];
  const cell = 1 / Math.hypot(...first.at);
  const reach = Math.max(3, Math.round(cell * (second ? 1 : 1.5)));
  const box = (x0: number, y0: number, x1: number, y1: number) => {
    const w = width + 1;
    return sums[y1 * w + x1]! - sums[y0 * w + x1]! - sums[y1 * w + x0]! + sums[y0 * w + x0]!;
  };
  const size = FOLD * FOLD;
  const cells = new Float64Array(FOLD_TONES * size);
  const squares = new Float64Array(FOLD_TONES * size);
  const counts = new Float64Array(FOLD_TONES * size);
  const toneSums = new Float64Array(FOLD_TONES);
  const across = Math.ceil(width / 4);
  // The tone of a place, on a grid of four pixels; uneven places are left out.
  const toneAt = new Int8Array(across * Math.ceil(height / 4)).fill(-1);
  for (let y = reach; y < height - reach; y += 4) {
    for (let x = reach; x < width - reach; x += 4) {
      const area = (2 * reach) ** 2 * 255;
      const tone = box(x - reach, y - reach, x + reach, y + reach) / area;
      const left = box(x - reach, y - reach, x, y + reach) / (area / 2);
      const top = box(x - reach, y - reach, x + reach, y) / (area / 2);
      if (Math.abs(left - tone) > 0.09 || Math.abs(top - tone) > 0.09 || tone < 0.015 || tone > 0.985) continue;
      toneAt[(y >> 2) * across + (x >> 2)] = Math.min(FOLD_TONES - 1, Math.floor(tone * FOLD_TONES));
      toneSums[Math.min(FOLD_TONES - 1, Math.floor(tone * FOLD_TONES))]! += tone;
    }
  }
  const tonePlaces = new Float64Array(FOLD_TONES);
  for (const t of toneAt) if (t >= 0) tonePlaces[t]!++;
  const cellSums = withCoverages && second ? new CellSums(plane, first, second) : null;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const p = first.at[0] * x + first.at[1] * y + first.phase;
      const q = second ? second.at[0] * x + second.at[1] * y + second.phase : 0;
      const [i, j] = [Math.floor(p), Math.floor(q)];
      const v = data[y * width + x]!;
      if (cellSums && (x & 1) === 0) cellSums.add(i, j, v);
      const t = toneAt[(y >> 2) * across + (x >> 2)]!;
      if (t < 0) continue;
      const at = t * size + Math.floor((q - j) * FOLD) * FOLD + Math.floor((p - i) * FOLD);
      cells[at]! += v / 255;
      squares[at]! += (v / 255) ** 2;
      counts[at]!++;
    }
  }
  const weights = new Float64Array(FOLD_TONES);
  let edges = 0;
  let rough = 0;
  for (let at = 0; at < cells.length; at++) {
    const n = counts[at]!;
    weights[Math.floor(at / size)]! += n;
    if (n === 0) continue;
    cells[at]! /= n;
    const mean = cells[at]!;
    if (mean > 0.3 && mean < 0.7) {
      edges += n;
      rough += squares[at]! - n * mean * mean;
    }
  }
  const whole = 0.7 * (cell * cell) * 0.5;
  return {
    cells,
    weights,
    tones: toneSums.map((sum, t) => sum / (tonePlaces[t] || 1)),
    ragged: edges > 0 ? Math.sqrt(rough / edges) : 0,
    coverages: cellSums ? cellSums.coverages(whole) : new Float64Array(0),
  };
}

/** How far the phase of the first (0) or second wave (1) of a folded cell runs ahead at each step of tone, in cycles. */
export function phaseByTone({ cells, weights }: FoldedCell, wave: 0 | 1): Float64Array {
  const total = weights.reduce((a, b) => a + b, 0);
  const sums = Array.from({ length: FOLD_TONES }, (_, t) => {
    let [a, b] = [0, 0];
    for (let j = 0; j < FOLD; j++) {
      for (let i = 0; i < FOLD; i++) {
        const turn = (2 * Math.PI * ((wave === 0 ? i : j) + 0.5)) / FOLD;
        const v = cells[(t * FOLD + j) * FOLD + i]!;
        a += v * Math.cos(turn);
        b += v * Math.sin(turn);
      }
    }
    return [a, b] as const;
  });
  return Float64Array.from(sums, ([a, b], t) => (weights[t]! < 0.01 * total ? 0 : -Math.atan2(b, a) / (2 * Math.PI)));
}
