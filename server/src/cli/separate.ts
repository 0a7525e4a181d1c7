import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import {
  createJob,
  createKernels,
  filePicture,
  INK_SETS,
  type InkSet,
  inksOfGpl,
  type Job,
  memorySource,
  plateFileName,
  pngTaker,
  readInkSet,
  readJob,
  runPlates,
  splitPicture,
  tiffTaker,
  withFill,
  fillOf,
} from '@chromatype/core';
import { normalisePicture } from '../pictures/reading/normalise.ts';
import { writeAll } from '../plates/file-sink.ts';
import { outputEnv } from '../render/output-env.ts';
import { checkCells } from './check-cells.ts';
import { checkOutputFolder, readInput } from './files.ts';
import { numberOption } from './numbers.ts';
import { sheetOf } from './sheet-of.ts';
import { terminalProgress } from './progress.ts';
import { UsageError } from './usage-error.ts';

export const HELP = `chromatype separate IN OUTDIR --inks NAME | FILE   one plate per ink
  --inks NAME        ${INK_SETS.map((s) => s.name).join(' | ')}
  --inks FILE        a set of inks as .json, or a .gpl palette
  --ppi N            sheet resolution (default: the file's own, else 300)
  --width MM         sheet width; without it one picture pixel is one sheet pixel
  --lpi N            frequency of all screens (default 60)
  --black F          how much of the dark black carries, 0 to 1 (default 0.5)
  --limit F          most ink as an average over a cell, 1 is one ink in full (default 3)
  --chosen           flat art: every ink prints where its own colour stands
  --format NAME      png (default) | tif`;

const TEXT = { type: 'string' } as const;
const OPTIONS = {
  inks: TEXT,
  ppi: TEXT,
  width: TEXT,
  lpi: TEXT,
  black: TEXT,
  limit: TEXT,
  format: TEXT,
  chosen: { type: 'boolean' },
} as const;

async function setOf(name: string | undefined): Promise<InkSet> {
  if (name === undefined) throw new UsageError('separate needs --inks with the name of a set or a file.');
  const shipped = INK_SETS.find((s) => s.name === name);
  if (shipped) return shipped;
  if (!/\.(json|gpl)$/i.test(name)) {
    throw new UsageError(`--inks must be one of ${INK_SETS.map((s) => s.name).join(', ')}, or a .json or .gpl file.`);
  }
  const text = (await readInput(name)).toString('utf8');
  if (name.toLowerCase().endsWith('.gpl')) return inksOfGpl(text);
  try {
    return readInkSet(JSON.parse(text));
  } catch (error) {
    if (error instanceof SyntaxError) throw new UsageError(`${name} is not valid JSON.`);
    throw error;
  }
}

/** Splits a picture into inks and writes a plate for each of them. */
export async function separate(args: readonly string[]): Promise<void> {
  const { values, positionals } = parseArgs({ args: [...args], allowPositionals: true, options: OPTIONS });
  const [input, out] = positionals;
  if (!input || !out || positionals.length > 2) throw new UsageError('separate takes IN and OUTDIR.');
  const format = values.format ?? 'png';
  if (format !== 'png' && format !== 'tif') throw new UsageError('--format must be png or tif.');
  const set = await setOf(values.inks);
  if (set.inks.length > 8) throw new UsageError('At most 8 inks print on one sheet.');
  checkOutputFolder(out);
  const bytes = await readInput(input);
  const picture = await normalisePicture(bytes, input);
  const base = createJob('separate', 'p');
  const pass = base.passes[0]!;
  const chain = fillOf(pass);
  const before: Job = {
    ...base,
    sheet: { ...base.sheet, ...sheetOf(picture, values) },
    pictures: [
      filePicture({ id: 'in', name: 'in', hash: '0'.repeat(64), width: picture.width, height: picture.height }),
    ],
    passes: [
      withFill(pass, {
        feed: { ...chain.feed, picture: 'in' },
        screen: { ...chain.screen, frequency: { value: numberOption(values.lpi, 'lpi', 1, 1200) ?? 60, per: 'lpi' } },
      }),
    ],
    plates: { ...base.plates, margin: 0 },
  };
  checkCells(before.sheet, fillOf(before.passes[0]!).screen);
  let next = 0;
  const split = splitPicture(before, { set, from: 'p', newId: () => `n${next++}`, chosen: values.chosen ?? false }).job;
  const change = {
    ...(values.black === undefined ? {} : { black: numberOption(values.black, 'black', 0, 1)! }),
    ...(values.limit === undefined ? {} : { limit: numberOption(values.limit, 'limit', 0.5, 8)! }),
  };
  const job = readJob({
    ...split,
    separations: split.separations.map((s) => ({ ...s, settings: { ...s.settings, ...change } })),
  });
  mkdirSync(out, { recursive: true });
  const passes = job.passes.filter((p) => p.on);
  const source = memorySource(picture.width, picture.height, picture.channels, picture.pixels);
  const env = await outputEnv(createKernels(), () => source);
  const files = passes.map((one, k) => join(out, `${plateFileName(one, k)}.${format}`));
  await writeAll(files, (sinks) => {
    runPlates({ env, job, passes, progress: terminalProgress }, true, (one, w, h) => {
      const sink = sinks[passes.indexOf(one)]!;
      return [format === 'tif' ? tiffTaker(job, one, w, h, sink) : pngTaker(job, w, h, sink)];
    });
  });
}
