import {
  BEND_KINDS,
  BLEND_MODES,
  DOT_SHAPES,
  FAMILIES,
  FINISH_KINDS,
  LATTICES,
  MADE_KINDS,
  OUTPUTS,
  PART_KINDS,
  SETTINGS,
  TEXTURE_KINDS,
} from '@chromatype/core';
import { rangeOf } from './setting-options.ts';
import { UsageError } from './usage-error.ts';

export const HELP = `chromatype reference
  prints docs/reference.md: every setting, screen, picture, bend, part of stencils, blend mode, texture, finish and output, from the tables that the engine reads`;

interface Entry {
  readonly name: string;
  readonly about: string;
  readonly label?: string;
  readonly source?: string;
}

const cell = (text: string): string => text.replaceAll('|', '\\|');

const rows = (entries: readonly Entry[]): string =>
  [
    '| name | called | what it is |',
    '| --- | --- | --- |',
    ...entries.map(
      ({ name, label = name, about, source }) =>
        `| \`${name}\` | ${cell(label)} | ${cell(about)}${source ? ` (${cell(source)})` : ''} |`,
    ),
  ].join('\n');

/** One table for each station: a setting's path, label, values and meaning. */
function settingTables(): string {
  const stations = [...new Set(SETTINGS.map((s) => s.station))];
  return stations
    .map((station) => {
      const lines = SETTINGS.filter((s) => s.station === station).map(
        ({ path, param }) => `| \`${path}\` | ${cell(param.label)} | ${cell(rangeOf(param))} | ${cell(param.about)} |`,
      );
      return [
        `### ${station}`,
        '',
        '| path | called | values | what it does |',
        '| --- | --- | --- | --- |',
        ...lines,
      ].join('\n');
    })
    .join('\n\n');
}

/** The reference of everything that stands in a table, as Markdown. */
export function referenceText(): string {
  return `# Reference

\`npm run docs\` writes this page from the tables of the engine; a test compares the two. The paths are those of
\`chromatype screen --set path=value\`.

## Screen families

${rows(FAMILIES)}

## Dot shapes

${rows(DOT_SHAPES)}

## Lattices

${rows(LATTICES)}

## Pictures that are made here

${rows(MADE_KINDS)}

## Bends

${BEND_KINDS.length > 0 ? rows(BEND_KINDS) : 'There are none yet.'}

## Parts of stencils

${rows(PART_KINDS)}

## Blend modes

${rows(BLEND_MODES)}

## Textures of stocks

${rows(TEXTURE_KINDS)}

## Finishes

${rows(FINISH_KINDS)}

## Outputs

${rows(OUTPUTS.map(({ about, ending, ...own }) => ({ ...own, about: `${about} Ending \`.${ending}\`.` })))}

## Settings

${settingTables()}
`;
}

export async function reference(args: readonly string[]): Promise<void> {
  if (args.length > 0) throw new UsageError('reference takes no arguments.');
  process.stdout.write(referenceText());
}
