import { closeSync, fsyncSync, mkdirSync, openSync, renameSync, rmSync, writeSync } from 'node:fs';
import { dirname } from 'node:path';
import {
  createOutput,
  type Job,
  type Kernels,
  type OutputAsked,
  passesFor,
  type PictureLookup,
  printBands,
  sheetPixels,
} from '@chromatype/core';

export interface WriteOptions {
  readonly kernels: Kernels;
  readonly job: Job;
  readonly asked: OutputAsked;
  readonly pictures: PictureLookup;
  readonly file: string;
  /** Called after each band with the share done, 0..1. */
  progress?(share: number): void;
}

/** Writes one output file of a job, band by band; the file appears only when it is whole. Returns its bytes. */
export function writeOutput({ kernels, job, asked, pictures, file, progress }: WriteOptions): number {
  mkdirSync(dirname(file), { recursive: true });
  const partial = `${file}.${process.pid}.partial`;
  const { height } = sheetPixels(job.sheet);
  let bytes = 0;
  const handle = openSync(partial, 'w');
  try {
    const writer = createOutput(kernels, job, asked, (piece) => {
      for (let at = 0; at < piece.length; ) at += writeSync(handle, piece, at);
      bytes += piece.length;
    });
    for (const band of printBands(kernels, job, passesFor(job, asked), pictures)) {
      writer.band(band);
      progress?.((band.y + band.rows) / height);
    }
    writer.end();
    fsyncSync(handle);
    closeSync(handle);
    renameSync(partial, file);
  } catch (error) {
    rmSync(partial, { force: true });
    throw error;
  }
  return bytes;
}
