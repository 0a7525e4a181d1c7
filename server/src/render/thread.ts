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
import type { PrintOutcome } from '../batch/batch-folder.ts';
import { makePrint, type PrintTask } from '../batch/make-print.ts';
import { openParts } from '../parts/finished-parts.ts';
import { makePart } from '../parts/make-part.ts';
import type { PartWork } from '../parts/part-work.ts';
import { openPictures, type StoredPicture } from './file-source.ts';
import { type Unscreening, type UnscreenAsked, writeUnscreened } from '../unscreen/write-unscreened.ts';
import { outputEnv } from './output-env.ts';
import { writeFile } from './write-file.ts';

interface Task {
  readonly job: Job;
  readonly pictures: readonly StoredPicture[];
}

export interface OutputTask extends Task {
  readonly asked: OutputAsked;
  readonly file: string;
  /** Files of parts that other machines have made. */
  readonly parts?: readonly string[];
  readonly port: MessagePort;
}

/** A part of a run, made for another machine to put together. */
export interface PartThreadTask {
  readonly work: PartWork;
  readonly pictures: readonly StoredPicture[];
  readonly file: string;
  readonly port: MessagePort;
}

/** One print of a batch; the job is made here. */
export interface BatchPrintTask extends Omit<PrintTask, 'kernels' | 'pictures' | 'load' | 'progress'> {
  readonly pictures: readonly StoredPicture[];
  readonly port: MessagePort;
}

export interface SmallPrintTask extends Task {
  readonly width: number;
}

export interface EstimateTask extends Task {
  readonly asked: OutputAsked;
}

export interface UnscreenTask extends UnscreenAsked {
  readonly port: MessagePort;
}

const kernels = createKernels();
await loadClipper();

async function withPictures<T>(
  task: Pick<Task, 'pictures'> & { readonly job?: Job },
  work: (pictures: Pick<ReturnType<typeof openPictures>, 'lookup' | 'load'>) => T | Promise<T>,
): Promise<T> {
  const pictures = openPictures(task.pictures);
  try {
    if (task.job) await pictures.load(pixelNames(task.job.pictures));
    return await work(pictures);
  } finally {
    pictures.close();
  }
}

/** Writes an output file and returns its size in bytes; shares done are posted to the task's port. */
export function output(task: OutputTask): Promise<number> {
  const { parts = [], port, ...own } = task;
  const progress = (share: number) => port.postMessage(share);
  return withPictures(task, async ({ lookup, load }) => {
    const { close, ...made } = openParts(parts);
    try {
      return await writeFile({ ...own, kernels, pictures: lookup, load, progress, made });
    } finally {
      close();
    }
  });
}

/** Makes a part of a run into a file, and returns its bytes. */
export function part({ port, ...task }: PartThreadTask): Promise<number> {
  const job = task.work.does === 'print' ? undefined : task.work.job;
  return withPictures({ ...task, job }, ({ lookup, load }) =>
    makePart({ ...task, kernels, pictures: lookup, load, progress: (share) => port.postMessage(share) }),
  );
}

/** Makes one print of a batch in its own folder, and says how that ended. */
export function batchPrint({ port, ...task }: BatchPrintTask): Promise<PrintOutcome> {
  return withPictures(task, ({ lookup, load }) =>
    makePrint({ ...task, kernels, pictures: lookup, load, progress: (share) => port.postMessage(share) }),
  );
}

/** Takes the screen out of a scanned print, into a file. */
export const unscreen = ({ port, ...asked }: UnscreenTask): Promise<Unscreening> =>
  writeUnscreened(kernels, asked, (share) => port.postMessage(share));

export function smallPrint(task: SmallPrintTask): Promise<SmallPrint> {
  return withPictures(task, ({ lookup }) => makeSmallPrint({ kernels, pictures: lookup }, task.job, task.width));
}

/** Bytes that an output will take, nearly. */
export function estimate(task: EstimateTask): Promise<number> {
  return withPictures(task, async ({ lookup, load }) =>
    estimateOutput(await outputEnv(kernels, lookup, load), task.job, task.asked),
  );
}
