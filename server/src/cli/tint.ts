import { extname } from 'node:path';
import { parseArgs } from 'node:util';
import { createFill, createJob, createKernels, type Job, readJob } from '@chromatype/core';
import { DEFAULT_PPI } from '../pictures/reading/resolution.ts';
import { writeFile } from '../render/write-file.ts';
import { endings } from './endings.ts';
import { checkOutput } from './files.ts';
import { numberOption } from './numbers.ts';
import { terminalProgress } from './progress.ts';
import { checkFrequency, familyOf, frequencyOf, NAMED_FAMILIES, type ScreenValues } from './screen-options.ts';
import { SETTING_OPTIONS, withOptions } from './setting-options.ts';
import { UsageError } from './usage-error.ts';

export const HELP = `chromatype tint OUT          a flat or graded tint
  --width MM --height MM   size of the sheet
  --percent N        how much of the sheet the ink covers, 0 to 100
  --to N             a gradation from one percentage to this one
  --along DEG        direction of the gradation, counter-clockwise (default: 0, from left to right)
  ${NAMED_FAMILIES.map((name) => `--${name} NAME`).join(' | ')}     the screen; names: chromatype list (default: Round dots)
  --lpi N | --pitch MM | --across N     frequency
  --angle DEG        turn of the rows, counter-clockwise
  --ppi N            sheet resolution (default: ${DEFAULT_PPI})
  --set PATH=VALUE   any other setting, as of chromatype screen`;

const TEXT = { type: 'string' } as const;
const OPTIONS = {
  ...SETTING_OPTIONS,
  width: TEXT,
  height: TEXT,
  percent: TEXT,
  to: TEXT,
  along: TEXT,
  ppi: TEXT,
  lpi: TEXT,
  pitch: TEXT,
  across: TEXT,
} as const;

/** A number that has to be given. @throws UsageError naming the option that is missing or wrong */
function needed(values: ScreenValues, name: string, min: number, max: number): number {
  const value = numberOption(values[name] as string | undefined, name, min, max);
  if (value === undefined) throw new UsageError(`tint needs --${name}.`);
  return value;
}

/** A line across a sheet in a direction, through its middle, as long as the sheet is in that direction. */
function lineAlong(width: number, height: number, degrees: number) {
  const angle = (degrees * Math.PI) / 180;
  const [c, s] = [Math.cos(angle), -Math.sin(angle)];
  const half = (Math.abs(width * c) + Math.abs(height * s)) / 2;
  const place = (middle: number, step: number) => Number((middle + step * half).toFixed(6));
  return {
    fromX: place(width / 2, -c),
    fromY: place(height / 2, -s),
    toX: place(width / 2, c),
    toY: place(height / 2, s),
  };
}

function jobOf(values: ScreenValues): Job {
  const sheet = {
    width: needed(values, 'width', 5, 3000),
    height: needed(values, 'height', 5, 3000),
    ppi: numberOption(values.ppi, 'ppi', 30, 2400) ?? DEFAULT_PPI,
  };
  const percent = needed(values, 'percent', 0, 100);
  const to = numberOption(values.to as string | undefined, 'to', 0, 100);
  const along = numberOption(values.along as string | undefined, 'along', -3600, 3600);
  if (along !== undefined && to === undefined)
    throw new UsageError('--along has no effect without --to; leave it out.');
  const run =
    to === undefined
      ? {}
      : { run: 'linear' as const, tintTo: to / 100, ends: true, ...lineAlong(sheet.width, sheet.height, along ?? 0) };
  const base = createJob('tint', 'pass');
  const fill = createFill('fill', null);
  const job: Job = {
    ...base,
    sheet: { ...base.sheet, ...sheet, bleed: 0 },
    plates: { ...base.plates, margin: 0 },
    passes: [
      {
        ...base.passes[0]!,
        fills: [
          {
            ...fill,
            feed: { ...fill.feed, part: 'tint', tint: percent / 100, ...run },
            screen: {
              ...fill.screen,
              family: familyOf(values),
              frequency: frequencyOf(values, fill.screen.frequency),
              grain: { ...fill.screen.grain, serpentine: false },
            },
          },
        ],
      },
    ],
  };
  const made = withOptions(job, 'pass', values);
  checkFrequency(made, values);
  return readJob(made);
}

export async function tint(args: readonly string[]): Promise<void> {
  const { values, positionals } = parseArgs({ args: [...args], allowPositionals: true, options: OPTIONS });
  const [out] = positionals;
  if (!out || positionals.length > 1) throw new UsageError('tint takes OUT.');
  checkOutput(out);
  const known = endings();
  const kind = known.get(extname(out).slice(1).toLowerCase());
  if (!kind) throw new UsageError(`OUT must end in .${[...known.keys()].join(', .')}.`);
  const job = jobOf(values as ScreenValues);
  const asked = { kind, pass: 'pass' };
  await writeFile({
    kernels: createKernels(),
    job,
    asked,
    pictures: () => null,
    file: out,
    progress: terminalProgress,
  });
}
