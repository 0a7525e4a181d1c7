import { hashShare } from '../../math/hash.ts';
import type { Kernels } from '../../kernel/kernels.ts';
import { amount, comesRound, type SettingsOf, share, whole } from '../../settings/params.ts';
import type { Blended, MadeKind } from './kinds.ts';

const params = {
  stops: {
    kind: 'stops',
    label: 'Colours',
    about: 'Colours from the noise at its lowest to its highest.',
    normal: [
      { at: 0, colour: '#000000' },
      { at: 1, colour: '#ffffff' },
    ],
  },
  scale: share('Scale', 'Size of the largest clouds, in picture widths.', 0.25, 0.005, 2),
  detail: whole('Detail', 'How many finer layers lie on the first, each half as wide.', 4, 1, 9),
  rough: share('Roughness', 'Strength of each finer layer beside the one before.', 0.5, 0, 1),
  contrast: amount('Contrast', 'How far clouds and gaps are set apart.', 1.5, 0.2, 8, 0.1),
  evolve: comesRound(
    amount('Evolve', 'Moves the clouds through each other, without a jump.', 0, 0, 1000, 0.05),
    'period',
  ),
  period: whole(
    'Comes round after',
    'So far the clouds evolve until they are the first ones again; 0 for never, and after 1 they never change.',
    0,
    0,
    1000,
  ),
  seed: whole('Seed', 'Another number gives other clouds.', 1, 0, 999999),
} as const;

type Settings = SettingsOf<typeof params>;

const smooth = (t: number): number => t * t * t * (t * (6 * t - 15) + 10);

/** A step of the grid in time; `period` steps further it is the same one again. */
const stepInTime = (step: number, period: number): number =>
  period === 0 ? step : step - period * Math.floor(step / period);

/**
 * Value noise on a cubic grid, 0..weight; its third coordinate is time. The kernel works in the same order: in time, down,
 * then across.
 */
function cloud(x: number, y: number, z: number, { seed, period }: Settings, weight: number): number {
  const [i, a] = placeOf(x);
  const [j, b] = placeOf(y);
  const [k, c] = placeOf(z);
  const at = (n: number, m: number, l: number) => hashShare(i + n, j + m, seed + 7919 * stepInTime(k + l, period));
  const between = (from: number, to: number, part: number) => from + (to - from) * part;
  const corner = (n: number, m: number) => between(at(n, m, 0), at(n, m, 1), c);
  const column = (n: number) => weight * between(corner(n, 0), corner(n, 1), b);
  return between(column(0), column(1), a);
}

/**
 * Layers of a noise, coarse to fine: how many times finer each is, when it is, and how strong. The weights bring the sum of
 * all layers to the contrast.
 */
function layersOf(s: Settings): { readonly times: number; readonly z: number; readonly weight: number }[] {
  const strength = (k: number): number => (k === 0 ? 1 : strength(k - 1) * s.rough);
  const layers = Array.from({ length: s.detail }, (_, k) => ({
    times: 1 << k,
    z: s.evolve + 17 * k,
    own: strength(k),
  }));
  const whole = layers.reduce((sum, { own }) => sum + own, 0);
  return layers.map(({ times, z, own }) => ({ times, z, weight: (own * s.contrast) / whole }));
}

function blended(s: Settings, aspect: number): Blended {
  const layers = layersOf(s);
  // Contrast sets values apart from the middle.
  const start = 0.5 - 0.5 * s.contrast;
  return {
    stops: s.stops,
    value(u, v) {
      const [x, y] = [u / s.scale, v / (aspect * s.scale)];
      let sum = start;
      for (const { times, z, weight } of layers) sum += cloud(x * times, y * times, z, s, weight);
      return Math.min(1, Math.max(0, sum));
    },
    rows(kernels, across) {
      const x = across.map((u) => u / s.scale);
      const rows = layers.map((layer, k) => ({ ...layer, ...keptAlong(kernels, k, alongRow(x, layer.times)) }));
      return (v, out) => {
        const y = v / (aspect * s.scale);
        rows.forEach(({ times, z, weight, smooth, cells, ends, runs }, k) => {
          const [j, b] = placeOf(y * times);
          const [at, c] = placeOf(z);
          const [now, after] = [stepInTime(at, s.period), stepInTime(at + 1, s.period)];
          kernels.run.noiseRow(smooth, cells, ends, runs, j, b, now, after, c, s.seed, weight, k === 0, start, out);
        });
      };
    },
  };
}

/** Which cell of a grid a place lies in, and how far, smoothed. */
function placeOf(at: number): [cell: number, share: number] {
  const cell = Math.floor(at);
  return [cell, smooth(at - cell)];
}

/** Points of a row in the cells of a grid that is so many times finer: runs of points in one cell. */
function alongRow(x: Float64Array, times: number) {
  const smoothed = new Float64Array(x.length);
  const cells: number[] = [];
  const ends: number[] = [];
  x.forEach((at, k) => {
    const [cell, share] = placeOf(at * times);
    smoothed[k] = share;
    if (cells.length === 0 || cells.at(-1) !== cell) {
      cells.push(cell);
      ends.push(k + 1);
    } else ends[ends.length - 1] = k + 1;
  });
  return { smooth: smoothed, cells, ends };
}

/** Puts the points of a row for one layer in kernel memory. */
function keptAlong(kernels: Kernels, layer: number, { smooth, cells, ends }: ReturnType<typeof alongRow>) {
  const blocks = {
    smooth: kernels.scratch(`noise-smooth-${layer}`, smooth.byteLength + 16),
    cells: kernels.scratch(`noise-cells-${layer}`, 4 * cells.length),
    ends: kernels.scratch(`noise-ends-${layer}`, 4 * ends.length),
  };
  kernels.f64(blocks.smooth).set(smooth);
  kernels.i32(blocks.cells).set(cells);
  kernels.i32(blocks.ends).set(ends);
  return { smooth: blocks.smooth.ptr, cells: blocks.cells.ptr, ends: blocks.ends.ptr, runs: cells.length };
}

export const noise: MadeKind = {
  name: 'noise',
  texture: true,
  label: 'Noise',
  about: 'Clouds of chance, from soft to rough, which can be made to drift.',
  params,
  blended,
};
