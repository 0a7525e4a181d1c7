import { hashShare } from '../../math/hash.ts';
import { amount, type SettingsOf, share, whole } from '../../settings/params.ts';
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
  evolve: amount('Evolve', 'Moves the clouds through each other, without a jump.', 0, 0, 1000, 0.05),
  seed: whole('Seed', 'Another number gives other clouds.', 1, 0, 999999),
} as const;

type Settings = SettingsOf<typeof params>;

const smooth = (t: number): number => t * t * t * (t * (6 * t - 15) + 10);

/** Value noise on a cubic grid, 0..1; its third coordinate is time. */
function cloud(x: number, y: number, z: number, seed: number): number {
  const [i, j, k] = [Math.floor(x), Math.floor(y), Math.floor(z)];
  const [a, b, c] = [smooth(x - i), smooth(y - j), smooth(z - k)];
  const at = (n: number, m: number, l: number) => hashShare(i + n, j + m, seed + 7919 * (k + l));
  const line = (m: number, l: number) => at(0, m, l) + (at(1, m, l) - at(0, m, l)) * a;
  const face = (l: number) => line(0, l) + (line(1, l) - line(0, l)) * b;
  return face(0) + (face(1) - face(0)) * c;
}

/** Layers of a noise, coarse to fine: how many times finer each is, when it is, and how strong. */
function layersOf(s: Settings): { readonly times: number; readonly z: number; readonly weight: number }[] {
  return Array.from({ length: s.detail }, (_, k) => {
    let weight = 1;
    for (let n = 0; n < k; n++) weight *= s.rough;
    return { times: 1 << k, z: s.evolve + 17 * k, weight };
  });
}

function blended(s: Settings, aspect: number): Blended {
  const layers = layersOf(s);
  const whole = layers.reduce((sum, { weight }) => sum + weight, 0);
  return {
    stops: s.stops,
    value(u, v) {
      const [x, y] = [u / s.scale, v / (aspect * s.scale)];
      let sum = 0;
      for (const { times, z, weight } of layers) sum += weight * cloud(x * times, y * times, z, s.seed);
      return Math.min(1, Math.max(0, 0.5 + (sum / whole - 0.5) * s.contrast));
    },
    rows(kernels, across) {
      const count = across.length;
      const x = across.map((u) => u / s.scale);
      const rows = layers.map((layer) => ({ ...layer, along: alongRow(x, layer.times) }));
      return (v, out) => {
        const y = v / (aspect * s.scale);
        const smoothed = kernels.scratch('noise-smooth', 8 * count + 16);
        const cells = kernels.scratch('noise-cells', 4 * count + 16);
        const ends = kernels.scratch('noise-ends', 4 * count + 16);
        rows.forEach(({ times, z, weight, along }, k) => {
          kernels.f64(smoothed).set(along.smooth);
          kernels.i32(cells).set(along.cells);
          kernels.i32(ends).set(along.ends);
          const [j, b] = placeOf(y * times);
          const [at, c] = placeOf(z);
          const runs = along.cells.length;
          kernels.run.noiseRow(smoothed.ptr, cells.ptr, ends.ptr, runs, j, b, at, c, s.seed, weight, k === 0, out);
        });
        kernels.run.setContrast(out, whole, s.contrast, count);
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

export const noise: MadeKind = {
  name: 'noise',
  label: 'Noise',
  about: 'Clouds of chance, from soft to rough, which can be made to drift.',
  params,
  blended,
};
