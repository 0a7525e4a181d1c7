import { type Tone, TONE_PARAMS } from '@chromatype/core';

export type Handle = 'lights' | 'middle' | 'darks';

/** Least distance between where dots start and where they fill. */
const APART = 0.04;

const clamp = (value: number, min: number, max: number): number => Math.min(max, Math.max(min, value));
const tidy = (value: number): number => Number(value.toFixed(3));

/** Darkness of the picture, 0..1, at which a handle stands; the middle is where the curve passes one half. */
export function handlePlace(tone: Tone, handle: Handle): number {
  if (handle !== 'middle') return tone[handle];
  return tone.lights + (tone.darks - tone.lights) * 0.5 ** tone.middle;
}

/** What a tone becomes when a handle is put at a darkness. */
export function moveHandle(tone: Tone, handle: Handle, place: number): Partial<Tone> {
  if (handle === 'lights')
    return { lights: tidy(clamp(place, TONE_PARAMS.lights.min, Math.min(TONE_PARAMS.lights.max, tone.darks - APART))) };
  if (handle === 'darks')
    return { darks: tidy(clamp(place, Math.max(TONE_PARAMS.darks.min, tone.lights + APART), TONE_PARAMS.darks.max)) };
  const share = clamp((place - tone.lights) / (tone.darks - tone.lights), 0.001, 0.999);
  return { middle: tidy(clamp(Math.log(share) / Math.log(0.5), TONE_PARAMS.middle.min, TONE_PARAMS.middle.max)) };
}
