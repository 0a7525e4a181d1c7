import { labOfLight, lightOfLab } from '../colour/lab.ts';
import type { Job } from '../document/types.ts';
import { hexOfLight } from '../ink/ink-sets.ts';
import { solidLight, stockLight } from '../ink/printed-ink.ts';
import { hashShare } from '../math/hash.ts';

/** How the stand-in press prints. */
export interface StandInPress {
  /** How much tones of 50 % grow, 0..0.25. */
  readonly gain: number;
  /** How far inks miss each other, in mm. */
  readonly misses: number;
  /** Width of the smallest mark that it holds, in mm. */
  readonly least: number;
  /** Another number is another press of the same kind. */
  readonly seed: number;
}

export const STAND_IN_PRESS: StandInPress = { gain: 0.14, misses: 0.3, least: 0.06, seed: 1 };

/** How far colours of the press lie off those on the tins, in L*a*b*. */
const OTHER_INK = 4;
const OTHER_STOCK = 1.5;

/**
 * A job whose inks print as those of a press do that nobody has measured: with gain, out of register, and in colours a
 * little off. The first ink lands in its place.
 */
export function onStandInPress(job: Job, { gain, misses, least, seed }: StandInPress): Job {
  /** A number -1 to 1, the same for the same ink and press. */
  const chance = (ink: number, of: number): number => 2 * hashShare(ink, of, seed) - 1;
  const off = (light: readonly number[], ink: number, by: number): string => {
    const [L, a, b] = labOfLight(light as [number, number, number]);
    const near = (v: number, of: number) => v + by * chance(ink, of);
    return hexOfLight(lightOfLab([Math.min(97, Math.max(8, near(L, 1))), near(a, 2), near(b, 3)]));
  };
  const { stock } = job.sheet;
  return {
    ...job,
    sheet: {
      ...job.sheet,
      stock: { ...stock, measured: null, overprints: [], colour: off(stockLight(stock), -1, OTHER_STOCK) },
    },
    passes: job.passes.map((pass, k) => ({
      ...pass,
      ink: {
        ...pass.ink,
        measured: null,
        colour: off(solidLight(pass.ink), k, OTHER_INK),
        press: {
          ...pass.ink.press,
          gain: Number((gain * (1 + 0.3 * chance(k, 4))).toFixed(3)),
          shiftX: k === 0 ? 0 : Number((misses * chance(k, 5)).toFixed(3)),
          shiftY: k === 0 ? 0 : Number((misses * chance(k, 6)).toFixed(3)),
          turn: k === 0 ? 0 : Number((0.05 * chance(k, 7) * Math.min(1, misses)).toFixed(3)),
          least,
        },
      },
    })),
  };
}
