import { screenFamily } from '../family.ts';
import { compileGrain, grainInputs, grainPixels, leavesToChance, printsOf } from './compile.ts';
import { sharesThreads } from './diffuse.ts';
import { goesDownwards, isDiffusion } from './names.ts';
import { GRAIN_PARAMS } from './params.ts';

/** Grains that make one cell to the eye. */
const GRAINS = 5;

/** Scattered specks, as many as the tone asks. */
export const GRAIN = screenFamily({
  name: 'grain',
  label: 'Grain',
  about: 'Scattered specks, as many as the tone asks.',
  params: GRAIN_PARAMS,
  cells: 'method',
  traits: (own, ppi) => {
    const { method, serpentine, noise } = own;
    const prints = printsOf(own);
    return {
      lattice: false,
      cells: false,
      rows: false,
      centre: false,
      chance: leavesToChance(own),
      turnsEvery: 180,
      order: goesDownwards(method) ? 'downwards' : 'any',
      sharesThreads:
        grainPixels(own, ppi) === 1 &&
        !prints.palette &&
        isDiffusion(method) &&
        sharesThreads({ method, serpentine, noise, seed: 0 }, prints.levels),
    };
  },
  cellWidth: (own, _, ppi) => GRAINS * grainPixels(own, ppi),
  prints: printsOf,
  caption: ({ size, sizeIn }) => `grain ${Number(size.toFixed(1))} ${sizeIn}`,
  inputs: grainInputs,
  compile: compileGrain,
});
