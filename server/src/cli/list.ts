import { BEND_NAMES, FACES, FAMILIES, INK_SETS, LATTICES, MADE_KINDS, MARK_LATTICES } from '@chromatype/core';
import { endings } from './endings.ts';
import { settingLines } from './setting-options.ts';
import { UsageError } from './usage-error.ts';

/** Names of the options of one of a family's settings. */
function cellsOf({ params, cells }: (typeof FAMILIES)[number]): readonly string[] {
  const param = cells ? (params as Readonly<Record<string, unknown>>)[cells] : null;
  const { options = [] } = (param ?? {}) as { readonly options?: readonly { readonly name: string }[] };
  return options.map((o) => o.name);
}

const NAMES: Record<string, () => readonly string[]> = {
  families: () => FAMILIES.map((f) => f.name),
  ...Object.fromEntries(FAMILIES.filter((f) => f.cells).map((f) => [f.name, () => cellsOf(f)])),
  lattices: () => [...new Set([...LATTICES, ...MARK_LATTICES].map((l) => l.name))],
  faces: () => FACES.map((f) => f.name),
  inks: () => INK_SETS.map((s) => s.name),
  pictures: () => MADE_KINDS.map((k) => k.name),
  bends: () => BEND_NAMES,
  formats: () => [...endings().keys()],
  settings: settingLines,
};

export const HELP = `chromatype list ${Object.keys(NAMES).join('|')}\n  prints the names, one a line`;

export async function list(args: readonly string[]): Promise<void> {
  const names = NAMES[args[0] ?? ''];
  if (!names || args.length !== 1) throw new UsageError(`list takes one of ${Object.keys(NAMES).join(', ')}.`);
  console.log(names().join('\n'));
}
