import { oklabOfLight } from '../colour/oklab.ts';
import { power } from '../math/exact.ts';
import { type PrintModel, predict } from './model.ts';

/** More chroma (OKLab) than this and an ink is no black. */
const BLACK_CHROMA = 0.05;
const BLACK_LIGHTNESS = 0.45;

/** Which ink carries the dark: the darkest near grey one of a set of at least three; -1 without one. */
export function blackOf(model: PrintModel): number {
  if (model.inks < 3) return -1;
  let black = -1;
  let least = BLACK_LIGHTNESS;
  for (let k = 0; k < model.inks; k++) {
    const lab = [0, 0, 0];
    const light = predict(
      model,
      Array.from({ length: model.inks }, (_, j) => (j === k ? 1 : 0)),
    );
    oklabOfLight(...light, lab);
    const chroma = Math.sqrt(lab[1]! * lab[1]! + lab[2]! * lab[2]!);
    if (chroma < BLACK_CHROMA && lab[0]! < least) {
      black = k;
      least = lab[0]!;
    }
  }
  return black;
}

/**
 * The share of the way from the least black to the most that a black build takes. A skeleton (near 0)
 * begins late, in the darks; at 1 black takes all that it can.
 */
export const buildOf = (black: number, most: number): number => {
  const start = 0.6 * (1 - black);
  const reach = Math.min(1, Math.max(0, (most - start) / (1 - start)));
  return black * power(reach, 1 - black);
};

/**
 * Share of the ink limit from which on black takes over from other inks in a build without black, and how much sooner it
 * does in one of as much black as can be.
 */
const LATEST_KNEE = 0.95;
const SOONER = 0.3;

/**
 * The total ink that a total without a limit is brought down to: all of it at first, then ever less, always below the
 * limit. So black does not set in all at once where the limit is met.
 */
export function softLimit(total: number, limit: number, black: number): number {
  const knee = (LATEST_KNEE - SOONER * black) * limit;
  if (total <= knee) return total;
  const beyond = (total - knee) / (limit - knee);
  return knee + ((limit - knee) * beyond) / (1 + beyond);
}
