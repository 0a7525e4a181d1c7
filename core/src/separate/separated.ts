import { linearOfHex, type LinearRgb } from '../colour/srgb.ts';
import { knownOverprints, printedInk, stockLight } from '../ink/printed-ink.ts';
import type { Ink, Stock } from '../ink/types.ts';
import type { Kernels } from '../kernel/kernels.ts';
import { countCache, remember } from '../memory/cache.ts';
import { type CompileScreen, type InkScreens, type InStep, inStep, overlapsOf } from './ink-screens.ts';
import { modelWithBase } from './base.ts';
import { CHOSEN_SIZE, chosenTable } from './chosen.ts';
import type { InkTable } from './ink-table.ts';
import { createPrintModel, type PrintModel } from './model.ts';
import type { Overlaps } from './overlaps.ts';
import { blackOf } from './black.ts';
import { coarseSize, nearestTable, tableSize } from './nearest.ts';
import type { SeparationSettings } from './params.ts';
import { kernelSolver } from './solve-kernel.ts';

/** What a separation works with: its settings, the stock, and the inks in print order. */
export interface Separated {
  readonly settings: SeparationSettings;
  readonly stock: Stock;
  /** Inks that the picture is split into; `pick` is the colour of the art that a chosen ink stands for. */
  readonly inks: readonly { readonly ink: Ink; readonly pick: string | null }[];
  /** Inks under all of them. */
  readonly bases: readonly Ink[];
  /** The screens of the inks, in their order. */
  readonly screens: InkScreens;
  /** By a small table, for the first picture after a change. */
  readonly coarse: boolean;
}

/** Whether the inks of a separation lie on a base. */
export const hasBase = ({ bases }: Pick<Separated, 'bases'>): boolean => bases.length > 0;

/** Light of what the inks are laid on: the stock, or the base on the stock. */
function groundOf({ stock, bases }: Separated): LinearRgb {
  let [r, g, b] = stockLight(stock);
  for (const ink of bases) {
    const { through, adds } = printedInk(ink);
    [r, g, b] = [r * through[0] + adds[0], g * through[1] + adds[1], b * through[2] + adds[2]];
  }
  return [r, g, b];
}

/** What the inks print together on their ground, as plain data. */
function modelInputs(from: Separated) {
  const inks = from.inks.map(({ ink }) => ink);
  return {
    ground: groundOf(from),
    /** What is beneath a base; null without one. */
    bare: hasBase(from) ? stockLight(from.stock) : null,
    inks: inks.map((ink) => printedInk(ink)),
    known: knownOverprints(from.stock, inks),
    n: from.stock.spread,
    /** A small table does without: it is gone before anyone could compare. */
    inStep: from.coarse ? null : inStep(from.screens),
  };
}

/** Overlaps that were counted lately, by what was counted. */
const counted = countCache<Overlaps>(6);

const overlapsFor = (asked: InStep | null, compile?: CompileScreen): Overlaps | null =>
  asked && remember(counted, JSON.stringify(asked), () => overlapsOf(asked, compile));

function modelFrom(
  { ground, bare, inks, known, n, inStep: step }: ReturnType<typeof modelInputs>,
  compile?: CompileScreen,
): PrintModel {
  const onGround = { ...createPrintModel(ground, inks, known, n), overlaps: overlapsFor(step, compile) };
  return bare ? modelWithBase(onGround, bare) : onGround;
}

/** What the inks of a separation print together; with a base the last of its inks is the base that shows. */
export const modelOf = (from: Separated): PrintModel => modelFrom(modelInputs(from));

/** Whether one of the inks of a separation carries the shadows as black does. */
export const hasBlackInk = (from: Separated): boolean =>
  blackOf(modelFrom({ ...modelInputs(from), inStep: null })) >= 0;

/** The colour in the picture that asks for no ink at all. */
const groundColour = ({ settings, stock }: Separated): LinearRgb =>
  settings.whiteIs === 'stock' ? [1, 1, 1] : stockLight(stock);

/** A table that is decided but not made. Equal keys make equal tables. */
export interface PlannedTable {
  readonly key: string;
  /** Grid points along each channel. */
  readonly size: number;
  /**
   * Makes it, unless this thread still has it; `share` asks other threads first, `compile` gives screens that are
   * compiled already.
   */
  make(kernels: Kernels, share?: (work: () => InkTable) => InkTable, compile?: CompileScreen): InkTable;
}

/** Tables that were made lately, by key. They follow from their key alone, so that all that ask get the same. */
const tables = countCache<InkTable>(10);

/** `make` sees nothing but the inputs, so that they are the key. */
function plannedTable<I>(
  name: string,
  size: number,
  inputs: I,
  make: (inputs: I, kernels: Kernels, compile?: CompileScreen) => InkTable,
): PlannedTable {
  const key = `${name}${JSON.stringify(inputs)}`;
  return {
    key,
    size,
    make: (kernels, share = (work) => work(), compile) =>
      remember(tables, key, () => share(() => make(inputs, kernels, compile))),
  };
}

/** Settings of a search for the nearest colour that matter for a model: without a black ink its share does not. */
function nearestInputs(from: Separated) {
  const model = modelInputs(from);
  // Overlaps are counted when the table is made: they change neither its size nor which ink is black.
  const { black, limit, whiteIs, fitDarks, baseFrom } = from.settings;
  const print = modelFrom({ ...model, inStep: null });
  return {
    model,
    settings: { black: blackOf(print) >= 0 ? black : 0, limit, whiteIs, fitDarks, baseFrom: model.bare ? baseFrom : 0 },
    size: (from.coarse ? coarseSize : tableSize)(print.inks),
  };
}

/** Where the planes that a base needs stand in the table of a separation. */
export const basePlanes = (from: Separated): { readonly shows: number; readonly prints: number } => ({
  shows: from.inks.length,
  prints: from.inks.length + 2,
});

/** Coverages of the inks of a separation for every colour; with a base then what it needs (see base.ts). */
export function planInkTable(from: Separated): PlannedTable {
  if (from.settings.way === 'nearest') {
    const inputs = nearestInputs(from);
    return plannedTable('nearest', inputs.size, inputs, ({ model, settings, size }, kernels, compile) => {
      const print = modelFrom(model, compile);
      return nearestTable(print, settings, size, kernelSolver(kernels, print), model.bare !== null);
    });
  }
  const inputs = {
    picks: from.inks.map(({ ink, pick }) => linearOfHex(pick ?? ink.colour)),
    base: from.bases[0] ? linearOfHex(from.bases[0].colour) : null,
    ground: groundColour(from),
    tolerance: from.settings.tolerance,
    bareTo: hasBase(from) ? from.settings.baseFrom : 0,
  };
  return plannedTable('chosen', CHOSEN_SIZE, inputs, ({ ground, ...asked }) => chosenTable(ground, asked));
}

/** Whether the whole table of a separation takes long and is not made yet. */
export const isSlowTable = (from: Separated): boolean =>
  from.settings.way === 'nearest' && !tables.has(planInkTable({ ...from, coarse: false }).key);
