import { createHash } from 'node:crypto';
import { existsSync, mkdirSync } from 'node:fs';
import { readFile, rename, rm } from 'node:fs/promises';
import { extname, join } from 'node:path';
import { parseArgs } from 'node:util';
import {
  BATCH_FORMATS,
  type BatchAsked,
  type BatchFormatName,
  batchFiles,
  batchJob,
  type BatchPrint,
  batchPrints,
  createKernels,
  DEFAULT_PATTERN,
  loadClipper,
  memorySource,
  OutputError,
  patternFault,
  type PictureSource,
  type Recipe,
  RecipeError,
} from '@chromatype/core';
import { contactPdf, contactPng, type Thumb } from '../batch/contact-sheet.ts';
import { fileOfPrint, thumbFile } from '../batch/batch-folder.ts';
import { makePrint } from '../batch/make-print.ts';
import { writeSafely } from '../disk/write-safely.ts';
import { unfinished } from '../disk/unfinished.ts';
import { PictureError } from '../pictures/picture-error.ts';
import { normalisePicture } from '../pictures/reading/normalise.ts';
import { settingsFrom } from '../settings.ts';
import { type InputPicture, inputPictures } from './batch-inputs.ts';
import { DATA_HELP } from './data-option.ts';
import { FailedError } from './failed-error.ts';
import { checkOutput, checkOutputFolder } from './files.ts';
import { numberOption } from './numbers.ts';
import { terminalProgress } from './progress.ts';
import { recipeFor } from './recipe-named.ts';
import { UsageError } from './usage-error.ts';

const FORMATS = BATCH_FORMATS.map((f) => f.name);

export const HELP = `chromatype batch IN… --recipe NAME|FILE [--recipe …] --out DIR      many pictures by one or more recipes
  IN                 pictures, folders of pictures, or ZIP archives of them
  --recipe NAME      a recipe by its name ("chromatype recipe list"), or a recipe file; may be given several times
  --out DIR          where the files go
  --format NAME      ${FORMATS.join('|')}; may be given several times (default: png)
  --name PATTERN     names of files: {picture}, {recipe} and {number} are filled in (default: '${DEFAULT_PATTERN}')
  --longest MM       longer side of each sheet (default: 210); its proportions are the picture's
  --ppi N            pixels per inch of the sheets (default: 300)
  --resume           leaves out prints whose files are all there
  --sheet FILE       a contact sheet of all prints, .pdf or .png
  ${DATA_HELP}
  What cannot be printed is told, one line each, and the rest goes on; the exit status is 1 then.`;

const TEXT = { type: 'string' } as const;
const MANY = { type: 'string', multiple: true } as const;
const OPTIONS = {
  recipe: MANY,
  out: TEXT,
  format: MANY,
  name: TEXT,
  longest: TEXT,
  ppi: TEXT,
  resume: { type: 'boolean' },
  sheet: TEXT,
  data: TEXT,
} as const;

/** A picture that was read, and what its recipes bring along. */
interface Read {
  readonly input: InputPicture;
  readonly size: { readonly width: number; readonly height: number };
  readonly source: PictureSource;
}

async function read(input: InputPicture): Promise<Read> {
  const { width, height, channels, pixels } = await normalisePicture(await readFile(input.file), input.name);
  return { input, size: { width, height }, source: memorySource(width, height, channels, pixels) };
}

/** Moves the files of a print to where the artist wants them. */
async function place(folder: string, names: readonly string[], out: string): Promise<void> {
  for (const name of names) await rename(fileOfPrint(folder, name), join(out, name));
}

const isThere = (asked: BatchAsked, print: BatchPrint, out: string): boolean => {
  try {
    return batchFiles(batchJob(asked, print), print, asked.formats).every(({ name }) => existsSync(join(out, name)));
  } catch (error) {
    if (error instanceof RecipeError || error instanceof OutputError) return false;
    throw error;
  }
};

async function writeContact(file: string, thumbs: readonly Thumb[]): Promise<void> {
  await writeSafely(file, extname(file).toLowerCase() === '.pdf' ? await contactPdf(thumbs) : await contactPng(thumbs));
}

