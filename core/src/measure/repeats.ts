import { frequencyOf, powerOfSquare } from './fft2.ts';
import type { RegularScreen } from './beat.ts';

/** A strong repeat in a picture: its frequency and direction, and how far it stands out of its surroundings. */
export interface Repeat extends RegularScreen {
  /** Times the median power of its frequency. */
  readonly strength: number;
}

const CLASSES = 64;
/** A repeat stands out by this factor, or it is not one. */
const STANDS_OUT = 60;

/**
 * Strong repeats in a square of light values (weaves, blinds, railings), the strongest first. `perInch`:
 * values an inch; `side` is a power of two.
 */
export function strongRepeats(values: ArrayLike<number>, side: number, perInch: number, most = 3): Repeat[] {
  const power = powerOfSquare(values, side);
  const rings: number[][] = Array.from({ length: CLASSES }, () => []);
  const ringOf = (x: number, y: number): number => {
    const [fx, fy] = [frequencyOf(x, side), frequencyOf(y, side)];
    return Math.floor(Math.sqrt(fx * fx + fy * fy) * 2 * CLASSES);
  };
  for (let y = 0; y < side; y++) {
    for (let x = 0; x < side; x++) {
      const ring = ringOf(x, y);
      if (ring < CLASSES) rings[ring]!.push(power[y * side + x]!);
    }
  }
  const medians = rings.map((r) => r.sort((a, b) => a - b)[r.length >> 1] ?? Infinity);
  const found: Repeat[] = [];
  // The lowest frequencies are the picture itself.
  for (let y = 0; y <= side / 2; y++) {
    for (let x = 0; x < side; x++) {
      const ring = ringOf(x, y);
      if (ring < 4 || ring >= CLASSES) continue;
      const k = y * side + x;
      const strength = power[k]! / Math.max(1e-12, medians[ring]!);
      if (strength < STANDS_OUT || !isPeak(power, side, x, y)) continue;
      const [fx, fy] = [frequencyOf(x, side), frequencyOf(y, side)];
      const angle = ((Math.atan2(-fy, fx) * 180) / Math.PI + 360) % 180;
      found.push({ lpi: Math.sqrt(fx * fx + fy * fy) * perInch, angle, strength });
    }
  }
  const far = (a: Repeat, b: Repeat) =>
    Math.abs(a.lpi - b.lpi) > 0.04 * b.lpi || Math.abs(((a.angle - b.angle + 270) % 180) - 90) > 4;
  return found
    .sort((a, b) => b.strength - a.strength)
    .filter((r, k, all) => all.slice(0, k).every((q) => far(r, q)))
    .slice(0, most);
}

function isPeak(power: Float64Array, side: number, x: number, y: number): boolean {
  const own = power[y * side + x]!;
  for (let dy = -1; dy <= 1; dy++) {
    for (let dx = -1; dx <= 1; dx++) {
      if (dx === 0 && dy === 0) continue;
      const at = ((y + dy + side) % side) * side + ((x + dx + side) % side);
      if (power[at]! > own) return false;
    }
  }
  return true;
}
