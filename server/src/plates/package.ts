import { countInk, type FileSink, type Pass, printingPasses, sheetPixels } from '@chromatype/core';
import { Zip, ZipPassThrough } from 'fflate';
import { fileWords } from '../render/file-words.ts';
import {
  type PackedPlate,
  packTaker,
  type PlateTaker,
  type PlateWork,
  runPlates,
  tiffTaker,
  pngTaker,
} from './plate-files.ts';
import { compositePdf, platesPdf, proofPdf } from './plate-pdf.ts';
import { makeProof } from './proof.ts';
import { jobTicket } from './ticket.ts';

/** Keeps what is written in memory, since an archive takes its files one after the other. */
function memorySink(): FileSink & { bytes(): Uint8Array } {
  let held = new Uint8Array(1 << 16);
  let length = 0;
  return {
    write(piece) {
      if (length + piece.length > held.length) {
        const larger = new Uint8Array(2 * (length + piece.length));
        larger.set(held.subarray(0, length));
        held = larger;
      }
      held.set(piece, length);
      length += piece.length;
    },
    patch(at, piece) {
      held.set(piece, at);
    },
    bytes: () => held.subarray(0, length),
  };
}

/** Name of a plate's files: its place, then its name. */
export const plateFile = (pass: Pass, place: number): string => `${place + 1}-${fileWords(pass.name) || 'plate'}`;

/** Everything of a job in one ZIP archive. */
export async function writePackage(work: PlateWork, sink: FileSink): Promise<void> {
  const { job } = work;
  const passes = printingPasses(job);
  let failed: Error | null = null;
  const zip = new Zip((error, piece) => {
    if (error) failed = error;
    else sink.write(piece);
  });
  // What is large is packed already; the rest is not worth it.
  const add = (name: string, bytes: Uint8Array): void => {
    const entry = new ZipPassThrough(name);
    zip.add(entry);
    entry.push(bytes, true);
  };
  const tiffs = passes.map(memorySink);
  const pngs = passes.map(memorySink);
  const packed: PackedPlate[] = [];
  const ink = passes.map(() => 0);
  const coverage = (k: number): PlateTaker => ({
    rows: (plate) => {
      ink[k]! += countInk(plate.data);
    },
    end() {},
  });
  const files = (pass: Pass, width: number, height: number): PlateTaker[] => {
    const k = passes.indexOf(pass);
    return [tiffTaker(job, pass, width, height, tiffs[k]!), pngTaker(job, width, height, pngs[k]!)];
  };
  const pages = (pass: Pass, width: number, height: number): PlateTaker[] => [
    packTaker(pass, width, height, (plate) => packed.push(plate)),
    coverage(passes.indexOf(pass)),
  ];
  const told = (from: number, share: number) => work.progress?.(from + 0.45 * share);
  // Film that is turned over or negative differs from what the pages hold.
  if (job.plates.mirror || job.plates.negative) {
    runPlates({ ...work, progress: (share) => told(0, share) }, passes, true, files);
    runPlates({ ...work, progress: (share) => told(0.45, share) }, passes, false, pages);
  } else {
    runPlates({ ...work, progress: (share) => told(0.45 * share, share) }, passes, false, (...plate) => [
      ...files(...plate),
      ...pages(...plate),
    ]);
  }
  const sheet = sheetPixels(job.sheet);
  passes.forEach((pass, k) => {
    add(`tiff/${plateFile(pass, k)}.tif`, tiffs[k]!.bytes());
    add(`png/${plateFile(pass, k)}.png`, pngs[k]!.bytes());
  });
  add('plates.pdf', await platesPdf(job, packed));
  add('named-inks.pdf', await compositePdf(job, packed));
  const proof = await makeProof(work);
  work.progress?.(0.97);
  add('proof.png', proof.png);
  add('proof.pdf', await proofPdf(job, proof.png, proof.profile));
  const listed = passes.map((pass, k) => ({
    file: `tiff/${plateFile(pass, k)}.tif`,
    coverage: ink[k]! / (sheet.width * sheet.height),
  }));
  const text = new TextEncoder();
  add('ticket.txt', text.encode(jobTicket(job, listed)));
  add('job.json', text.encode(JSON.stringify(job, null, 2)));
  zip.end();
  if (failed) throw failed;
}