export async function batch(args: readonly string[]): Promise<void> {
  const { values, positionals } = parseArgs({ args: [...args], allowPositionals: true, options: OPTIONS });
  const { out, sheet, recipe: names = [], format = ['png'], name: pattern = DEFAULT_PATTERN } = values;
  if (positionals.length === 0) throw new UsageError('batch takes pictures, folders or ZIP archives.');
  if (names.length === 0) throw new UsageError('batch needs at least one --recipe.');
  if (!out) throw new UsageError('batch needs --out DIR.');
  const wrong = format.find((f) => !FORMATS.includes(f as BatchFormatName));
  if (wrong) throw new UsageError(`--format must be one of ${FORMATS.join(', ')}.`);
  const fault = patternFault(pattern);
  if (fault) throw new UsageError(fault);
  if (sheet && !/\.(pdf|png)$/i.test(sheet)) throw new UsageError('--sheet must end in .pdf or .png.');
  checkOutputFolder(out);
  if (sheet) checkOutput(sheet);
  const longest = numberOption(values.longest, 'longest', 10, 3000) ?? 210;
  const ppi = numberOption(values.ppi, 'ppi', 36, 2400) ?? 300;
  const { data } = settingsFrom(values.data === undefined ? process.env : { CHROMATYPE_DATA: values.data });
  const pictures = new Map<string, PictureSource>();
  const recipes: Recipe[] = [];
  for (const name of names) recipes.push(await recipeFor(data, name, pictures));
  mkdirSync(out, { recursive: true });
  const work = join(out, `.chromatype-${process.pid}.partial`);
  const folders = [work];
  const over = unfinished(work);
  try {
    const inputs = await inputPictures(positionals, (folder) => folders.push(folder));
    await loadClipper();
    await printAll(
      { inputs, recipes, pictures, work, out, sheet, resume: values.resume === true },
      {
        formats: [...new Set(format)] as BatchFormatName[],
        longest,
        ppi,
        names: pattern,
      },
    );
  } finally {
    for (const folder of folders) await rm(folder, { recursive: true, force: true });
    over();
  }
}

interface Everything {
  readonly inputs: readonly InputPicture[];
  readonly recipes: readonly Recipe[];
  readonly pictures: ReadonlyMap<string, PictureSource>;
  readonly work: string;
  readonly out: string;
  readonly sheet: string | undefined;
  readonly resume: boolean;
}

/** @throws FailedError when something could not be printed */
async function printAll(
  { inputs, recipes, pictures, work, out, sheet, resume }: Everything,
  own: Pick<BatchAsked, 'formats' | 'longest' | 'ppi' | 'names'>,
): Promise<void> {
  const kernels = createKernels();
  const errors: string[] = [];
  const thumbs: Thumb[] = [];
  const hashes = inputs.map(({ file }) => createHash('sha256').update(file).digest('hex'));
  // Names are given over all pictures at once, so that they are what they would be without an error.
  const unread = inputs.map(({ name }, k) => ({ hash: hashes[k]!, name, width: 1, height: 1 }));
  const asked: BatchAsked = { kind: 'batch', ...own, pictures: unread, recipes, contact: sheet !== undefined };
  const prints = batchPrints(asked);
  for (const [k, input] of inputs.entries()) {
    const mine = prints.slice(k * recipes.length, (k + 1) * recipes.length);
    try {
      const { size, source } = await read(input);
      const lookup = (hash: string) => (hash === hashes[k] ? source : (pictures.get(hash) ?? null));
      for (const print of mine) {
        const whole = { ...print, picture: { ...print.picture, ...size } };
        const folder = join(work, String(print.at));
        if (resume && isThere(asked, whole, out) && !sheet) continue;
        const progress = (share: number) => terminalProgress((print.at + share) / prints.length);
        const made = await makePrint({ kernels, asked, print: whole, pictures: lookup, folder, progress });
        if ('message' in made) {
          errors.push(`${print.name}: ${made.message}`);
          continue;
        }
        await place(
          folder,
          made.files.map((f) => f.name),
          out,
        );
        if (made.thumb) thumbs.push({ name: print.name, file: thumbFile(folder) });
      }
    } catch (error) {
      if (!(error instanceof PictureError)) throw error;
      errors.push(error.message.includes(input.name) ? error.message : `${input.name}: ${error.message}`);
    }
    terminalProgress((k + 1) / inputs.length);
  }
  if (sheet && thumbs.length > 0) await writeContact(sheet, thumbs);
  for (const error of errors) console.error(error);
  console.log(`${prints.length - errors.length} of ${prints.length} prints.`);
  if (errors.length > 0) throw new FailedError(`${errors.length} could not be printed.`);
}
