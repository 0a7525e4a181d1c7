import {
  type Job,
  type Kernels,
  type OutputAsked,
  type OutputEnv,
  type PictureLookup,
  writeOutput,
} from '@chromatype/core';
import { writeWhole } from '../plates/file-sink.ts';
import { outputEnv } from './output-env.ts';

export interface WriteOptions {
  readonly kernels: Kernels;
  readonly job: Job;
  readonly asked: OutputAsked;
  readonly pictures: PictureLookup;
  /** Makes frames of clips ready; left out where there are none. */
  readonly load?: OutputEnv['load'];
  /** Plates and frames that need not be made here. */
  readonly made?: Pick<OutputEnv, 'finished' | 'frames'>;
  readonly file: string;
  /** Called with the share done, 0..1. */
  progress?(share: number): void;
}

/** Writes one output of a job, band by band; the file appears only when it is whole. Returns its bytes. */
export async function writeFile({
  kernels,
  job,
  asked,
  pictures,
  load,
  made,
  file,
  progress,
}: WriteOptions): Promise<number> {
  const env = { ...(await outputEnv(kernels, pictures, load)), ...made };
  return writeWhole(file, (sink) => writeOutput(env, job, asked, sink, progress));
}
