import { estimatePacked } from './estimates.ts';
import { output } from './output.ts';
import { runPlates, tiffTaker } from './plate-takers.ts';

export const plateTiff = output({
  name: 'plate-tif',
  label: 'TIFF plate',
  about: 'One bit, packed by CCITT G4, with margin and marks.',
  ending: 'tif',
  type: 'image/tiff',
  of: 'pass',
  oneBit: true,
  fileName: 'plate',
  async write(work, sink) {
    runPlates(work, true, (pass, width, height) => [tiffTaker(work.job, pass, width, height, sink)]);
  },
  estimate: (work) => estimatePacked(work, 1),
});
