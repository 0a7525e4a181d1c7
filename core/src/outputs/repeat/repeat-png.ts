import { printingPasses } from '../../print/printing-passes.ts';
import { swatchRows } from '../../print/swatch.ts';
import { sheetPixels } from '../../raster/sheet.ts';
import { estimateBands } from '../estimates.ts';
import { output } from '../output.ts';
import { sheetPngWriter } from '../print-png.ts';
import { printedFlat, swatchFault, swatchJob, swatchOfWork, swatchPixels } from './swatch-work.ts';

/** Rows that are written at a time. */
const BAND = 256;
/** Share of the work after which the plates are there. */
const MADE = 0.9;

export const repeatPng = output({
  name: 'repeat-png',
  label: 'Swatch, PNG',
  about: 'One swatch of the seamless repeat in colour, with its own pixels per inch.',
  ending: 'png',
  type: 'image/png',
  of: 'job',
  oneBit: false,
  fileName: 'swatch',
  fault: (job) => swatchFault(job),
  async write(work, sink) {
    const { env, job, progress } = work;
    const swatch = swatchOfWork(work, (share) => progress?.(MADE * share));
    const writer = sheetPngWriter(env, swatchJob(job, swatch), printingPasses(job), (piece) => sink.write(piece));
    for (let y = 0; y < swatch.height; y += BAND) {
      const rows = Math.min(BAND, swatch.height - y);
      writer.band({ y, rows, plates: swatchRows(swatch, y, rows) });
      progress?.(MADE + ((1 - MADE) * (y + rows)) / swatch.height);
    }
    writer.end();
  },
  estimate(work) {
    // A swatch packs as well as the sheet that it is a part of.
    const job = printedFlat(work.job);
    const whole = estimateBands({ ...work, job }, (count) =>
      sheetPngWriter(work.env, job, work.passes, (piece) => count(piece.length)),
    );
    const [swatch, sheet] = [swatchPixels(work.job), sheetPixels(job.sheet)];
    return Math.round((whole * swatch.width * swatch.height) / (sheet.width * sheet.height));
  },
});
