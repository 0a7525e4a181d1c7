import { screenFamily } from '../family.ts';
import { SMOOTH_PARAMS } from './params.ts';
import { smoothPrints, smoothScreen } from './plates.ts';

/** No screen: artwork or flat colour as it is. A press cannot print it. */
export const SMOOTH = screenFamily({
  name: 'smooth',
  label: 'Smooth',
  about: 'No screen: artwork or flat colour as it is, under or over the dots. Plates for a press cannot hold it.',
  params: SMOOTH_PARAMS,
  cells: null,
  traits: () => ({
    lattice: false,
    cells: false,
    rows: false,
    centre: false,
    chance: false,
    turnsEvery: 180,
    order: 'any',
    sharesThreads: false,
  }),
  cellWidth: () => 8,
  prints: smoothPrints,
  caption: ({ takes }) => (takes === 'ink' ? 'smooth tone' : 'artwork'),
  inputs: ({ own }) => own,
  compile: (own) => smoothScreen(own),
});
