import { readFile } from 'node:fs/promises';
import { readArtwork } from '../artwork/read-artwork.ts';
import { storeFile } from '../clips/reading/store-file.ts';
import { addFrame, endFrames } from '../clips/reading/sent-frames.ts';
import { readTemplate } from '../cutter/read-template.ts';
import { writeMissingLevels } from '../pictures/missing-levels.ts';
import { inspectPackage } from '../press/inspect.ts';

/** What is done with files that nobody vouches for, each in a process that can be ended: one line a task. */
export const TASKS = {
  storePicture: storeFile,
  addFrame,
  endFrames,
  writeMissingLevels,
  inspectPackage,
  readArtwork,
  readTemplate: async ({ file }: { readonly file: string }) => readTemplate(await readFile(file)),
};

export type TaskName = keyof typeof TASKS;
export type Input<K extends TaskName> = Parameters<(typeof TASKS)[K]>[0];
export type Output<K extends TaskName> = Awaited<ReturnType<(typeof TASKS)[K]>>;
