import { along, clamp01, mix, type Rgb, smooth } from '../colour.ts';
import { createNoise, fractal } from '../noise.ts';
import { random } from '../random.ts';

/** Where the water begins, and the sun, in shares of the picture. */
export const HORIZON = 0.63;
const SUN = { x: 0.34, y: 0.575 };

const SKY: readonly (readonly [number, Rgb])[] = [
  [0, [0.1, 0.14, 0.3]],
  [0.3, [0.27, 0.3, 0.5]],
  [0.55, [0.62, 0.45, 0.52]],
  [0.75, [0.93, 0.6, 0.42]],
  [0.92, [0.99, 0.8, 0.5]],
  [1, [0.99, 0.87, 0.65]],
];

const cloudNoise = createNoise(11);
const rippleNoise = createNoise(23);
const hillNoise = createNoise(37);

function sky(x: number, y: number): Rgb {
  const height = y / HORIZON;
  const d = Math.hypot((x - SUN.x) * 1.5, y - SUN.y);
  let colour = along(SKY, height);
  colour = mix(colour, [1, 0.86, 0.55], 0.75 * Math.exp(-d * d * 22));
  const cloud = fractal(cloudNoise, x * 5 + 3, y * 17, 5);
  const cover = smooth(0.5, 0.72, cloud) * (1 - smooth(0.75, 1, height));
  const under: Rgb = mix([0.42, 0.3, 0.42], [1, 0.62, 0.42], clamp01(Math.exp(-d * 2.6) + (cloud - 0.6)));
  colour = mix(colour, under, cover * 0.8);
  return d < 0.022 ? [1, 0.97, 0.85] : mix(colour, [1, 0.97, 0.85], 0.9 * Math.exp(-((d - 0.022) ** 2) * 9000));
}

/** Height of a range of hills over the horizon, in shares of the picture. */
function hill(x: number, which: number): number {
  return (
    (0.03 + 0.055 * which) *
    fractal(hillNoise, x * (4 + 3 * which) + which * 40, which, 4) *
    smooth(-0.1 + 0.35 * which, 0.9, x * (which === 0 ? 1 : 1.15))
  );
}

function land(x: number, y: number): Rgb {
  const far = HORIZON - hill(x, 1) - 0.006;
  const near = HORIZON - hill(x, 2) * 0.6 + 0.004;
  let colour = sky(x, y);
  colour = mix(
    colour,
    mix([0.5, 0.36, 0.44], [0.86, 0.58, 0.45], Math.exp(-Math.abs(x - SUN.x) * 3)),
    0.85 * smooth(0, 0.0012, y - far),
  );
  return mix(colour, [0.22, 0.17, 0.26], 0.9 * smooth(0, 0.0009, y - near));
}

function water(x: number, y: number): Rgb {
  const depth = (y - HORIZON) / (1 - HORIZON);
  const scale = 0.02 + depth * 0.35;
  const ripple = fractal(rippleNoise, (x * 26) / scale ** 0.4, (depth * 120) / (0.35 + depth), 4) - 0.5;
  const mirrored = Math.max(0, HORIZON - (y - HORIZON) * 1.25 - ripple * (0.03 + 0.22 * depth));
  let colour = land(x + ripple * 0.02 * (1 + depth), mirrored);
  colour = mix(colour, [0.06, 0.1, 0.2], 0.32 + 0.36 * depth);
  const path = Math.exp(-(((x - SUN.x) / (0.03 + 0.14 * depth)) ** 2));
  const glitter = smooth(0.12, 0.3, ripple + path * 0.16) * path;
  return mix(colour, [1, 0.83, 0.52], glitter * 0.85 * (1 - 0.5 * depth));
}

/** Sky, hills and water as RGB bytes. */
export function paintAir(width: number, height: number): Uint8Array {
  const out = new Uint8Array(width * height * 3);
  for (let py = 0; py < height; py++) {
    const y = py / height;
    for (let px = 0; px < width; px++) {
      const x = px / width;
      const colour = y < HORIZON ? land(x, y) : water(x, y);
      const shade = 255 * (1 - 0.45 * ((x - 0.5) ** 2 + (y - 0.5) ** 2));
      const at = (py * width + px) * 3;
      for (let c = 0; c < 3; c++) out[at + c] = Math.round(clamp01(colour[c]!) * shade);
    }
  }
  return out;
}

/** Adds the fine grain of a photograph to RGB bytes, in place. It also keeps smooth skies from stepping. */
export function addGrain(rgb: Uint8Array): void {
  const next = random(5);
  const grain = Float32Array.from({ length: 65536 }, () => (next() + next() + next() - 1.5) * 2.4);
  let word = 1;
  for (let at = 0; at < rgb.length; at += 3) {
    word ^= word << 13;
    word ^= word >>> 17;
    word ^= word << 5;
    const speck = grain[word & 65535]!;
    for (let c = 0; c < 3; c++) rgb[at + c] = Math.min(255, Math.max(0, rgb[at + c]! + speck + 0.5));
  }
}
