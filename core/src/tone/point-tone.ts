import type { Tone } from '../document/types.ts';
import { LIGHT_SETTINGS, TONE_PARAMS } from './params.ts';

/** A tone with nothing but what acts on single values: for ramps and patches, which have no surroundings. */
export const pointTone = (tone: Tone): Tone => ({
  ...tone,
  ...Object.fromEntries(LIGHT_SETTINGS.map((name) => [name, TONE_PARAMS[name].normal])),
  paint: [],
});
