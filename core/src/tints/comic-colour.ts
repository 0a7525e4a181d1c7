import type { LinearRgb } from '../colour/srgb.ts';
import { laysInk } from '../document/fill-params.ts';
import { createFill } from '../document/defaults.ts';
import { fillOf } from '../document/fills.ts';
import { MOST_FILLS } from '../document/limits.ts';
import type { Fill, Job, Pass } from '../document/types.ts';
import { inkWeight } from '../document/split.ts';
import { knownOverprints, printedInk, stockLight } from '../ink/printed-ink.ts';
import type { Frequency } from '../screen/frequency.ts';
import { printsOf } from '../print/plate-values.ts';
import { createPrintModel, type PrintModel, predict } from '../separate/model.ts';
import { type MixedTints, type TintSteps, tintsOfColour } from './tints-of-colour.ts';

/** Inks that change light by more than this draw lines and letters rather than mix colours. */
const LINE_INK = 0.93;

/** The passes whose inks mix colours: all that print, but for black where there are others. */
export function mixingPasses(job: Job): readonly Pass[] {
  const printing = job.passes.filter((pass) => pass.on && !printsOf(pass).palette);
  const coloured = printing.filter((pass) => inkWeight(pass.ink) < LINE_INK);
  return coloured.length > 0 ? coloured : printing;
}

/** What the inks of some passes print together on a job's stock. */
function modelOf({ sheet: { stock } }: Job, passes: readonly Pass[]): PrintModel {
  const inks = passes.map((pass) => pass.ink);
  return createPrintModel(
    stockLight(stock),
    inks.map((ink) => printedInk(ink)),
    knownOverprints(stock, inks),
    stock.spread,
  );
}

/** Returns the light, linear sRGB, that tints 0..1 of some passes' inks print together, as a function of the tints. */
export function createMixing(job: Job, passes: readonly Pass[]): (tints: readonly number[]) => LinearRgb {
  const model = modelOf(job, passes);
  return (tints) => predict(model, tints);
}

/** Returns the tints of some passes' inks that print nearest to a colour on the job's stock. */
export const mixColour = (job: Job, passes: readonly Pass[], wanted: LinearRgb, steps: TintSteps): MixedTints =>
  tintsOfColour(modelOf(job, passes), wanted, steps);

/** What a colour is laid as. */
export interface LaidColour {
  /** Id of the stencil that takes it; null for the whole sheet, under everything else. */
  readonly stencil: string | null;
  /** Ids of the passes and the tint of each. */
  readonly tints: readonly { readonly pass: string; readonly tint: number }[];
  /** Frequency of the tints. Their angle is that of their pass. */
  readonly frequency: Frequency;
  readonly newId: () => string;
}

const isTintOf = (stencil: string | null, fill: Fill): boolean =>
  fill.stencil === stencil && fill.feed.part === 'tint' && laysInk(fill.over);

/** Whether a fill cannot print yet: it has no picture and no stencil, and nothing was set to print a tint. */
const isUntouched = ({ feed, stencil }: Fill): boolean =>
  feed.part !== 'tint' && feed.part !== 'ink' && feed.picture === null && stencil === null;

/** A pass with the tint of one ink in a stencil. */
function layOne(pass: Pass, tint: number, { stencil, frequency, newId }: LaidColour): Pass {
  const like = fillOf(pass);
  const known = pass.fills.find((fill) => isTintOf(stencil, fill));
  const { screen } = known ?? like;
  const made: Fill = {
    ...(known ?? createFill(newId(), null)),
    stencil,
    screen: { ...screen, frequency },
  };
  const fill: Fill = {
    ...made,
    feed: { ...made.feed, part: 'tint', run: 'flat', tint, picture: null, separation: null },
  };
  if (known) return { ...pass, fills: pass.fills.map((f) => (f === known ? fill : f)) as unknown as Pass['fills'] };
  const others = pass.fills.filter((f) => !isUntouched(f));
  // What lies under a colour must not show through it: a tint of nothing is written there too.
  if (tint === 0 && others.length === 0) return pass;
  const [first, ...rest] = stencil === null ? [fill, ...others] : [...others, fill];
  return { ...pass, fills: [first!, ...rest] };
}

/**
 * Lays a colour into a stencil: one tint of each ink, written into the passes. A pass that prints a tint there already has
 * it changed; a pass that prints something else keeps it under the tint.
 * @throws RangeError when a pass would hold more fills than it may
 */
export function layColour(job: Job, laid: LaidColour): Job {
  const byPass = new Map(laid.tints.map(({ pass, tint }) => [pass, tint]));
  const passes = job.passes.map((pass) => {
    const tint = byPass.get(pass.id);
    return tint === undefined ? pass : layOne(pass, tint, laid);
  });
  if (passes.some((pass) => pass.fills.length > MOST_FILLS))
    throw new RangeError(`A pass holds at most ${MOST_FILLS} fills.`);
  return { ...job, passes };
}

/** The tints that passes print in a stencil, pass by pass; 0 where one prints none. */
export const tintsIn = (passes: readonly Pass[], stencil: string | null): readonly number[] =>
  passes.map((pass) => {
    const fill = pass.fills.find((f) => isTintOf(stencil, f));
    return fill?.on ? fill.feed.tint : 0;
  });
