import { curveThrough, isStraight, type Tone, TONE_PARAMS } from '@chromatype/core';

export type Handle = 'lights' | 'middle' | 'darks';

/** Least distance between where dots start and where they fill. */
const APART = 0.04;

const clamp = (value: number, min: number, max: number): number => Math.min(max, Math.max(min, value));
const tidy = (value: number): number => Number(value.toFixed(3));

/** Steps in which the free curve is searched for its half. */
const STEPS = 512;

/** What must come out of the middle for the whole curve to be at one half: contrast and the free curve follow it. */
function halfway({ contrast, curve }: Tone): number {
  let half = 0.5;
  if (!isStraight(curve)) {
    const free = curveThrough(curve);
    const above = (k: number) => free(k / STEPS) >= 0.5;
    // The first place where it crosses; a curve that never does leaves the middle where it is.
    for (let k = 1; k <= STEPS; k++) {
      if (above(k) === above(k - 1)) continue;
      const [a, b] = [free((k - 1) / STEPS), free(k / STEPS)];
      half = (k - 1 + (0.5 - a) / (b - a)) / STEPS;
      break;
    }
  }
  const power = 4 ** -contrast;
  const before = half < 0.5 ? 0.5 * (2 * half) ** power : 1 - 0.5 * (2 - 2 * half) ** power;
  return clamp(before, 0.01, 0.99);
}

/** Darkness of the picture, 0..1, at which a handle stands; the middle is where the curve passes one half. */
export function handlePlace(tone: Tone, handle: Handle): number {
  if (handle !== 'middle') return tone[handle];
  return tone.lights + (tone.darks - tone.lights) * halfway(tone) ** tone.middle;
}

/** What a tone becomes when a handle is put at a darkness. */
export function moveHandle(tone: Tone, handle: Handle, place: number): Partial<Tone> {
  if (handle === 'lights')
    return { lights: tidy(clamp(place, TONE_PARAMS.lights.min, Math.min(TONE_PARAMS.lights.max, tone.darks - APART))) };
  if (handle === 'darks')
    return { darks: tidy(clamp(place, Math.max(TONE_PARAMS.darks.min, tone.lights + APART), TONE_PARAMS.darks.max)) };
  const share = clamp((place - tone.lights) / (tone.darks - tone.lights), 0.001, 0.999);
  return {
    middle: tidy(clamp(Math.log(share) / Math.log(halfway(tone)), TONE_PARAMS.middle.min, TONE_PARAMS.middle.max)),
  };
}
