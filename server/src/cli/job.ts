import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, statSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { parseArgs } from 'node:util';
import {
  createKernels,
  fileWords,
  type Job,
  memorySource,
  pressFault,
  type PictureSource,
  printingPasses,
} from '@chromatype/core';
import { MOST_BYTES } from '../pictures/reading/limits.ts';
import { normalisePicture } from '../pictures/reading/normalise.ts';
import { writeFile } from '../render/write-file.ts';
import { checkOutputFolder } from './files.ts';
import { readDocument } from './job-document.ts';
import { terminalProgress } from './progress.ts';
import { UsageError } from './usage-error.ts';

export const HELP = `chromatype job JOB OUTDIR        every output of a saved job
  JOB                a job as .json; its pictures, known by their SHA-256, lie beside it
                     or in the folder that is given
  --pictures DIR     where the job's pictures are`;

const OPTIONS = { pictures: { type: 'string' } } as const;

const hashOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

/** Files larger than pictures may be are not looked into. */
const mayBePicture = (file: string): boolean => {
  const about = statSync(file);
  return about.isFile() && about.size > 0 && about.size <= MOST_BYTES;
};

/**
 * The file of a picture by its SHA-256: the one of its name, else any other in the folder with that content.
 * @throws UsageError when none has it
 */
async function fileOfPicture(hash: string, name: string, folder: string): Promise<{ file: string; bytes: Uint8Array }> {
  const named = join(folder, name);
  const others = readdirSync(folder).map((entry) => join(folder, entry));
  const all = [named, ...others.filter((file) => file !== named)];
  for (const file of all) {
    if (!existsSync(file) || !mayBePicture(file)) continue;
    const bytes = await readFile(file);
    if (hashOf(bytes) === hash) return { file, bytes };
  }
  throw new UsageError(
    existsSync(named)
      ? `${named} is another picture than the job's ${name}: its content differs.`
      : `The job needs the picture ${name}, which is not in ${folder}.`,
  );
}

/** The pixels of every imported picture of a job. */
async function picturesOf(job: Job, folder: string): Promise<Map<string, PictureSource>> {
  if (!existsSync(folder) || !statSync(folder).isDirectory()) throw new UsageError(`There is no folder ${folder}.`);
  const sources = new Map<string, PictureSource>();
  for (const { hash, name } of job.pictures) {
    if (!hash || sources.has(hash)) continue;
    const { file, bytes } = await fileOfPicture(hash, name, folder);
    const { width, height, channels, pixels } = await normalisePicture(bytes, file);
    sources.set(hash, memorySource(width, height, channels, pixels));
  }
  return sources;
}

/** Writes the sheet, and for plates of one bit everything that goes to a press. */
export async function job(args: readonly string[]): Promise<void> {
  const { values, positionals } = parseArgs({ args: [...args], allowPositionals: true, options: OPTIONS });
  const [input, out] = positionals;
  if (!input || !out || positionals.length > 2) throw new UsageError('job takes JOB and OUTDIR.');
  checkOutputFolder(out);
  const document = await readDocument(input);
  if (printingPasses(document).length === 0) throw new UsageError('No pass of this job prints.');
  const sources = await picturesOf(document, values.pictures ?? dirname(input));
  mkdirSync(out, { recursive: true });
  const kernels = createKernels();
  const name = fileWords(document.title) || 'print';
  const fault = printingPasses(document)
    .map(pressFault)
    .find((said) => said !== null);
  if (fault) process.stderr.write(`There is nothing for the press: ${fault}\n`);
  const kinds: readonly ('sheet' | 'package')[] = fault ? ['sheet'] : ['sheet', 'package'];
  for (const [k, kind] of kinds.entries()) {
    await writeFile({
      kernels,
      job: document,
      asked: { kind },
      pictures: (hash) => sources.get(hash) ?? null,
      file: join(out, `${name}.${kind === 'sheet' ? 'png' : 'zip'}`),
      progress: (share) => terminalProgress((k + share) / kinds.length),
    });
  }
}
