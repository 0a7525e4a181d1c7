import type { MessagePort } from 'node:worker_threads';
import {
  createKernels,
  estimateOutput,
  type Job,
  loadClipper,
  makeSmallPrint,
  type OutputAsked,
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
  work: (lookup: ReturnType<typeof openPictures>['lookup']) => T | Promise<T>,
): Promise<T> {
  const pictures = openPictures(task.pictures);
  try {
    return await work(pictures.lookup);
  } finally {
    pictures.close();
  }
}

/** Writes an output file and returns its size in bytes; shares done are posted to the task's port. */
export function output(task: OutputTask): Promise<number> {
  return withPictures(task, (pictures) =>
    writeFile({ ...task, kernels, pictures, progress: (share) => task.port.postMessage(share) }),
  );
}

export function smallPrint(task: SmallPrintTask): Promise<SmallPrint> {
  return withPictures(task, (pictures) => makeSmallPrint({ kernels, pictures }, task.job, task.width));
}

/** Bytes that an output will take, nearly. */
export function estimate(task: EstimateTask): Promise<number> {
  return withPictures(task, async (pictures) =>
    estimateOutput(await outputEnv(kernels, pictures), task.job, task.asked),
  );
}
