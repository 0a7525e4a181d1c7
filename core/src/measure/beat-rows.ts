import { MM_PER_INCH } from '../math/units.ts';
import type { Job, Pass } from '../document/types.ts';
import { screenLpi, screenTraits } from '../screen/compile-screen.ts';
import { fillOf } from '../document/fills.ts';
import { type RegularScreen, squareBeat } from './beat.ts';
import { type Cure, cureOf, gridBeat, repeatBeat, type Surroundings, type Verdict, verdictOf } from './beats.ts';
import type { Repeat } from './repeats.ts';

/** Whether a pass prints rows of cells at one angle, which ripple with others. */
export const hasRows = (job: Pick<Job, 'sheet'>, pass: Pass): boolean =>
  screenTraits(fillOf(pass).screen, job.sheet.ppi).rows;

/** One ripple of a pass: with what, how long, how it looks, and what would cure it. */
export interface BeatRow {
  readonly pass: Pass;
  readonly between: string;
  readonly mm: number;
  readonly verdict: Verdict;
  readonly cure: Cure | null;
}

const screenOf = (job: Job, pass: Pass): RegularScreen => ({
  lpi: screenLpi(job.sheet, fillOf(pass).screen),
  angle: fillOf(pass).screen.angle,
});

/** Ripples of every printing pass with the passes after it, with the pixel grid and with repeats in its picture. */
export function beatRows(job: Job, repeatsOf: (pass: Pass) => readonly Repeat[]): BeatRow[] {
  const passes = job.passes.filter((p) => p.on && hasRows(job, p));
  const sheetMm = Math.hypot(job.sheet.width, job.sheet.height);
  const surroundings = (pass: Pass): Surroundings => ({
    others: passes.filter((p) => p.id !== pass.id).map((p) => screenOf(job, p)),
    repeats: repeatsOf(pass),
    ppi: job.sheet.ppi,
    sheetMm,
  });
  const rows: BeatRow[] = [];
  passes.forEach((pass, k) => {
    const screen = screenOf(job, pass);
    const cell = MM_PER_INCH / screen.lpi;
    const add = (between: string, inches: number, cellMm: number, curable: boolean) => {
      const mm = inches * MM_PER_INCH;
      const verdict = verdictOf(mm, cellMm, sheetMm);
      const wrong = verdict === 'coarse' || verdict === 'bad';
      rows.push({ pass, between, mm, verdict, cure: wrong && curable ? cureOf(screen, surroundings(pass)) : null });
    };
    for (const other of passes.slice(k + 1)) {
      const with2 = screenOf(job, other);
      add(`${pass.name} and ${other.name}`, squareBeat(screen, with2), Math.max(cell, MM_PER_INCH / with2.lpi), true);
    }
    const grid = gridBeat(screen, job.sheet.ppi) * MM_PER_INCH;
    // Rows of many pixels hide the grid: the ripple is of single pixels on wide dots.
    const pitch = job.sheet.ppi / screen.lpi;
    rows.push({
      pass,
      between: `${pass.name} and the pixel grid`,
      mm: grid,
      verdict: pitch >= 8 || !Number.isFinite(grid) ? 'none' : verdictOf(grid, cell, sheetMm),
      cure: null,
    });
    for (const repeat of repeatsOf(pass)) {
      const name = `${pass.name} and a repeat of ${(MM_PER_INCH / repeat.lpi).toFixed(2)} mm in the picture`;
      add(name, repeatBeat(screen, repeat), cell, true);
    }
  });
  return rows;
}
