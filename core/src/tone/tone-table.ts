import { decodeSrgb, encodeSrgb } from '../colour/srgb.ts';
import type { Tone } from '../job/types.ts';
import { power } from '../math/exact.ts';

/** Steps of darkness at which the curve is worked out; values between are interpolated. */
const STEPS = 4096;

let encodedLight: Float64Array | null = null;
let decodedSteps: Float64Array | null = null;

/** Linear light of an encoded value 0..1, interpolated between 4096 exact steps: right to 1e-7. */
function decodeQuickly(encoded: number): number {
  decodedSteps ??= Float64Array.from({ length: STEPS + 2 }, (_, k) => decodeSrgb(Math.min(1, k / STEPS)));
  const at = encoded * STEPS;
  const low = Math.floor(at);
  return decodedSteps[low]! + (decodedSteps[low + 1]! - decodedSteps[low]!) * (at - low);
}

/** sRGB-encoded value 0..1 of each 16-bit linear light. Made once. */
function encodedOf16(): Float64Array {
  encodedLight ??= Float64Array.from({ length: 65536 }, (_, k) => encodeSrgb(k / 65535));
  return encodedLight;
}

/**
 * Tone 0..1 for a darkness 0..1 (1 − encoded value), before smallest and solid.
 * Lights and darks become 0 and 1; middle m raises to the power 1/m; then `even` takes the
 * result as coverage, and `light` finds the coverage that reflects the light the eye expects
 * (coverage a of black on white reflects 1 − a).
 */
export function toneOfDarkness(darkness: number, tone: Tone): number {
  const x = Math.min(1, Math.max(0, (darkness - tone.lights) / (tone.darks - tone.lights)));
  const lifted = tone.middle === 1 ? x : power(x, 1 / tone.middle);
  return tone.meaning === 'even' ? lifted : 1 - decodeQuickly(1 - lifted);
}

const isNeutral = (tone: Tone): boolean => tone.lights === 0 && tone.darks === 1 && tone.middle === 1;

function curveOf(tone: Tone): Float64Array {
  return Float64Array.from({ length: STEPS + 2 }, (_, k) => toneOfDarkness(Math.min(1, k / STEPS), tone));
}

/**
 * Coverage asked for at each 16-bit light code: 65536 entries, 0..65535, never rising with light.
 * `direct` feeds (alpha) are coverage already: their darkness is 1 − light, in even steps.
 */
export function toneTable16(tone: Tone, direct: boolean): Uint16Array {
  const table = new Uint16Array(65536);
  if (isNeutral(tone) && (direct || tone.meaning === 'light')) {
    for (let k = 0; k < 65536; k++) table[k] = 65535 - k;
    return table;
  }
  const curve = curveOf(direct ? { ...tone, meaning: 'even' } : tone);
  const encoded = encodedOf16();
  for (let k = 0; k < 65536; k++) {
    const at = (direct ? 1 - k / 65535 : 1 - encoded[k]!) * STEPS;
    const low = Math.floor(at);
    const value = curve[low]! + (curve[low + 1]! - curve[low]!) * (at - low);
    table[k] = Math.round(value * 65535);
  }
  return table;
}

/** Coverage asked for at each 8-bit sRGB code: 256 entries, 0..65535, never rising with light. */
export function toneTable8(tone: Tone): Uint16Array {
  return Uint16Array.from({ length: 256 }, (_, k) => Math.round(toneOfDarkness(1 - k / 255, tone) * 65535));
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
