import { output } from '../output.ts';
import { allStones, stonesFault } from './layouts.ts';

/** Bytes of a hole, nearly, once packed. */
const HOLE = 45;

export const stonesPdf = output({
  name: 'stones-pdf',
  label: 'Template, PDF',
  about: 'Holes for all stones in true size, a layer for each size, a page for each sheet.',
  ending: 'pdf',
  type: 'application/pdf',
  of: 'job',
  oneBit: false,
  fileName: 'template',
  fault: stonesFault,
  async write(work, sink) {
    const { writeTemplatePdf } = await import('../pdf/stone-template.ts');
    await writeTemplatePdf(work.job, allStones(work), sink);
  },
  estimate: (work) => 2000 + HOLE * allStones(work).count,
});
