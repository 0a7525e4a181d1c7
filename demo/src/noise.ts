import { random } from './random.ts';

const SIDE = 256;

/** Smooth noise, about 0..1, that repeats every 256 units. */
export function createNoise(seed: number): (x: number, y: number) => number {
  const next = random(seed);
  const values = Float32Array.from({ length: SIDE * SIDE }, next);
  return (x, y) => {
    const fx = Math.floor(x);
    const fy = Math.floor(y);
    let tx = x - fx;
    let ty = y - fy;
    tx = tx * tx * (3 - 2 * tx);
    ty = ty * ty * (3 - 2 * ty);
    const x0 = fx & 255;
    const x1 = (fx + 1) & 255;
    const y0 = (fy & 255) * SIDE;
    const y1 = ((fy + 1) & 255) * SIDE;
    const a = values[y0 + x0]! + (values[y0 + x1]! - values[y0 + x0]!) * tx;
    const b = values[y1 + x0]! + (values[y1 + x1]! - values[y1 + x0]!) * tx;
    return a + (b - a) * ty;
  };
}

/** Several octaves of noise on top of each other, about 0..1. */
export function fractal(noise: (x: number, y: number) => number, x: number, y: number, octaves: number): number {
  let sum = 0;
  let weight = 0.5;
  let total = 0;
  for (let k = 0; k < octaves; k++) {
    sum += noise(x, y) * weight;
    total += weight;
    weight *= 0.5;
    x = x * 2 + 17.3;
    y = y * 2 + 9.1;
  }
  return sum / total;
}
