import type { Job, Pass } from '../document/types.ts';
import { countInk } from '../raster/bitmap.ts';
import { sheetPixels } from '../raster/sheet.ts';
import { openArchive } from './archive-entries.ts';
import { plateFileName } from './file-words.ts';
import type { Aside, OutputSink, OutputWork } from './output.ts';
import { makeProof } from './make-proof.ts';
import { writeCompositePdf, writePlatesPdf, writeProofPdf } from './pdf/plate-pdf.ts';
import { type PackedPlate, type PlateTaker, packTaker, pngTaker, runPlates, tiffTaker } from './plate-takers.ts';
import { jobTicket } from './ticket.ts';

/** Everything of a job in one ZIP archive. */
export async function writePackage(work: OutputWork, sink: OutputSink): Promise<void> {
  const { job, passes } = work;
  const archive = openArchive(sink);
  // An archive takes its files one after the other; what is ready before its turn waits on the disk.
  const tiffs = passes.map(() => sink.aside());
  const pngs = passes.map(() => sink.aside());
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
    packTaker(pass, width, height, sink.aside(), (plate) => packed.push(plate)),
    coverage(passes.indexOf(pass)),
  ];
  // Film that is turned over or negative differs from what the pages hold.
  const twice = job.plates.mirror || job.plates.negative;
  const part = (from: number, to: number): OutputWork => ({
    ...work,
    progress: (share) => work.progress?.(from + (to - from) * share),
  });
  if (twice) runPlates(part(0, 0.4), true, files);
  runPlates(part(twice ? 0.4 : 0, 0.75), false, (...plate) => [...(twice ? [] : files(...plate)), ...pages(...plate)]);
  const sheet = sheetPixels(job.sheet);
  passes.forEach((pass, k) => {
    archive.add(`tiff/${plateFileName(pass, k)}.tif`, tiffs[k]!.pieces());
    archive.add(`png/${plateFileName(pass, k)}.png`, pngs[k]!.pieces());
  });
  const addPdf = async <T>(name: string, write: (job: Job, what: T, pdf: Aside) => Promise<void>, what: T) => {
    const pdf = sink.aside();
    await write(job, what, pdf);
    archive.add(name, pdf.pieces());
  };
  await addPdf('plates.pdf', writePlatesPdf, packed);
  await addPdf('named-inks.pdf', writeCompositePdf, packed);
  const proof = await makeProof(part(0.75, 0.98));
  archive.add('proof.png', [proof.png]);
  await addPdf('proof.pdf', writeProofPdf, proof);
  const listed = passes.map((pass, k) => ({
    file: `tiff/${plateFileName(pass, k)}.tif`,
    coverage: ink[k]! / (sheet.width * sheet.height),
  }));
  archive.addText('ticket.txt', jobTicket(job, listed));
  archive.addText('job.json', JSON.stringify(job, null, 2));
  archive.end();
}
