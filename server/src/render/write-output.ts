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
import { writeWhole } from '../plates/file-sink.ts';
import { PLATE_WRITERS } from '../plates/write-plates.ts';

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
export function writeOutput({ kernels, job, asked, pictures, file, progress }: WriteOptions): Promise<number> {
  const { height } = sheetPixels(job.sheet);
  return writeWhole(file, async (sink) => {
    const plates = PLATE_WRITERS[asked.kind];
    if (plates) return plates({ kernels, job, pictures, progress }, asked, sink);
    const writer = createOutput(kernels, job, asked, (piece) => sink.write(piece));
    for (const band of printBands(kernels, job, passesFor(job, asked), pictures)) {
      writer.band(band);
      progress?.((band.y + band.rows) / height);
    }
    writer.end();
  });
}
