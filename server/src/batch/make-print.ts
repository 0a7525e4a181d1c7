import { writeFileSync } from 'node:fs';
import { mkdir, rm } from 'node:fs/promises';
import {
  type BatchAsked,
  type BatchPrint,
  batchFiles,
  batchJob,
  type Kernels,
  makeSmallPrint,
  OutputError,
  type PictureLookup,
  RecipeError,
  type OutputEnv,
} from '@chromatype/core';
import sharp from 'sharp';
import { isDiskFull } from '../errors/disk-full.ts';
import { writeFile } from '../render/write-file.ts';
import { fileOfPrint, type PrintFile, type PrintOutcome, thumbFile } from './batch-folder.ts';

/** Longer side of the picture of a print on a contact sheet, in pixels. */
export const THUMB = 360;

export interface PrintTask {
  readonly kernels: Kernels;
  readonly asked: Pick<BatchAsked, 'formats' | 'longest' | 'ppi' | 'contact'>;
  readonly print: BatchPrint;
  readonly pictures: PictureLookup;
  readonly load?: OutputEnv['load'];
  /** Folder of this print alone. */
  readonly folder: string;
  /** Hears the share done, 0..1. */
  progress?(share: number): void;
}

/** Prints one picture of a batch by one recipe, into all formats. What cannot be printed says so in one sentence. */
export async function makePrint(task: PrintTask): Promise<PrintOutcome> {
  const { kernels, asked, print, pictures, load, folder, progress } = task;
  await rm(folder, { recursive: true, force: true });
  await mkdir(folder, { recursive: true });
  try {
    const job = batchJob(asked, print);
    const files = batchFiles(job, print, asked.formats);
    const made: PrintFile[] = [];
    for (const [k, { name, asked: output }] of files.entries()) {
      const file = fileOfPrint(folder, name);
      const tell = (share: number) => progress?.((k + share) / files.length);
      const bytes = await writeFile({ kernels, job, asked: output, pictures, load, file, progress: tell });
      made.push({ name, bytes });
    }
    if (asked.contact) {
      const across = Math.round(THUMB * Math.min(1, job.sheet.width / job.sheet.height));
      const { width, height, rgba } = makeSmallPrint({ kernels, pictures }, job, across);
      const raw = { width, height, channels: 4 } as const;
      writeFileSync(thumbFile(folder), await sharp(Buffer.from(rgba), { raw }).removeAlpha().png().toBuffer());
    }
    return { files: made, thumb: asked.contact };
  } catch (error) {
    if (isDiskFull(error)) throw error;
    await rm(folder, { recursive: true, force: true });
    await mkdir(folder, { recursive: true });
    if (error instanceof RecipeError || error instanceof OutputError) return { message: error.message };
    throw error;
  }
}
