import { oklabOfLight } from '../colour/oklab.ts';
import type { LinearRgb } from '../colour/srgb.ts';
import { type PrintModel, predict } from '../separate/model.ts';

/** The tints that colours may be mixed of. */
export const TINT_STEPS = [
  {
    name: 'classic',
    label: '25, 50, solid',
    about: 'None, 25 %, 50 % or solid of each ink: 64 colours of three inks.',
  },
  { name: 'quarters', label: '25 % steps', about: 'None, 25, 50, 75 % or solid of each ink.' },
  { name: 'free', label: 'Free', about: 'Any whole percentage of each ink.' },
] as const;

export type TintSteps = (typeof TINT_STEPS)[number]['name'];

/** The classic steps of comic colour: none and three tints (common practice). */
export const CLASSIC_TINTS: readonly number[] = [0, 0.25, 0.5, 1];

/** Tints that mixtures are tried with first. */
const LEVELS_OF_STEPS: Readonly<Record<TintSteps, readonly number[]>> = {
  classic: CLASSIC_TINTS,
  quarters: [0, 0.25, 0.5, 0.75, 1],
  free: [0, 0.25, 0.5, 0.75, 1],
};

/** Tints of inks that print a colour. */
export interface MixedTints {
  /** Coverage 0..1 of each ink of the model. */
  readonly tints: readonly number[];
  /** Light that they print, linear sRGB. */
  readonly light: LinearRgb;
  /** Distance of that from the wanted colour in OKLab. */
  readonly distance: number;
}

/** What a whole ink costs in OKLab distance: of mixtures that look alike, the one with less ink is taken. */
const INK_COST = 0.002;
/** How much lightness counts beside hue and chroma where tints come in steps: a colour is rather too dark than of another hue. */
const STEPPED_LIGHTNESS = 0.5;
/** Mixtures that are tried one by one; with more, tints are bettered one ink at a time. */
const MOST_TRIED = 20_000;
/** Steps in which free tints are bettered, down to whole percentages. */
const FINER = [0.12, 0.06, 0.03, 0.02, 0.01];

type Cost = (tints: readonly number[]) => number;

/** Every mixture of `inks` inks of some levels, the first ink's changing slowest. */
function* mixtures(inks: number, levels: readonly number[]): Generator<number[]> {
  if (inks === 0) {
    yield [];
    return;
  }
  for (const first of levels) for (const rest of mixtures(inks - 1, levels)) yield [first, ...rest];
}

/** Changes one or two tints at a time as long as that makes the mixture cheaper. `next` gives what may stand for a tint. */
function bettered(start: readonly number[], cost: Cost, next: (tint: number) => readonly number[]): readonly number[] {
  let [best, least] = [start, cost(start)];
  for (let moved = true; moved; ) {
    moved = false;
    const attempt = (tints: readonly number[]) => {
      const own = cost(tints);
      if (own < least - 1e-12) [best, least, moved] = [tints, own, true];
    };
    for (let a = 0; a < start.length; a++) {
      for (const one of next(best[a]!)) attempt(best.with(a, one));
      for (let b = a + 1; b < start.length; b++) {
        for (const one of next(best[a]!)) for (const two of next(best[b]!)) attempt(best.with(a, one).with(b, two));
      }
    }
  }
  return best;
}

function firstGuess(inks: number, levels: readonly number[], cost: Cost): readonly number[] {
  const none = Array<number>(inks).fill(0);
  const count = none.reduce((product) => product * levels.length, 1);
  if (count > MOST_TRIED) return bettered(none, cost, () => levels);
  let [best, least] = [none, cost(none)];
  for (const tints of mixtures(inks, levels)) {
    const own = cost(tints);
    if (own < least) [best, least] = [tints, own];
  }
  return best;
}

/**
 * Finds the tints of a set's inks that print nearest to a colour, which is given as linear sRGB light. Nearest is meant in
 * OKLab, with less weight on lightness where tints come in steps; of mixtures that look alike, the one with less ink is taken.
 */
export function tintsOfColour(model: PrintModel, wanted: LinearRgb, steps: TintSteps): MixedTints {
  const aim = [0, 0, 0];
  oklabOfLight(...wanted, aim);
  const seen = [0, 0, 0];
  const distanceOf = (light: LinearRgb, lightness: number): number => {
    oklabOfLight(...light, seen);
    const [l, a, b] = [lightness * (seen[0]! - aim[0]!), seen[1]! - aim[1]!, seen[2]! - aim[2]!];
    return Math.sqrt(l * l + a * a + b * b);
  };
  const lightness = steps === 'free' ? 1 : STEPPED_LIGHTNESS;
  const cost: Cost = (tints) =>
    distanceOf(predict(model, tints), lightness) + INK_COST * tints.reduce((a, b) => a + b, 0);
  let tints = firstGuess(model.inks, LEVELS_OF_STEPS[steps], cost);
  if (steps === 'free') {
    const within = (tint: number) => Math.min(1, Math.max(0, Math.round(tint * 100) / 100));
    for (const step of FINER) tints = bettered(tints, cost, (tint) => [within(tint - step), tint, within(tint + step)]);
  }
  const light = predict(model, tints);
  return { tints, light, distance: distanceOf(light, 1) };
}
