import { type OutputAsked, printingPasses } from '@chromatype/core';
import type { OpenFile } from './file-sink.ts';
import { writePackage } from './package.ts';
import { type PackedPlate, packTaker, type PlateWork, runPlates, tiffTaker } from './plate-files.ts';
import { compositePdf, platesPdf, proofPdf } from './plate-pdf.ts';
import { makeProof } from './proof.ts';

async function packedPlates(work: PlateWork, film: boolean, sink: OpenFile): Promise<PackedPlate[]> {
  const packed: PackedPlate[] = [];
  runPlates(work, printingPasses(work.job), film, (pass, width, height) => [
    packTaker(pass, width, height, sink.aside(), (plate) => packed.push(plate)),
  ]);
  return packed;
}

type Writer = (work: PlateWork, asked: OutputAsked, sink: OpenFile) => Promise<void>;

/** How each kind of output that is not a single PNG of the print is written. */
export const PLATE_WRITERS: Readonly<Record<string, Writer>> = {
  async 'plate-tif'(work, asked, sink) {
    const passes = work.job.passes.filter((p) => p.id === asked.pass);
    runPlates(work, passes, true, (pass, width, height) => [tiffTaker(work.job, pass, width, height, sink)]);
  },
  async 'plates-pdf'(work, _asked, sink) {
    await platesPdf(work.job, await packedPlates(work, true, sink), sink);
  },
  async 'composite-pdf'(work, _asked, sink) {
    await compositePdf(work.job, await packedPlates(work, false, sink), sink);
  },
  async proof(work, _asked, sink) {
    sink.write((await makeProof(work)).png);
  },
  async 'proof-pdf'(work, _asked, sink) {
    await proofPdf(work.job, await makeProof(work), sink);
  },
  package: (work, _asked, sink) => writePackage(work, sink),
};
