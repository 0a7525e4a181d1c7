import { luminance } from '../colour/luminance.ts';
import { type Lab, lightOfLab } from '../colour/lab.ts';
import { printedBy } from '../document/printed-by.ts';
import type { Job } from '../document/types.ts';
import { hexOfLight, type InkSet } from '../ink/ink-sets.ts';
import type { Ink, Stock } from '../ink/types.ts';
import { PRESS_PARAMS, type PressSettings } from '../ink/press-params.ts';
import { solidLight } from '../ink/printed-ink.ts';
import { chartPasses } from './chart-job.ts';
import type { MeasuredInk, MeasuredPress } from './measure-press.ts';

/** On stocks darker than this light no ink can be told from what it does to white. */
const DARK = 0.2;

/** A value on the steps and between the ends of a press setting. */
function within(name: 'shiftX' | 'shiftY' | 'turn' | 'stretch' | 'gain', value: number): number {
  const { min, max } = PRESS_PARAMS[name];
  // Adding 0 makes one zero of the two.
  return Math.min(max, Math.max(min, Number(value.toFixed(3)))) + 0;
}

function inkOf(before: Ink, measured: MeasuredInk, stock: Lab): Ink {
  const dark = luminance(...lightOfLab(stock)) < DARK;
  const press: PressSettings = {
    ...before.press,
    ...(measured.landing && {
      shiftX: within('shiftX', measured.landing.shiftX),
      shiftY: within('shiftY', measured.landing.shiftY),
      turn: within('turn', measured.landing.turn),
      stretch: within('stretch', measured.landing.stretch),
    }),
    gain: within('gain', measured.gainAtHalf),
  };
  const plain = before.opacity === 0 && before.strength === 1 && !dark;
  // An ink that covers shows its own colour; what it does to white was not seen.
  const known = plain ? { lab: measured.lab, stock } : null;
  return {
    ...before,
    colour: hexOfLight(known ? solidLight({ measured: known, colour: before.colour }) : lightOfLab(measured.lab)),
    measured: known,
    tones: { gain: measured.gain, smallest: measured.holdsFrom, solidFrom: measured.fillsFrom },
    press,
  };
}

/** Inks of the same names would be one: they are told apart by a number. */
function named(inks: readonly Ink[]): Ink[] {
  return inks.map((ink, k) =>
    inks.findIndex((other) => other.name === ink.name) === k ? ink : { ...ink, name: `${ink.name} ${k + 1}` },
  );
}

const stockOf = (before: Stock, { stock, overprints }: MeasuredPress, inks: readonly Ink[]): Stock => ({
  ...before,
  colour: hexOfLight(lightOfLab(stock)),
  measured: stock,
  overprints: inks.every((ink) => ink.measured)
    ? overprints.map(({ inks: bits, lab }) => ({
        inks: inks.flatMap((ink, k) => ((bits >> k) & 1 ? [ink.name] : [])),
        lab,
        stock,
      }))
    : [],
});

/**
 * An own set of inks of what was measured of a job's press: colours of inks, stock and overprints, dot gain as a table, the
 * tones that hold, and where inks land. The job must have as many inks as the chart.
 */
export function setOfPress(job: Job, measured: MeasuredPress, label: string): InkSet {
  const inks = named(chartPasses(job).map(({ ink }, k) => inkOf(ink, measured.inks[k]!, measured.stock)));
  return {
    name: label,
    label,
    about: 'Measured from a printed calibration chart.',
    inks,
    base: null,
    stock: stockOf(job.sheet.stock, measured, inks),
  };
}

/**
 * A job that prints for the press that was measured: its inks, its stock, gain by the tables, and the tones that hold. Passes
 * take the inks of their own names; where a name is not in the set, all take them in print order.
 */
export function withMeasuredPress(job: Job, set: InkSet): Job {
  const passes = chartPasses(job);
  const own = passes.map(({ ink }) => set.inks.find(({ name }) => name === ink.name));
  const inks = own.every((ink) => ink) && new Set(own).size === own.length ? own : set.inks;
  const of = new Map(passes.map((pass, k) => [pass.id, inks[k]]));
  return {
    ...job,
    sheet: { ...job.sheet, stock: set.stock ?? job.sheet.stock },
    passes: job.passes.map((pass) => {
      const ink = of.get(pass.id);
      if (!ink) return pass;
      const fills = pass.fills.map((fill) => ({ ...fill, ...printedBy(ink, fill) }));
      return { ...pass, ink, fills: fills as unknown as typeof pass.fills };
    }),
  };
}
