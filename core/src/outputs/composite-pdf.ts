import { estimatePacked } from './estimates.ts';
import { output } from './output.ts';
import { packedPlates } from './plate-takers.ts';

export const compositePdf = output({
  name: 'composite-pdf',
  label: 'Named inks, PDF',
  about: 'One page; every plate in an ink of its own name that overprints, for a print shop.',
  ending: 'pdf',
  type: 'application/pdf',
  of: 'job',
  oneBit: true,
  fileName: 'composite pdf',
  async write(work, sink) {
    const { writeCompositePdf } = await import('./pdf/plate-pdf.ts');
    await writeCompositePdf(work.job, packedPlates(work, false, sink), sink);
  },
  estimate: (work) => estimatePacked(work, 1),
});
