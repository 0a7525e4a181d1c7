import { sine } from '../math/exact.ts';
import type { CurvePoint } from '../settings/params.ts';
import { curveThrough, isStraight } from './curve.ts';
import type { CurveSettings } from './params.ts';

/**
 * Tone that a press prints when `gain` is what 50 % grows by: a + gain · sin πa. How gain spreads over
 * the tones is common practice with no source: nothing at the ends, most in the middle, even to both sides.
 */
export const printedByValue = (asked: number, gain: number): number => asked + gain * sine(Math.PI * asked);

/** Measured pairs with bare stock and solid added where they are missing. */
function withEnds(table: readonly CurvePoint[]): readonly CurvePoint[] {
  const inner = table.filter((p) => p.x > 0 && p.x < 1);
  return [{ x: 0, y: 0 }, ...inner, { x: 1, y: 1 }];
}

type Gain = Pick<CurveSettings, 'gain' | 'gainFrom' | 'gainTable'>;

/** What the press makes of a tone; null when it prints as asked. */
export function pressOf({ gain, gainFrom, gainTable }: Gain): ((asked: number) => number) | null {
  if (gainFrom === 'table') return isStraight(gainTable) ? null : curveThrough(withEnds(gainTable));
  return gain === 0 ? null : (asked) => printedByValue(asked, gain);
}

/** The tone to ask for so that the press prints `wish`, by halving; the press must not print less for more. */
export function compensated(wish: number, press: (asked: number) => number): number {
  if (wish <= 0) return 0;
  if (wish >= 1) return 1;
  let low = 0;
  let high = 1;
  for (let k = 0; k < 26; k++) {
    const middle = (low + high) / 2;
    if (press(middle) < wish) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
