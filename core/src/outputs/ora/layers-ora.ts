import { estimateBands } from '../estimates.ts';
import { output } from '../output.ts';
import { platePngWriter, sheetPngWriter } from '../print-png.ts';
import { writeOra } from './write-ora.ts';

export const layersOra = output({
  name: 'layers-ora',
  label: 'Layers, OpenRaster',
  about: 'Stock and passes as layers with their names, opacity and blend modes, for painting programs.',
  ending: 'ora',
  type: 'image/openraster',
  of: 'job',
  oneBit: false,
  fileName: 'layers',
  write: writeOra,
  // A layer takes a little more than its plate; the print and the stock are there whole.
  estimate: (work) =>
    Math.round(
      1.6 *
        (estimateBands(work, (count) => sheetPngWriter(work.env, work.job, work.passes, (p) => count(p.length))) +
          work.passes.reduce(
            (sum, pass) =>
              sum +
              estimateBands({ ...work, passes: [pass] }, (count) =>
                platePngWriter(work.job, pass, (piece) => count(piece.length)),
              ),
            0,
          )),
    ),
});
