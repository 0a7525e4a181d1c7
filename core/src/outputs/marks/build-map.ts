import { output } from '../output.ts';
import { piecesFault } from './pieces-fault.ts';

export const buildMap = output({
  name: 'build-map',
  label: 'Build map, PDF',
  about: 'A mosaic in numbered sections, the colour of every piece by its number, and a legend with counts.',
  ending: 'pdf',
  type: 'application/pdf',
  of: 'job',
  oneBit: false,
  fileName: 'build map',
  fault: piecesFault,
  async write(work, sink) {
    const { writeBuildMap } = await import('../pdf/build-map.ts');
    await writeBuildMap(work, sink);
  },
  estimate: () => 400_000,
});
