import { screenFamily } from '../family.ts';
import { compileTileScreen, tileInputs } from './compile.ts';
import { TILE_PARAMS } from './params.ts';

/** An artist's own cell, repeated. */
export const TILE = screenFamily({
  name: 'tile',
  label: 'Tile',
  about: 'A picture of your own as the repeating cell.',
  params: TILE_PARAMS,
  cells: null,
  traits: () => ({
    lattice: true,
    cells: false,
    rows: false,
    centre: false,
    chance: false,
    turnsEvery: 180,
    order: 'any',
    sharesThreads: false,
  }),
  pictures: ({ picture }) => (picture === null ? [] : [picture]),
  cellWidth: ({ scale }, pitch) => pitch * scale,
  inputs: tileInputs,
  compile: compileTileScreen,
});
