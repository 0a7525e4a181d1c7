import { TONE_PARAMS } from '../tone/params.ts';
import { DEFAULT_TONE, type Tone } from '../tone/tone.ts';
import { check, JobError } from './check.ts';
import { PAINT_DOES, readStrokes } from './read-strokes.ts';
import { section } from './section.ts';
import { readSettings } from './read-settings.ts';

/** The Tone station of a fill. */
export const toneSection = section<Tone>('tone', DEFAULT_TONE, (value, field) => {
  const { paint = [], ...settings } = check.object(value, field);
  const tone = readSettings(settings, field, TONE_PARAMS);
  if (tone.lights >= tone.darks)
    throw new JobError(
      `${field}.lights`,
      `The highlights ("${field}.lights") must lie below the shadows ("${field}.darks").`,
    );
  return { ...tone, paint: readStrokes(paint, `${field}.paint`, PAINT_DOES) };
});
