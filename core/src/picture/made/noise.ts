import { hashShare } from '../../math/hash.ts';
import { amount, type SettingsOf, share, whole } from '../../settings/params.ts';
import { blend } from './blend.ts';
import type { MadeKind, Painter } from './kinds.ts';

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

function painter(s: Settings, aspect: number): Painter {
  const colour = blend(s.stops);
  let whole = 0;
  for (let k = 0, weight = 1; k < s.detail; k++, weight *= s.rough) whole += weight;
  return (u, v, out) => {
    let [x, y] = [u / s.scale, v / (aspect * s.scale)];
    let sum = 0;
    for (let k = 0, weight = 1; k < s.detail; k++, weight *= s.rough) {
      sum += weight * cloud(x, y, s.evolve + 17 * k, s.seed);
      x *= 2;
      y *= 2;
    }
    colour(Math.min(1, Math.max(0, 0.5 + (sum / whole - 0.5) * s.contrast)), out);
  };
}

export const noise: MadeKind = {
  name: 'noise',
  label: 'Noise',
  about: 'Clouds of chance, from soft to rough, which can be made to drift.',
  params,
  painter,
};
