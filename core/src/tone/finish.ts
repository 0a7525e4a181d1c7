import { printedByValue } from './gain.ts';

/** The last step on tones before they are screened: limits of tone and gain of the press. */
export interface Finish {
  /** Minimum dot: tones below this share print nothing. */
  readonly smallest: number;
  /** Tones from this share on print solid. */
  readonly solidFrom: number;
  /** How much a tone of 50 % grows on the press, for a look at the pressed print; 0 for plates. */
  readonly gain: number;
}

/** Leaves out tones 0..65535 below the minimum dot and closes those from `solidFrom` on, in place. */
export function limitTones(tones: Uint16Array, smallest: number, solidFrom: number): Uint16Array {
  if (smallest === 0 && solidFrom === 1) return tones;
  const low = smallest * 65535;
  const high = solidFrom * 65535;
  for (let k = 0; k < tones.length; k++) {
    const tone = tones[k]!;
    if (tone >= high) tones[k] = 65535;
    else if (tone < low) tones[k] = 0;
  }
  return tones;
}

/** Finishes tones in place. This is the one place where the limits of tone and the gain of the press are applied. */
export function finishTones(tones: Uint16Array, { smallest, solidFrom, gain }: Finish): Uint16Array {
  limitTones(tones, smallest, solidFrom);
  if (gain === 0) return tones;
  for (let k = 0; k < tones.length; k++) {
    tones[k] = Math.round(65535 * Math.min(1, Math.max(0, printedByValue(tones[k]! / 65535, gain))));
  }
  return tones;
}
