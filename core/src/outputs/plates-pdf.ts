import { estimatePacked } from './estimates.ts';
import { output } from './output.ts';
import { packedPlates } from './plate-takers.ts';

export const platesPdf = output({
  name: 'plates-pdf',
  label: 'Plates, PDF',
  about: 'A page for each plate in black, with margin and marks.',
  ending: 'pdf',
  type: 'application/pdf',
  of: 'job',
  oneBit: true,
  fileName: 'plates pdf',
  async write(work, sink) {
    const { writePlatesPdf } = await import('./pdf/plate-pdf.ts');
    await writePlatesPdf(work.job, packedPlates(work, true, sink), sink);
  },
  estimate: (work) => estimatePacked(work, 1),
});
