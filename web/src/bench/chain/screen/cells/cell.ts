import {
  type Fill,
  familyOf,
  fillOf,
  type Job,
  type Option,
  type Pass,
  type Screen,
  toneOfDarkness,
  withFill,
} from '@chromatype/core';
import { setScreen } from '../../../../document/edits.ts';
import type { Edit } from '../../../../document/edits.ts';
import { optionsOf } from '../options-of.ts';

/** Something that a screen's cells may be: a shape, a lattice, a method, a tile. */
export interface Cell {
  readonly name: string;
  readonly label: string;
  readonly about: string;
  /** Heading under which it is found. */
  readonly group?: string;
  /** Takes it. */
  readonly take: Edit;
}

/** The cells that a setting of a family chooses among. */
export function cellsOf(
  fill: Fill,
  setting: string,
  take = (part: Partial<Screen>) => setScreen(fill.id, part),
): Cell[] {
  const { name: family, params } = familyOf(fill.screen.family);
  const own = fill.screen[family] as Readonly<Record<string, unknown>>;
  return optionsOf(params[setting]).map(({ name, label, about, group }: Option) => ({
    name,
    label,
    about,
    group,
    take: take({ [family]: { ...own, [setting]: name } } as Partial<Screen>),
  }));
}

/** Cells under their headings, in the order in which each heading comes first; those without one come last. */
export function grouped(
  cells: readonly Cell[],
): readonly (readonly [heading: string | undefined, cells: readonly Cell[]])[] {
  const headings = [...new Set(cells.map((cell) => cell.group))].toSorted(
    (a, b) => Number(a === undefined) - Number(b === undefined),
  );
  return headings.map((heading) => [heading, cells.filter((cell) => cell.group === heading)] as const);
}

/** Tones in which shapes are told apart, whatever the pass itself prints. */
const LIGHTEST = 0.25;
const DARKEST = 0.42;

/** The tone that a pass prints for the middle of the picture's scale. */
export const sampleTone = (pass: Pass): number =>
  Math.min(DARKEST, Math.max(LIGHTEST, toneOfDarkness(0.5, fillOf(pass).tone)));

/** The job and its pass with a cell taken, and nothing that would hide it. */
export function withCell(job: Job, pass: Pass, cell: Cell): { job: Job; pass: Pass } {
  const taken = cell.take(job);
  const own = taken.passes.find((p) => p.id === pass.id)!;
  const screen = { ...fillOf(own).screen, oneTone: false, smallest: 0, solidFrom: 1 };
  return { job: taken, pass: withFill(own, { screen }) };
}
