import { BLACK, BLUE, NEWSPRINT, RED, SOFT_BLACK } from './inks.ts';
import { recipesOf, stockOf } from './make.ts';

const AGED = stockOf('Aged paper', '#efe2c0', 'aged');

/** Prints that have been folded, rubbed and left in the rain. */
export const WORN_PRINT = recipesOf('Worn print', [
  {
    id: 'worn-old-handbill',
    name: 'Old handbill',
    note: 'Black on yellowed paper that was folded twice and rubbed at its edges.',
    tags: ['black', 'folds'],
    stock: AGED,
    finish: { folds: { across: 1, down: 1, amount: 0.5 }, edges: { reach: 5, amount: 0.6 } },
    over: [
      {
        ink: SOFT_BLACK,
        tone: { contrast: 0.2, lights: 0.04, darks: 0.95 },
        screen: { dots: { shape: 'Round' }, lpi: 42, angle: 45, smallest: 0.05, solidFrom: 0.94 },
        wear: { chips: 0.12, scratches: 0.15, starved: 0.2, size: 0.4 },
      },
    ],
  },
  {
    id: 'worn-weathered-poster',
    name: 'Weathered poster',
    note: 'Two inks that have peeled off a wall in flakes.',
    tags: ['two inks', 'chips'],
    lengths: 'sheet',
    stock: stockOf('Kraft', '#c9a877', 'kraft', { textureAmount: 0.7 }),
    finish: { edges: { reach: 8, amount: 0.5 } },
    under: [
      {
        ink: RED,
        tone: { meaning: 'even', lights: 0.1, darks: 0.7 },
        screen: { dots: { shape: 'Round' }, lpi: 26, angle: 75, smallest: 0.04 },
        wear: { chips: 0.35, starved: 0.3, size: 0.9, seed: 3 },
      },
    ],
    over: [
      {
        ink: BLACK,
        tone: { lights: 0.25, contrast: 0.25 },
        screen: { dots: { shape: 'Round' }, lpi: 26, angle: 45, smallest: 0.05, solidFrom: 0.93 },
        wear: { chips: 0.3, scratches: 0.2, starved: 0.15, size: 0.9, seed: 8 },
      },
    ],
  },
  {
    id: 'worn-rubbed-dots',
    name: 'Rubbed dots',
    note: 'Dots from a worn plate that lost their roundness.',
    tags: ['one ink', 'tile'],
    stock: NEWSPRINT,
    over: [
      {
        ink: BLUE,
        tone: { contrast: 0.15, lights: 0.04 },
        screen: { tile: { made: 'rubbed-dots' }, lpi: 26, angle: 30 },
        press: { mottle: 0.4, starved: 0.15 },
      },
    ],
  },
  {
    id: 'worn-dry-brush',
    name: 'Dry brush',
    note: 'A black that was dragged over rough paper by a nearly dry brush.',
    tags: ['one ink', 'tile'],
    stock: AGED,
    over: [
      {
        ink: BLACK,
        tone: { local: 0.3, contrast: 0.2, lights: 0.06, darks: 0.93 },
        screen: { tile: { made: 'dry-brush' }, lpi: 18, angle: 0 },
        wear: { starved: 0.2, size: 0.6 },
      },
    ],
  },
]);
