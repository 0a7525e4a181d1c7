import type { Job, Pass } from '../document/types.ts';
import { createG4Encoder } from '../formats/g4.ts';
import { createPngWriter } from '../formats/png.ts';
import { createTiffWriter, type FileSink } from '../formats/tiff.ts';
import { markedPlates } from '../plates/marked.ts';
import type { Bitmap } from '../raster/bitmap.ts';
import type { Aside, Held, OutputSink, OutputWork } from './output.ts';

/** Takes the rows of one plate. */
export interface PlateTaker {
  rows(plate: Bitmap): void;
  end(): void;
}

/** Runs finished plates of some passes through what takes them, each band once. */
export function runPlates(
  { env, job, passes, progress }: OutputWork,
  film: boolean,
  takersOf: (pass: Pass, width: number, height: number) => readonly PlateTaker[],
): { readonly width: number; readonly height: number } {
  const marked = markedPlates({ env, job, passes, words: env.words, film });
  const { width, height } = marked.frame;
  const takers = passes.map((pass) => takersOf(pass, width, height));
  for (const { y, rows, plates } of marked.bands()) {
    plates.forEach((plate, k) => {
      for (const taker of takers[k]!) taker.rows(plate);
    });
    progress?.((y + rows) / height);
  }
  for (const taker of takers.flat()) taker.end();
  return { width, height };
}

export function tiffTaker(job: Job, pass: Pass, width: number, height: number, sink: FileSink): PlateTaker {
  const writer = createTiffWriter({ width, height, ppi: job.sheet.ppi, name: pass.name, sink });
  return { rows: (plate) => writer.rows(plate.data, plate.stride, plate.height), end: () => writer.end() };
}

export function pngTaker(job: Job, width: number, height: number, sink: FileSink): PlateTaker {
  const writer = createPngWriter({
    width,
    height,
    ppi: job.sheet.ppi,
    kind: 'bits',
    write: (bytes) => sink.write(bytes),
  });
  return {
    rows: (plate) =>
      writer.rows(
        plate.data.map((byte) => ~byte),
        plate.stride,
        plate.height,
      ),
    end: () => writer.end(),
  };
}

/** Bytes that wait in memory before they are set aside. */
const WAITING = 1 << 20;

/** A plate packed by CCITT G4 as one strip, for a PDF. */
export interface PackedPlate {
  readonly pass: Pass;
  readonly width: number;
  readonly height: number;
  readonly bytes: Held;
}

export function packTaker(
  pass: Pass,
  width: number,
  height: number,
  aside: Aside,
  done: (packed: PackedPlate) => void,
): PlateTaker {
  const encoder = createG4Encoder(width);
  return {
    rows(plate) {
      for (let k = 0; k < plate.height; k++) {
        encoder.row(plate.data, k * plate.stride);
        if (encoder.ready > WAITING) aside.write(encoder.take());
      }
    },
    end() {
      aside.write(encoder.end());
      done({ pass, width, height, bytes: aside });
    },
  };
}

/** Plates of all passes, packed for a PDF. */
export function packedPlates(work: OutputWork, film: boolean, sink: OutputSink): PackedPlate[] {
  const packed: PackedPlate[] = [];
  runPlates(work, film, (pass, width, height) => [
    packTaker(pass, width, height, sink.aside(), (plate) => packed.push(plate)),
  ]);
  return packed;
}
