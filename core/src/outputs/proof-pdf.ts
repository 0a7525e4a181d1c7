import { estimateProof } from './estimates.ts';
import { makeProof } from './make-proof.ts';
import { output } from './output.ts';

export const proofPdf = output({
  name: 'proof-pdf',
  label: 'Proof, PDF',
  about: 'The same on a page of the sheet’s size, with its colour profile.',
  ending: 'pdf',
  type: 'application/pdf',
  of: 'job',
  oneBit: false,
  fileName: 'proof pdf',
  async write(work, sink) {
    const { writeProofPdf } = await import('./pdf/plate-pdf.ts');
    await writeProofPdf(work.job, makeProof(work), sink);
  },
  estimate: (work) => estimateProof(work, 2),
});
