import { inksOf, NIGHT_CLOTH, RED, WHITE } from './inks.ts';
import { covering, recipesOf, stockOf } from './make.ts';

/** What a mesh holds: 35 to 55 lpi, no dots or gaps under some per cent (common practice). */
const MESH = { smallest: 0.05, solidFrom: 0.95 };

export const CLOTH = recipesOf('Silkscreen on cloth', [
  {
    id: 'cloth-white-on-night',
    name: 'White on dark cloth',
    note: 'One covering white on a dark shirt: the light of the picture is printed.',
    tags: ['one ink', 'dark cloth'],
    stock: NIGHT_CLOTH,
    over: [
      {
        ink: WHITE,
        tone: { invert: true, lights: 0.08, contrast: 0.1, meaning: 'even' },
        screen: { dots: { shape: 'Round' }, lpi: 40, angle: 22.5, ...MESH },
      },
    ],
  },
  {
    id: 'cloth-three-and-base',
    name: 'Three inks and a base',
    note: 'Yellow, red and teal over a white base on dark cloth.',
    tags: ['three inks', 'dark cloth'],
    stock: NIGHT_CLOTH,
    split: {
      inks: inksOf('night-shirt'),
      base: WHITE,
      screen: { dots: { shape: 'Round' }, lpi: 40, ...MESH },
    },
  },
  {
    id: 'cloth-washed',
    name: 'Washed many times',
    note: 'A red print on grey cloth that has lost some of its ink.',
    tags: ['one ink', 'worn'],
    stock: stockOf('Grey marl', '#c9c7c2', 'jersey'),
    over: [
      {
        ink: { ...covering('Signal red', RED.colour, 0.85) },
        tone: { contrast: 0.2, lights: 0.05 },
        screen: { dots: { shape: 'Round' }, lpi: 35, angle: 22.5, ...MESH },
        wear: { chips: 0.14, scratches: 0.06, starved: 0.22, size: 0.4 },
      },
    ],
  },
]);
