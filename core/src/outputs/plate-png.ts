import { estimateBands } from './estimates.ts';
import { output } from './output.ts';
import { platePngWriter, writeBands } from './print-png.ts';

export const platePng = output({
  name: 'plate',
  label: 'Plate',
  about: 'PNG, one bit; ink is black.',
  ending: 'png',
  type: 'image/png',
  of: 'pass',
  oneBit: false,
  fileName: 'plate',
  async write(work, sink) {
    writeBands(
      work,
      platePngWriter(work.job, work.passes[0]!, (piece) => sink.write(piece)),
    );
  },
  estimate: (work) =>
    estimateBands(work, (count) => platePngWriter(work.job, work.passes[0]!, (piece) => count(piece.length))),
});
