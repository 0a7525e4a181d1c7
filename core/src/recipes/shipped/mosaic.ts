import { mosaicSettings } from '../../marks/mosaic.ts';
import { ARTWORK } from './inks.ts';
import { recipesOf, stockOf } from './make.ts';

const GROUT = stockOf('Grout', '#2b2723');
const BOARD = stockOf('White board', '#ffffff');

/** Pieces in the colours of the picture. They are counted across the sheet. */
export const MOSAIC = recipesOf('Mosaic', [
  {
    id: 'mosaic-studs',
    name: 'Studs',
    note: 'Square pieces with a stud on each, 60 across.',
    tags: ['pieces', 'colour'],
    lengths: 'sheet',
    stock: GROUT,
    over: [
      {
        ink: ARTWORK,
        feed: { part: 'colour' },
        tone: { meaning: 'even' },
        screen: { marks: { ...mosaicSettings('stud'), across: 60, colour: 'cell', saturation: 1.2 }, angle: 0 },
      },
    ],
  },
  {
    id: 'mosaic-beads',
    name: 'Beads',
    note: 'Round beads with a hole, 72 across.',
    tags: ['pieces', 'colour'],
    lengths: 'sheet',
    stock: BOARD,
    over: [
      {
        ink: ARTWORK,
        feed: { part: 'colour' },
        tone: { meaning: 'even' },
        screen: { marks: { ...mosaicSettings('bead'), across: 72, colour: 'cell', saturation: 1.2 }, angle: 0 },
      },
    ],
  },
  {
    id: 'mosaic-hexagon-tiles',
    name: 'Hexagon tiles',
    note: 'Six-sided tiles without a gap but for the grout.',
    tags: ['tiles', 'colour'],
    lengths: 'sheet',
    stock: GROUT,
    over: [
      {
        ink: ARTWORK,
        feed: { part: 'colour' },
        tone: { meaning: 'even' },
        screen: {
          marks: {
            shape: 'polygon',
            sides: 6,
            lattice: 'hexagonal',
            sizing: 'width',
            from: 0.94,
            to: 0.94,
            colour: 'cell',
            saturation: 1.15,
          },
          mm: 3.4,
          angle: 0,
        },
      },
    ],
  },
]);
