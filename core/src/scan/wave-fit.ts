import type { InkPlane } from './ink-plane.ts';
import type { Vector } from './lattices.ts';

/** A wave as it runs through a whole plane. */
export interface FittedWave {
  /** Cycles a pixel across and down. */
  readonly at: Vector;
  /** Phase at the top left of the plane, in cycles: the wave is highest where phase + at · place is whole. */
  readonly phase: number;
  /** Mean height over the plane, in shares of full coverage. */
  readonly amplitude: number;
  /** 0..1: 1 where the wave keeps step over all of the plane. */
  readonly coherence: number;
}

/** Sums of a plane against a wave, block by block. */
interface WaveBlocks {
  readonly side: number;
  readonly across: number;
  readonly down: number;
  readonly re: Float64Array;
  readonly im: Float64Array;
  /** Mean coverage, 0..1. */
  readonly tones: Float64Array;
}

/** How far the phase of a wave runs ahead at steps of tone from 0 to 1, in cycles: of shapes that grow to one side. */
export type PhaseByTone = ArrayLike<number>;

function wavesInBlocks({ width, height, data }: InkPlane, [fx, fy]: Vector, side: number): WaveBlocks {
  const across = Math.floor(width / side);
  const down = Math.floor(height / side);
  const re = new Float64Array(across * down);
  const im = new Float64Array(across * down);
  const tones = new Float64Array(across * down);
  const wave = new Float64Array(2 * across * side);
  for (let x = 0; x < across * side; x++) {
    wave[2 * x] = Math.cos(2 * Math.PI * fx * x);
    wave[2 * x + 1] = -Math.sin(2 * Math.PI * fx * x);
  }
  for (let y = 0; y < down * side; y++) {
    const [c, s] = [Math.cos(2 * Math.PI * fy * y), -Math.sin(2 * Math.PI * fy * y)];
    const row = Math.floor(y / side) * across;
    for (let i = 0; i < across; i++) {
      let a = 0;
      let b = 0;
      let sum = 0;
      for (let x = i * side, k = y * width + x; x < (i + 1) * side; x++, k++) {
        const v = data[k]!;
        sum += v;
        a += v * wave[2 * x]!;
        b += v * wave[2 * x + 1]!;
      }
      tones[row + i]! += sum / (255 * side * side);
      re[row + i]! += a * c - b * s;
      im[row + i]! += a * s + b * c;
    }
  }
  return { side, across, down, re, im, tones };
}

/** The sum of all blocks against a slow wave, edges faded. */
function strength({ side, across, down, re, im }: WaveBlocks, dx: number, dy: number): readonly [number, number] {
  let a = 0;
  let b = 0;
  for (let j = 0; j < down; j++) {
    const wy = Math.sin((Math.PI * (j + 0.5)) / down) ** 2;
    for (let i = 0; i < across; i++) {
      const w = wy * Math.sin((Math.PI * (i + 0.5)) / across) ** 2;
      const turn = -2 * Math.PI * (dx * (i + 0.5) + dy * (j + 0.5)) * side;
      const [c, s] = [Math.cos(turn), Math.sin(turn)];
      const k = j * across + i;
      a += w * (re[k]! * c - im[k]! * s);
      b += w * (re[k]! * s + im[k]! * c);
    }
  }
  return [a, b];
}

/** Turns the waves of blocks back by what their tone moves them. */
function withoutTone({ re, im, tones }: WaveBlocks, ahead: PhaseByTone): void {
  for (let k = 0; k < re.length; k++) {
    const step = Math.min(ahead.length - 1, Math.floor(tones[k]! * ahead.length));
    const turn = -2 * Math.PI * ahead[step]!;
    const [c, s] = [Math.cos(turn), Math.sin(turn)];
    [re[k], im[k]] = [re[k]! * c - im[k]! * s, re[k]! * s + im[k]! * c];
  }
}

/**
 * Finds a wave exactly, from a place in the spectrum that is right to about one wave over the plane. `ahead`: how tones move
 * the phase, where that is known.
 */
export function fitWave(plane: InkPlane, start: Vector, ahead: PhaseByTone = []): FittedWave {
  // A block holds some waves, so that it tells their phase and not that of the dot that it cuts.
  const side = Math.max(
    8,
    Math.round(Math.min(plane.width, plane.height) / 48),
    Math.round(1.5 / Math.hypot(...start)),
  );
  const blocks = wavesInBlocks(plane, start, side);
  if (ahead.length > 0) withoutTone(blocks, ahead);
  const size = Math.max(plane.width, plane.height);
  const power = (dx: number, dy: number) => {
    const [a, b] = strength(blocks, dx, dy);
    return Math.log(a * a + b * b + 1e-300);
  };
  let [dx, dy] = [0, 0];
  for (const share of [0.7, 0.35, 0.12, 0.04]) {
    const step = share / size;
    for (let turns = 0; turns < 3; turns++) {
      const middle = power(dx, dy);
      const vertex = (low: number, high: number) => {
        const bend = low - 2 * middle + high;
        const move = bend < 0 ? (0.5 * (low - high)) / bend : low > high ? -1 : 1;
        return Math.max(-1, Math.min(1, move)) * step;
      };
      const [mx, my] = [
        vertex(power(dx - step, dy), power(dx + step, dy)),
        vertex(power(dx, dy - step), power(dx, dy + step)),
      ];
      dx += mx;
      dy += my;
      if (Math.abs(mx) + Math.abs(my) < step / 2) break;
    }
  }
  const [a, b] = strength(blocks, dx, dy);
  let all = 0;
  let window = 0;
  for (let j = 0; j < blocks.down; j++) {
    const wy = Math.sin((Math.PI * (j + 0.5)) / blocks.down) ** 2;
    for (let i = 0; i < blocks.across; i++) {
      const w = wy * Math.sin((Math.PI * (i + 0.5)) / blocks.across) ** 2;
      const k = j * blocks.across + i;
      all += w * Math.hypot(blocks.re[k]!, blocks.im[k]!);
      window += w * side * side * 255;
    }
  }
  return {
    at: [start[0] + dx, start[1] + dy],
    // Highest where phase + at · place is whole.
    phase: Math.atan2(b, a) / (2 * Math.PI),
    amplitude: (2 * Math.hypot(a, b)) / (window || 1),
    coherence: Math.hypot(a, b) / (all || 1),
  };
}
