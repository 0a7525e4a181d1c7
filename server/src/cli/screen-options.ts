import { FAMILIES, type FamilyName, fillOf, type Frequency, type Job, screenTraits } from '@chromatype/core';
import { checkCells } from './check-cells.ts';
import { numberOption } from './numbers.ts';
import { UsageError } from './usage-error.ts';

/** Families whose cells are chosen by name: each has an option of its own. */
export const NAMED_FAMILIES = FAMILIES.filter((f) => f.cells).map((f) => f.name);

/** Options as they were given; switches are true. */
export type ScreenValues = Readonly<Record<string, unknown>> & {
  readonly [K in 'ppi' | 'width' | 'feed' | 'tile' | 'lpi' | 'pitch' | 'across' | 'palette' | 'stencil']?: string;
};

export function frequencyOf(values: ScreenValues, normal: Frequency): Frequency {
  const given = [
    { per: 'lpi', value: numberOption(values.lpi, 'lpi', 0.01, 2400) },
    { per: 'mm', value: numberOption(values.pitch, 'pitch', 0.001, 3000) },
    { per: 'across', value: numberOption(values.across, 'across', 1, 100000) },
  ].filter((f): f is Frequency => f.value !== undefined);
  if (given.length > 1) throw new UsageError('Give one of --lpi, --pitch and --across.');
  return given[0] ?? normal;
}

export function familyOf(values: ScreenValues): FamilyName {
  const families = FAMILIES.map((f) => f.name);
  const given = families.filter((name) => values[name] !== undefined);
  const options = families.map((name) => `--${name}`);
  if (given.length > 1) throw new UsageError(`Give one of ${options.slice(0, -1).join(', ')} and ${options.at(-1)}.`);
  // Levels and palettes are printed in grain.
  const many = values.levels !== undefined || values.palette !== undefined;
  if (many && given[0] && given[0] !== MANY) {
    throw new UsageError(`--levels and --palette are printed in ${MANY}; leave out --${given[0]}.`);
  }
  return given[0] ?? (many ? MANY : families[0]!);
}

/** The family that prints levels and palettes. */
const MANY = 'grain';

/** @throws UsageError for cells that cannot be screened, and for a frequency given to a screen that has none */
export function checkFrequency({ sheet, passes }: Job, values: ScreenValues): void {
  const { screen } = fillOf(passes[0]!);
  const given = (['lpi', 'pitch', 'across'] as const).find((name) => values[name] !== undefined);
  const { lattice, outlines } = screenTraits(screen, sheet.ppi);
  if (lattice) checkCells(sheet, screen);
  // Counted marks are not on a lattice of a frequency.
  else if (outlines && given === 'across') return;
  else if (given) throw new UsageError(`--${given} has no effect with ${screen.family}; leave it out.`);
}
