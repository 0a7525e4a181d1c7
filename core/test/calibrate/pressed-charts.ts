import {
  chartJob,
  createJob,
  createPass,
  fillOf,
  type Ink,
  type InkedSheet,
  type Job,
  plainInk,
  plainStock,
  type PressSettings,
  pressedSheet,
  withFill,
} from '../../src/index.ts';
import { kernels } from '../plates.ts';

export const env = { kernels, pictures: () => null };

/** What the press of a test does with an ink: another colour than the one on the tin, and its own behaviour. */
export interface KnownInk {
  readonly colour: string;
  readonly press: Partial<PressSettings>;
}

export const SHEET = { width: 210, height: 297 };

/** Lines an inch of test screens, ink by ink: none is a multiple of another. */
const FREQUENCIES = [62, 55, 48, 67, 51, 58];
const ANGLES = [0, 75, 15, 45, 30, 60];

/** A job of some inks, all of which print one picture. */
export function inksJob(inks: readonly Ink[], ppi: number, change: Partial<Job['sheet']> = {}): Job {
  const base = createJob('Pier lights', 'p');
  return {
    ...base,
    sheet: { ...base.sheet, ppi, stock: plainStock('Cream', '#f2e9d2'), ...change },
    passes: inks.map((ink, k) => {
      const pass = createPass(`p${k}`, k, null);
      const screen = {
        ...fillOf(pass).screen,
        frequency: { value: FREQUENCIES[k]!, per: 'lpi' as const },
        angle: ANGLES[k]!,
      };
      return { ...withFill(pass, { screen }), name: ink.name, ink };
    }),
  };
}

/** The chart of a job as a press prints it whose inks and stock are known. */
export function pressedAs(chart: Job, known: readonly KnownInk[], stock: string): Job {
  return {
    ...chart,
    sheet: { ...chart.sheet, stock: plainStock('Paper', stock) },
    passes: chart.passes.map((pass, k) => ({
      ...pass,
      ink: { ...pass.ink, colour: known[k]!.colour, press: { ...pass.ink.press, ...known[k]!.press } },
    })),
  };
}

export function pressed(job: Job): InkedSheet {
  const making = pressedSheet(env, job);
  let step = making.next();
  while (!step.done) step = making.next();
  return step.value;
}

/** Inks of a print studio, as they are on the tin. Invented. */
export const STUDIO: readonly Ink[] = [
  plainInk('Lamp yellow', '#f2b632'),
  plainInk('Kite red', '#e5482d'),
  plainInk('Harbour blue', '#1d3f72'),
  plainInk('Soot', '#2b2a2c'),
];

export const chartOfInks = (count: number, ppi: number, sheet = SHEET): Job =>
  chartJob(inksJob(STUDIO.slice(0, count), ppi), sheet);
