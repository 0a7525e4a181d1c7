import { screenFamily } from '../family.ts';
import { cellsOf, compileTileScreen, tileInputs } from './compile.ts';
import { OWN_TILE, TILE_PARAMS } from './params.ts';

/** An artist's own cell, repeated. */
export const TILE = screenFamily({
  name: 'tile',
  label: 'Tile',
  about: 'A tile from the shelf or a picture of your own as the repeating cell.',
  params: TILE_PARAMS,
  cells: 'made',
  traits: ({ made }) => ({
    lattice: true,
    cells: false,
    rows: false,
    centre: false,
    chance: made !== OWN_TILE,
    turnsEvery: 180,
    order: 'any',
    sharesThreads: false,
  }),
  pictures: ({ picture, made }) => (picture === null || made !== OWN_TILE ? [] : [picture]),
  cellWidth: (own, pitch) => pitch * cellsOf(own),
  inputs: tileInputs,
  compile: compileTileScreen,
});
