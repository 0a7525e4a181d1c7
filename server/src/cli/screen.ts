import { extname } from 'node:path';
import { parseArgs } from 'node:util';
import { createKernels, memorySource, type OutputName, REPEAT_PARAMS } from '@chromatype/core';
import { normalisePicture } from '../pictures/reading/normalise.ts';
import { writeFile } from '../render/write-file.ts';
import { endings } from './endings.ts';
import { checkOutput, readInput } from './files.ts';
import { terminalProgress } from './progress.ts';
import { SCREEN_HELP, SCREEN_OPTIONS, screenJob } from './screen-job.ts';
import type { ScreenValues } from './screen-options.ts';
import { UsageError } from './usage-error.ts';

const REPEAT_KINDS: readonly string[] = REPEAT_PARAMS.kind.options.map((o) => o.name);

export const HELP = `chromatype screen IN OUT     one picture through one screen
${SCREEN_HELP}
  --repeat KIND      OUT, a .png or .svg, is a seamless swatch: ${REPEAT_KINDS.join(' | ')}; how its seams are made
                     and which part repeats: --set repeat.seam=mirror, repeat.fade, repeat.part and others`;

const OPTIONS = { ...SCREEN_OPTIONS, repeat: { type: 'string' } } as const;

/** What a swatch is written as, by the ending of its file. */
const SWATCH_KINDS: Readonly<Record<string, OutputName>> = { '.png': 'repeat-png', '.svg': 'repeat-svg' };

/** The output of a file's ending, and of the swatch that was asked for; null without one that can be written. */
function kindOf(values: ScreenValues, out: string): OutputName | null {
  const ending = extname(out).toLowerCase();
  const { repeat } = values;
  if (repeat === undefined) return endings().get(ending.slice(1)) ?? null;
  if (!REPEAT_KINDS.includes(repeat as string))
    throw new UsageError(`--repeat must be one of ${REPEAT_KINDS.join(', ')}.`);
  const kind = SWATCH_KINDS[ending];
  if (!kind) throw new UsageError('A swatch is a .png or an .svg file.');
  return kind;
}

/** Outputs that marks have as outlines. */
const OUTLINE_KINDS: Partial<Record<OutputName, OutputName>> = { 'plates-pdf': 'marks-pdf' };

export async function screen(args: readonly string[]): Promise<void> {
  const parsed = parseArgs({ args: [...args], allowPositionals: true, options: OPTIONS });
  const { positionals } = parsed;
  const values: ScreenValues = parsed.values;
  const [input, out] = positionals;
  if (!input || !out || positionals.length > 2) throw new UsageError('screen takes IN and OUT.');
  checkOutput(out);
  const kind = kindOf(values, out);
  if (!kind) throw new UsageError(`OUT must end in .${[...endings().keys()].join(', .')}.`);
  const bytes = await readInput(input);
  const picture = await normalisePicture(bytes, input);
  const { job, marks, beside } = await screenJob(values, picture);
  await writeFile({
    kernels: createKernels(),
    job,
    asked: { kind: (marks ? OUTLINE_KINDS[kind] : undefined) ?? kind, pass: job.passes[0]!.id },
    pictures: (hash) => beside(hash) ?? memorySource(picture.width, picture.height, picture.channels, picture.pixels),
    file: out,
    progress: terminalProgress,
  });
}
