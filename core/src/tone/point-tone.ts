import { LIGHT_PARAMS } from './params.ts';
import { normalsOf } from '../settings/params.ts';
import type { Tone } from './tone.ts';

/** A tone with nothing but what acts on single values: for ramps and patches, which have no surroundings. */
export const pointTone = (tone: Tone): Tone => ({
  ...tone,
  ...normalsOf(LIGHT_PARAMS),
  paint: [],
});
