import { decodeQuickly } from '../colour/quick-srgb.ts';
import { encodeSrgb } from '../colour/srgb.ts';
import { power } from '../math/exact.ts';
import { curveThrough, isStraight } from './curve.ts';
import { compensated, pressOf } from './gain.ts';
import { TONE_PARAMS, type ToneSettings } from './params.ts';

/** Steps of darkness at which the curve is worked out; values between are interpolated. */
const STEPS = 4096;

let encodedLight: Float64Array | null = null;

/** sRGB-encoded value 0..1 of each 16-bit linear light. Made once. */
function encodedOf16(): Float64Array {
  encodedLight ??= Float64Array.from({ length: 65536 }, (_, k) => encodeSrgb(k / 65535));
  return encodedLight;
}

/** Pulls tones away from the middle (above 0) or towards it, by powers that meet there. */
function contrasted(x: number, contrast: number): number {
  if (contrast === 0) return x;
  const k = power(4, contrast);
  return x < 0.5 ? 0.5 * power(2 * x, k) : 1 - 0.5 * power(2 - 2 * x, k);
}

/** The nearest of n equal steps from 0 to 1. */
const stepped = (x: number, n: number): number => (n < 2 ? x : Math.min(n - 1, Math.floor(x * n)) / (n - 1));

/**
 * A pass's tone curve: tone 0..1 for a darkness 0..1 (1 − encoded value), before smallest and solid.
 * Lights and darks become 0 and 1; middle m raises to the power 1/m; then contrast, the free curve,
 * invert and steps. `even` takes the result as coverage, and `light` finds the coverage that reflects the
 * light the eye expects (coverage a of black on white reflects 1 − a). Last, dot gain is taken off.
 */
export function toneCurve(tone: ToneSettings): (darkness: number) => number {
  const free = isStraight(tone.curve) ? null : curveThrough(tone.curve);
  const press = pressOf(tone);
  return (darkness) => {
    let x = Math.min(1, Math.max(0, (darkness - tone.lights) / (tone.darks - tone.lights)));
    if (tone.middle !== 1) x = power(x, 1 / tone.middle);
    x = contrasted(x, tone.contrast);
    if (free) x = Math.min(1, Math.max(0, free(x)));
    if (tone.invert) x = 1 - x;
    x = stepped(x, tone.steps);
    const wish = tone.meaning === 'even' ? x : 1 - decodeQuickly(1 - x);
    return press ? compensated(wish, press) : wish;
  };
}

/** Tone for one darkness; many are had sooner from `toneCurve`. */
export const toneOfDarkness = (darkness: number, tone: ToneSettings): number => toneCurve(tone)(darkness);

const POINTWISE = ['lights', 'middle', 'darks', 'contrast', 'invert', 'gain'] as const;

const isNeutral = (tone: ToneSettings): boolean =>
  POINTWISE.every((name) => tone[name] === TONE_PARAMS[name].normal) &&
  tone.steps < 2 &&
  isStraight(tone.curve) &&
  pressOf(tone) === null;

/** With steps the curve jumps, so that nothing may be interpolated across. */
const isSmooth = (tone: ToneSettings): boolean => tone.steps < 2;

function curveOf(tone: ToneSettings): Float64Array {
  const curve = toneCurve(tone);
  return Float64Array.from({ length: STEPS + 2 }, (_, k) => curve(Math.min(1, k / STEPS)));
}

/**
 * Coverage asked for at each 16-bit light code: 65536 entries, 0..65535, in step with light as the curve is.
 * `direct` feeds (alpha) are coverage already: their darkness is 1 − light, in even steps.
 */
export function toneTable16(tone: ToneSettings, direct: boolean): Uint16Array {
  const table = new Uint16Array(65536);
  if (isNeutral(tone) && (direct || tone.meaning === 'light')) {
    for (let k = 0; k < 65536; k++) table[k] = 65535 - k;
    return table;
  }
  const curve = curveOf(direct ? { ...tone, meaning: 'even' } : tone);
  const encoded = encodedOf16();
  const smooth = isSmooth(tone);
  for (let k = 0; k < 65536; k++) {
    const at = (direct ? 1 - k / 65535 : 1 - encoded[k]!) * STEPS;
    const low = smooth ? Math.floor(at) : Math.round(at);
    const value = smooth ? curve[low]! + (curve[low + 1]! - curve[low]!) * (at - low) : curve[low]!;
    table[k] = Math.round(value * 65535);
  }
  return table;
}

/** Coverage asked for at each 8-bit sRGB code: 256 entries, 0..65535. */
export function toneTable8(tone: ToneSettings): Uint16Array {
  const curve = toneCurve(tone);
  return Uint16Array.from({ length: 256 }, (_, k) => Math.round(curve(1 - k / 255) * 65535));
}

/** Leaves out tones below `smallest` and closes tones from `solidFrom` on; changes the table in place. */
export function limitTones(table: Uint16Array, smallest: number, solidFrom: number): Uint16Array {
  if (smallest === 0 && solidFrom === 1) return table;
  const low = smallest * 65535;
  const high = solidFrom * 65535;
  for (let k = 0; k < table.length; k++) {
    const tone = table[k]!;
    if (tone >= high) table[k] = 65535;
    else if (tone < low) table[k] = 0;
  }
  return table;
}
