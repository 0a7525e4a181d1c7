import { estimatePacked, estimateProof } from './estimates.ts';
import { output } from './output.ts';

/** How often an archive holds each plate: as TIFF, as PNG, and in both PDFs. */
const TIMES = 3.5;

export const packageZip = output({
  name: 'package',
  label: 'Everything, ZIP',
  about: 'All plates as TIFF and PNG, both PDFs, the proof, the job and a ticket in words.',
  ending: 'zip',
  type: 'application/zip',
  of: 'job',
  oneBit: true,
  fileName: 'for press',
  async write(work, sink) {
    const { writePackage } = await import('./package-files.ts');
    await writePackage(work, sink);
  },
  estimate: (work) => estimatePacked(work, TIMES) + estimateProof(work, 4),
});
