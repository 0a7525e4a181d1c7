import { screenFamily } from '../family.ts';
import { compileLines, lineInputs, lineTraits } from './compile.ts';
import { LINE_PARAMS } from './params.ts';

/** Lines whose width carries the tone. */
export const LINES = screenFamily({
  name: 'lines',
  label: 'Lines',
  about: 'Lines whose width carries the tone.',
  params: LINE_PARAMS,
  cells: 'kind',
  traits: (own) => ({
    lattice: true,
    ...lineTraits(own),
    turnsEvery: 180,
    order: 'any',
    sharesThreads: false,
  }),
  cellWidth: (_, pitch) => pitch,
  inputs: lineInputs,
  compile: compileLines,
});
