import { estimateProof } from './estimates.ts';
import { makeProof } from './make-proof.ts';
import { output } from './output.ts';

export const proofPng = output({
  name: 'proof',
  label: 'Proof, PNG',
  about: 'The print as it is seen from afar, in sRGB.',
  ending: 'png',
  type: 'image/png',
  of: 'job',
  oneBit: false,
  fileName: 'proof',
  async write(work, sink) {
    sink.write(makeProof(work).png);
  },
  estimate: (work) => estimateProof(work, 2),
});
