import { estimateBands } from './estimates.ts';
import { output } from './output.ts';
import { sheetPngWriter, writeBands } from './print-png.ts';

export const sheetPng = output({
  name: 'sheet',
  label: 'Sheet in colour',
  about: 'PNG of the print, every pixel of its plates.',
  ending: 'png',
  type: 'image/png',
  of: 'job',
  oneBit: false,
  fileName: 'sheet',
  async write(work, sink) {
    writeBands(
      work,
      sheetPngWriter(work.env, work.job, work.passes, (piece) => sink.write(piece)),
    );
  },
  estimate: (work) =>
    estimateBands(work, (count) => sheetPngWriter(work.env, work.job, work.passes, (p) => count(p.length))),
});
