import type { InkPlane } from '../scan/ink-plane.ts';
import type { FittedWave } from '../scan/wave-fit.ts';

/** How far a wave runs ahead of an even one, place by place: paper stretches, and scanners do not move evenly. */
export interface PhaseField {
  readonly wave: FittedWave;
  /** Pixels between two nodes. */
  readonly step: number;
  readonly across: number;
  readonly down: number;
  /** Cycles at each node, neighbours less than half a cycle apart. */
  readonly ahead: Float32Array;
}

/** Cells along each side of a square in which the phase is measured. */
const CELLS = 8;
/** Rounds in which phases are taken from neighbours. */
const ROUNDS = 3;

/** Follows a wave through a plane. */
export function phaseField({ width, height, data }: InkPlane, wave: FittedWave): PhaseField {
  const step = Math.max(16, Math.round(CELLS / Math.hypot(...wave.at)));
  const across = Math.max(2, Math.ceil(width / step) + 1);
  const down = Math.max(2, Math.ceil(height / step) + 1);
  let re: Float64Array = new Float64Array(across * down);
  let im: Float64Array = new Float64Array(across * down);
  const [fx, fy] = wave.at;
  // Each pixel counts for its nearest node; nodes stand at whole steps from the top left.
  const cosines = Float64Array.from({ length: width }, (_, x) => Math.cos(2 * Math.PI * fx * x));
  const sines = Float64Array.from({ length: width }, (_, x) => Math.sin(2 * Math.PI * fx * x));
  for (let y = 0; y < height; y++) {
    const turn = 2 * Math.PI * (fy * y + wave.phase);
    const [c, s] = [Math.cos(turn), Math.sin(turn)];
    const row = Math.round(y / step) * across;
    for (let i = 0; i < across; i++) {
      const from = Math.max(0, Math.ceil((i - 0.5) * step));
      const to = Math.min(width, Math.ceil((i + 0.5) * step));
      let [a, b] = [0, 0];
      for (let x = from; x < to; x++) {
        const v = data[y * width + x]!;
        a += v * cosines[x]!;
        b += v * sines[x]!;
      }
      re[row + i]! += a * c - b * s;
      im[row + i]! -= a * s + b * c;
    }
  }
  for (let round = 0; round < ROUNDS; round++) [re, im] = [spread(re, across, down), spread(im, across, down)];
  const ahead = new Float32Array(across * down);
  for (let k = 0; k < ahead.length; k++) {
    const phase = Math.atan2(im[k]!, re[k]!) / (2 * Math.PI);
    const before = k % across > 0 ? ahead[k - 1]! : k >= across ? ahead[k - across]! : 0;
    ahead[k] = phase - Math.round(phase - before);
  }
  return { wave, step, across, down, ahead };
}

/** Each node with a share of its neighbours: flat places, which have no phase, take that of the dots about them. */
function spread(values: Float64Array, across: number, down: number): Float64Array {
  const out = new Float64Array(values.length);
  for (let j = 0; j < down; j++) {
    for (let i = 0; i < across; i++) {
      let sum = 0;
      for (let v = -1; v <= 1; v++) {
        for (let u = -1; u <= 1; u++) {
          const x = Math.min(across - 1, Math.max(0, i + u));
          const y = Math.min(down - 1, Math.max(0, j + v));
          sum += values[y * across + x]! * (2 - Math.abs(u)) * (2 - Math.abs(v));
        }
      }
      out[j * across + i] = sum / 16;
    }
  }
  return out;
}

/** How far a wave runs ahead at the nodes of its field over row y, by the number of the node from the left. */
function nodesOfRow({ step, across, down, ahead }: PhaseField, y: number): (node: number) => number {
  const v = Math.min(down - 1.001, Math.max(0, y / step));
  const row = Math.floor(v);
  return (node) => {
    const at = row * across + Math.min(across - 1, node);
    return ahead[at]! + (v - row) * (ahead[at + across]! - ahead[at]!);
  };
}

/** Writes the phase of a wave for `count` pixels of a row from x on: whole where the wave is highest. */
export function phasesOf(field: PhaseField, x: number, y: number, count: number, out: Float32Array): void {
  const { wave, step } = field;
  const node = nodesOfRow(field, y);
  // Between two nodes of a row the phase runs evenly.
  for (let k = 0; k < count; ) {
    const i = Math.floor((x + k) / step);
    const end = Math.min(count, (i + 1) * step - x);
    const [first, last] = [node(i), node(i + 1)];
    const slope = wave.at[0] + (last - first) / step;
    const start = wave.at[1] * y + wave.phase + first - (last - first) * i;
    for (; k < end; k++) out[k] = start + slope * (x + k);
  }
}

/** Doubles of each piece of `phasePieces`. */
export const PIECE = 5;

/**
 * The same phase as pieces in which it runs evenly, as the kernels take it: pixels, cosine and sine of the first one, and of
 * the step to the next. Returns how many there are.
 */
export function phasePieces(field: PhaseField, y: number, count: number, out: Float64Array): number {
  const { wave, step } = field;
  const node = nodesOfRow(field, y);
  let pieces = 0;
  for (let x = 0, i = 0; x < count; x += step, i++, pieces++) {
    const slope = (node(i + 1) - node(i)) / step;
    const first = 2 * Math.PI * (wave.at[0] * x + wave.at[1] * y + wave.phase + node(i));
    const next = 2 * Math.PI * (wave.at[0] + slope);
    out.set(
      [Math.min(step, count - x), Math.cos(first), Math.sin(first), Math.cos(next), Math.sin(next)],
      PIECE * pieces,
    );
  }
  return pieces;
}
