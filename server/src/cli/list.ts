import { DOT_SHAPES, GRAIN_METHODS, INK_SETS, LATTICES, LINE_KINDS } from '@chromatype/core';
import { UsageError } from './usage-error.ts';

const NAMES: Record<string, () => readonly string[]> = {
  dots: () => DOT_SHAPES.map((d) => d.name),
  lines: () => LINE_KINDS.map((l) => l.name),
  grain: () => GRAIN_METHODS.map((g) => g.name),
  lattices: () => LATTICES.map((l) => l.name),
  inks: () => INK_SETS.map((s) => s.name),
  formats: () => ['png', 'tif', 'pdf'],
};

export const HELP = `chromatype list ${Object.keys(NAMES).join('|')}\n  prints the names, one a line`;

export async function list(args: readonly string[]): Promise<void> {
  const names = NAMES[args[0] ?? ''];
  if (!names || args.length !== 1) throw new UsageError(`list takes one of ${Object.keys(NAMES).join(', ')}.`);
  console.log(names().join('\n'));
}
