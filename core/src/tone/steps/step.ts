import type { Params, SettingsOf } from '../../settings/params.ts';

/** One step of a tone curve: a table of settings and what they make of a tone. */
export interface ToneStep<P extends Params = Params> {
  readonly params: P;
  /** Takes tones 0..1 to tones 0..1; null if these settings leave every tone as it is. */
  make(settings: SettingsOf<P>): ((tone: number) => number) | null;
  /** Whether the curve jumps, so that nothing may be interpolated across. */
  jumps?(settings: SettingsOf<P>): boolean;
}

/** Keeps the types of a step's own settings. */
export const toneStep = <const P extends Params>(step: ToneStep<P>): ToneStep<P> => step;
