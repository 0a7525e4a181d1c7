import { existsSync, mkdirSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { parseArgs } from 'node:util';
import {
  createKernels,
  fileWords,
  type Job,
  memorySource,
  type PictureSource,
  printingPasses,
  readJob,
} from '@chromatype/core';
import { normalisePicture } from '../pictures/reading/normalise.ts';
import { writeFile } from '../render/write-file.ts';
import { terminalProgress } from './progress.ts';
import { UsageError } from './usage-error.ts';

export const HELP = `chromatype job JOB OUTDIR        every output of a saved job
  JOB                a job as .json; its pictures lie beside it under their own names,
                     or in the folder that is given
  --pictures DIR     where the job's pictures are`;

const OPTIONS = { pictures: { type: 'string' } } as const;

async function readDocument(file: string): Promise<Job> {
  const text = await readFile(file, 'utf8');
  try {
    return readJob(JSON.parse(text));
  } catch (error) {
    if (error instanceof SyntaxError) throw new UsageError(`${file} is not valid JSON.`);
    throw error;
  }
}

/** The pixels of every imported picture of a job. */
async function picturesOf(job: Job, folder: string): Promise<Map<string, PictureSource>> {
  const sources = new Map<string, PictureSource>();
  for (const { hash, name } of job.pictures) {
    if (!hash) continue;
    const file = join(folder, name);
    if (!existsSync(file)) throw new UsageError(`The job needs the picture ${name}, which is not in ${folder}.`);
    const { width, height, channels, pixels } = await normalisePicture(await readFile(file), file);
    sources.set(hash, memorySource(width, height, channels, pixels));
  }
  return sources;
}

/** Writes the sheet, and for plates of one bit everything that goes to a press. */
export async function job(args: readonly string[]): Promise<void> {
  const { values, positionals } = parseArgs({ args: [...args], allowPositionals: true, options: OPTIONS });
  const [input, out] = positionals;
  if (!input || !out || positionals.length > 2) throw new UsageError('job takes JOB and OUTDIR.');
  const document = await readDocument(input);
  if (printingPasses(document).length === 0) throw new UsageError('No pass of this job prints.');
  const sources = await picturesOf(document, values.pictures ?? dirname(input));
  mkdirSync(out, { recursive: true });
  const kernels = createKernels();
  const name = fileWords(document.title) || 'print';
  const kinds = ['sheet', 'package'] as const;
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
