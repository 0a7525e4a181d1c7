import { MM_PER_INCH } from '../math/units.ts';
import { gratingBeat, type RegularScreen, squareBeat } from './beat.ts';

/** What ripples with a screen: another pass, the pixel grid, or a repeat in the picture. */
export type BeatWith = 'pass' | 'pixels' | 'picture';

/** Plain words for a ripple. */
export type Verdict = 'none' | 'fine' | 'coarse' | 'bad';

/**
 * How a ripple looks, by its period in mm beside the cells that make it: up to about two cells it is part
 * of the rosette, and one longer than the sheet is not seen (common practice, no source).
 */
export function verdictOf(mm: number, cellMm: number, sheetMm: number): Verdict {
  if (!Number.isFinite(mm) || mm > 1.5 * sheetMm) return 'none';
  if (mm <= 2.2 * cellMm) return 'fine';
  return mm <= 4 * cellMm ? 'coarse' : 'bad';
}

/** Highest multiple of a screen's frequency that still has a say in its ripple with the pixel grid. */
const MOST_ORDER = 8;

/**
 * The longest ripple between a square screen and the pixel grid, in inches: between a combination of the
 * screen's two frequencies near the grid's and the grid itself. Infinite where the grid holds the screen
 * exactly. Only combinations that come near the grid's frequency matter.
 */
export function gridBeat({ lpi, angle }: RegularScreen, ppi: number): number {
  const turn = (angle * Math.PI) / 180;
  const [ux, uy] = [lpi * Math.cos(turn), lpi * Math.sin(turn)];
  const order = Math.min(MOST_ORDER, Math.ceil(ppi / lpi) + 1);
  let longest = 0;
  for (let m = -order; m <= order; m++) {
    for (let n = -order; n <= order; n++) {
      if (m === 0 && n === 0) continue;
      const x = m * ux - n * uy;
      const y = m * uy + n * ux;
      const p = Math.round(x / ppi);
      const q = Math.round(y / ppi);
      if ((p === 0 && q === 0) || Math.abs(p) + Math.abs(q) > 1) continue;
      const off = Math.hypot(x - p * ppi, y - q * ppi);
      if (off < 1e-6 * ppi) return Infinity;
      longest = Math.max(longest, 1 / off);
    }
  }
  return longest === 0 ? Infinity : longest;
}

/** Ripple of a square screen with a repeat in the picture, which runs one way: in inches. */
export const repeatBeat = (screen: RegularScreen, repeat: RegularScreen): number =>
  Math.max(...[0, 90, 180, 270].map((quarter) => gratingBeat({ ...screen, angle: screen.angle + quarter }, repeat)));

/** What one screen should keep clear of. */
export interface Surroundings {
  readonly others: readonly RegularScreen[];
  readonly repeats: readonly RegularScreen[];
  readonly ppi: number;
  readonly sheetMm: number;
}

const rank: Record<Verdict, number> = { none: 0, fine: 0, coarse: 1, bad: 2 };

/**
 * The worst verdict of a screen among everything around it, pixel grid left aside. `apart`: a screen that is
 * the same as another's does not count as free of ripples, since the least misregister would show.
 */
function worst(screen: RegularScreen, around: Surroundings, apart = true): number {
  const cell = MM_PER_INCH / screen.lpi;
  const verdicts = [
    ...around.others.map((o) => {
      const verdict = verdictOf(
        squareBeat(screen, o) * MM_PER_INCH,
        Math.max(cell, MM_PER_INCH / o.lpi),
        around.sheetMm,
      );
      return apart && verdict === 'none' ? 'bad' : verdict;
    }),
    ...around.repeats.map((r) => verdictOf(repeatBeat(screen, r) * MM_PER_INCH, cell, around.sheetMm)),
  ];
  return verdicts.reduce((most, v) => Math.max(most, rank[v]), 0);
}

/** A change of angle or of frequency that leaves a screen without a coarse ripple. */
export type Cure = { readonly angle: number } | { readonly lpi: number };

/**
 * The nearest angle, or else frequency, at which a screen has a better verdict than now; null when there is
 * none, or nothing to cure. Angles go by half degrees up to 45, frequencies by 1 % up to a third.
 */
export function cureOf(screen: RegularScreen, around: Surroundings): Cure | null {
  const now = worst(screen, around, false);
  if (now === 0) return null;
  for (const goal of [0, 1]) {
    if (goal >= now) break;
    for (let step = 0.5; step <= 45; step += 0.5) {
      for (const angle of [screen.angle + step, screen.angle - step]) {
        if (worst({ ...screen, angle }, around) <= goal) return { angle: ((angle % 360) + 360) % 360 };
      }
    }
    for (let step = 0.01; step <= 0.34; step += 0.01) {
      for (const lpi of [screen.lpi * (1 + step), screen.lpi / (1 + step)]) {
        if (worst({ ...screen, lpi }, around) <= goal) return { lpi };
      }
    }
  }
  return null;
}
