import { output } from '../output.ts';
import { drawnGroups, outlinesFault, toMm } from './drawn.ts';
import { estimateOutlines } from './estimate.ts';
import { svgElement } from './marks-svg.ts';

/** Packed, operators take so much of what elements of an SVG take. */
const PACKED = 0.4;

export const marksPdf = output({
  name: 'marks-pdf',
  label: 'Marks, PDF',
  about: 'Outlines of all marks in inks of their own names, which overprint, for a print shop.',
  ending: 'pdf',
  type: 'application/pdf',
  of: 'job',
  oneBit: false,
  fileName: 'marks',
  fault: outlinesFault,
  async write(work, sink) {
    const { writeMarksPdf } = await import('../pdf/marks-pdf.ts');
    await writeMarksPdf(work.job, drawnGroups(work), sink);
  },
  estimate: (work) => {
    const mm = toMm(work.job);
    return Math.round(PACKED * estimateOutlines(work, (drawn) => svgElement(drawn, mm).length));
  },
});
