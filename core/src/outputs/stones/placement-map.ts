import { output } from '../output.ts';
import { allStones, stonesFault } from './layouts.ts';

/** Bytes of a stone with its number, nearly. */
const STONE = 90;

export const placementMap = output({
  name: 'stones-map',
  label: 'Placement map, PDF',
  about: 'Every stone in true size with the number of its colour, a legend, and a scale bar of 100 mm.',
  ending: 'pdf',
  type: 'application/pdf',
  of: 'job',
  oneBit: false,
  fileName: 'placement map',
  fault: stonesFault,
  async write(work, sink) {
    const { writePlacementMap } = await import('../pdf/placement-map.ts');
    await writePlacementMap(work, allStones(work), sink);
  },
  estimate: (work) => 4000 + STONE * allStones(work).count,
});
