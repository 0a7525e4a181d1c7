import { type FileSink, type OutputAsked, printingPasses } from '@chromatype/core';
import { writePackage } from './package.ts';
import { type PackedPlate, packTaker, type PlateWork, runPlates, tiffTaker } from './plate-files.ts';
import { compositePdf, platesPdf, proofPdf } from './plate-pdf.ts';
import { makeProof } from './proof.ts';

async function packedPlates(work: PlateWork, film: boolean): Promise<PackedPlate[]> {
  const packed: PackedPlate[] = [];
  runPlates(work, printingPasses(work.job), film, (pass, width, height) => [
    packTaker(pass, width, height, (plate) => packed.push(plate)),
  ]);
  return packed;
}

type Writer = (work: PlateWork, asked: OutputAsked, sink: FileSink) => Promise<void>;

/** How each kind of output that is not a single PNG of the print is written. */
export const PLATE_WRITERS: Readonly<Record<string, Writer>> = {
  async 'plate-tif'(work, asked, sink) {
    const passes = work.job.passes.filter((p) => p.id === asked.pass);
    runPlates(work, passes, true, (pass, width, height) => [tiffTaker(work.job, pass, width, height, sink)]);
  },
  async 'plates-pdf'(work, _asked, sink) {
    sink.write(await platesPdf(work.job, await packedPlates(work, true)));
  },
  async 'composite-pdf'(work, _asked, sink) {
    sink.write(await compositePdf(work.job, await packedPlates(work, false)));
  },
  async proof(work, _asked, sink) {
    sink.write((await makeProof(work)).png);
  },
  async 'proof-pdf'(work, _asked, sink) {
    const { png, profile } = await makeProof(work);
    sink.write(await proofPdf(work.job, png, profile));
  },
  package: (work, _asked, sink) => writePackage(work, sink),
};
