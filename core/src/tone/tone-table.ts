import { decodeQuickly } from '../colour/quick-srgb.ts';
import { encodeSrgb } from '../colour/srgb.ts';
import { normalsOf, settingsInUse } from '../settings/params.ts';
import { compensated, pressOf } from './gain.ts';
import { CURVE_PARAMS, type CurveSettings } from './params.ts';
import { steps } from './steps/index.ts';

/** Steps of darkness at which the curve is worked out; values between are interpolated. */
const STEPS = 4096;

/** Where each 16-bit code stands among the steps of the curve, by its darkness 0..1. */
const stepsOf16 = (darkness: (code: number) => number): Float64Array =>
  Float64Array.from({ length: 65536 }, (_, code) => darkness(code) * STEPS);

let ofLight: Float64Array | null = null;
let ofCoverage: Float64Array | null = null;

/** The steps of linear light. Made once. */
function stepsOfLight(): Float64Array {
  ofLight ??= stepsOf16((code) => 1 - encodeSrgb(code / 65535));
  return ofLight;
}

/** The steps of what is coverage already. Made once. */
function stepsOfCoverage(): Float64Array {
  ofCoverage ??= stepsOf16((code) => 1 - code / 65535);
  return ofCoverage;
}

/**
 * The tone curve of a fill: tone 0..1 for a darkness 0..1 (1 − encoded value), before the limits of tone. The steps
 * act one after the other. `even` takes the result as coverage, and `light` finds the coverage that reflects the
 * light the eye expects (coverage a of black on white reflects 1 − a). Last, dot gain is taken off.
 */
export function toneCurve(tone: CurveSettings): (darkness: number) => number {
  const acting = steps.flatMap((step) => step.make(tone) ?? []);
  const press = pressOf(tone);
  return (darkness) => {
    let x = Math.min(1, Math.max(0, darkness));
    for (const act of acting) x = act(x);
    const wish = tone.meaning === 'even' ? x : 1 - decodeQuickly(1 - x);
    return press ? compensated(wish, press) : wish;
  };
}

/** Tone for one darkness; many are had sooner from `toneCurve`. */
export const toneOfDarkness = (darkness: number, tone: CurveSettings): number => toneCurve(tone)(darkness);

/** Whether a curve leaves every tone as it is, but for its meaning. */
const isNeutral = (tone: CurveSettings): boolean =>
  steps.every((step) => step.make(tone) === null) && pressOf(tone) === null;

/** Whether values between two steps of the curve may be interpolated. */
const isSmooth = (tone: CurveSettings): boolean => !steps.some((step) => step.jumps?.(tone));

function curveOf(tone: CurveSettings): Float64Array {
  const curve = toneCurve(tone);
  return Float64Array.from({ length: STEPS + 2 }, (_, k) => curve(Math.min(1, k / STEPS)));
}

/**
 * Coverage asked for at each 16-bit light code: 65536 entries, 0..65535, in step with light as the curve is.
 * `direct` feeds (alpha) are coverage already: their darkness is 1 − light, in even steps.
 */
export function toneTable16(tone: CurveSettings, direct: boolean): Uint16Array {
  const table = new Uint16Array(65536);
  if (isNeutral(tone) && (direct || tone.meaning === 'light')) {
    for (let k = 0; k < 65536; k++) table[k] = 65535 - k;
    return table;
  }
  const curve = curveOf(direct ? { ...tone, meaning: 'even' } : tone);
  const places = direct ? stepsOfCoverage() : stepsOfLight();
  if (!isSmooth(tone)) return table.map((_, k) => Math.round(curve[Math.round(places[k]!)]! * 65535));
  // Nothing here is below 0, so that cutting off is rounding down. A drag makes this table for every picture.
  for (let k = 0; k < 65536; k++) {
    const at = places[k]!;
    const low = at | 0;
    const from = curve[low]!;
    table[k] = (from + (curve[low + 1]! - from) * (at - low)) * 65535 + 0.5;
  }
  return table;
}

/** Coverage asked for at each 8-bit sRGB code: 256 entries, 0..65535. */
export function toneTable8(tone: CurveSettings): Uint16Array {
  const curve = toneCurve(tone);
  return Uint16Array.from({ length: 256 }, (_, k) => Math.round(curve(1 - k / 255) * 65535));
}

/** The settings of a tone curve that decide something, for a feed that is coverage already (`direct`) or is light. */
export function curveInUse(tone: CurveSettings, direct: boolean): CurveSettings {
  const used = settingsInUse(CURVE_PARAMS, tone);
  return {
    ...normalsOf(CURVE_PARAMS),
    ...used,
    steps: tone.steps < 2 ? 0 : tone.steps,
    meaning: direct ? 'even' : tone.meaning,
  };
}
