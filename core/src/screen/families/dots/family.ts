import { screenFamily } from '../family.ts';
import { compileDots, dotInputs, latticeMaker } from './compile.ts';
import { DOT_PARAMS } from './params.ts';

/** Dots that grow with the tone. */
export const DOTS = screenFamily({
  name: 'dots',
  label: 'Dots',
  about: 'Dots that grow with the tone.',
  params: DOT_PARAMS,
  cells: 'shape',
  traits: ({ lattice }) => ({
    lattice: true,
    cells: true,
    rows: lattice === 'square',
    centre: latticeMaker(lattice).centre,
    chance: latticeMaker(lattice).chance,
    turnsEvery: 90,
    order: 'any',
    sharesThreads: false,
  }),
  cellWidth: (_, pitch) => pitch,
  inputs: dotInputs,
  compile: compileDots,
});
