import type { PaintStroke } from '../raster/strokes.ts';
import { normalsOf } from '../settings/params.ts';
import { TONE_PARAMS, type ToneSettings } from './params.ts';

/** What becomes of a picture's light before it is screened; tone/params.ts says what each setting does. */
export interface Tone extends ToneSettings {
  /** Strokes of the tone brush, in the order in which they were painted; lengths in mm of the trimmed sheet. */
  readonly paint: readonly PaintStroke[];
}

export const DEFAULT_TONE: Tone = { ...normalsOf(TONE_PARAMS), paint: [] };
