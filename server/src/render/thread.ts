import type { MessagePort } from 'node:worker_threads';
import {
  createKernels,
  estimateOutput,
  type Job,
  loadClipper,
  makeSmallPrint,
  type OutputAsked,
  pixelNames,
  type SmallPrint,
} from '@chromatype/core';
import { openPictures, type StoredPicture } from './file-source.ts';
import { outputEnv } from './output-env.ts';
import { writeFile } from './write-file.ts';

interface Task {
  readonly job: Job;
  readonly pictures: readonly StoredPicture[];
}

export interface OutputTask extends Task {
  readonly asked: OutputAsked;
  readonly file: string;
  readonly port: MessagePort;
}

export interface SmallPrintTask extends Task {
  readonly width: number;
}

export interface EstimateTask extends Task {
  readonly asked: OutputAsked;
}

const kernels = createKernels();
await loadClipper();

async function withPictures<T>(
  task: Task,
  work: (pictures: Pick<ReturnType<typeof openPictures>, 'lookup' | 'load'>) => T | Promise<T>,
): Promise<T> {
  const pictures = openPictures(task.pictures);
  try {
    await pictures.load(pixelNames(task.job.pictures));
    return await work(pictures);
  } finally {
    pictures.close();
  }
}

/** Writes an output file and returns its size in bytes; shares done are posted to the task's port. */
export function output(task: OutputTask): Promise<number> {
  return withPictures(task, ({ lookup, load }) =>
    writeFile({ ...task, kernels, pictures: lookup, load, progress: (share) => task.port.postMessage(share) }),
  );
}

export function smallPrint(task: SmallPrintTask): Promise<SmallPrint> {
  return withPictures(task, ({ lookup }) => makeSmallPrint({ kernels, pictures: lookup }, task.job, task.width));
}

/** Bytes that an output will take, nearly. */
export function estimate(task: EstimateTask): Promise<number> {
  return withPictures(task, async ({ lookup, load }) =>
    estimateOutput(await outputEnv(kernels, lookup, load), task.job, task.asked),
  );
}
