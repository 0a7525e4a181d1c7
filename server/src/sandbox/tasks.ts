import { readFile } from 'node:fs/promises';
import { readArtwork } from '../artwork/read-artwork.ts';
import { readTemplate } from '../cutter/read-template.ts';
import { writeMissingLevels } from '../pictures/missing-levels.ts';
import { storePicture } from '../pictures/reading/store-picture.ts';
import { inspectPackage } from '../press/inspect.ts';

interface FileToStore {
  readonly file: string;
  readonly name: string;
  readonly folder: string;
  /** At which share of its usual size a drawing is drawn. */
  readonly svgShare?: number;
}

/** What is done with files that nobody vouches for, each in a process that can be ended: one line a task. */
export const TASKS = {
  storePicture: async ({ file, name, folder, svgShare }: FileToStore) =>
    storePicture(await readFile(file), name, folder, svgShare),
  writeMissingLevels,
  inspectPackage,
  readArtwork,
  readTemplate: async ({ file }: { readonly file: string }) => readTemplate(await readFile(file)),
};

export type TaskName = keyof typeof TASKS;
export type Input<K extends TaskName> = Parameters<(typeof TASKS)[K]>[0];
export type Output<K extends TaskName> = Awaited<ReturnType<(typeof TASKS)[K]>>;
