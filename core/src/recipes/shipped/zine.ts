import { BLACK, BLUE } from './inks.ts';
import { recipesOf, stockOf } from './make.ts';

const COPY = stockOf('Copy paper', '#f7f6f1', 'paper', { textureAmount: 0.5 });

/** What leaves a photocopier, folded and stapled. */
export const ZINE = recipesOf('Zine', [
  {
    id: 'zine-photocopied',
    name: 'Photocopied',
    note: 'A copy of a copy: hard blacks, grain in the midtones, streaks and specks of toner.',
    tags: ['black', 'photocopier'],
    stock: COPY,
    finish: { copier: { contrast: 0.55, streaks: 0.35, specks: 0.4, seed: 5 } },
    over: [
      {
        ink: BLACK,
        tone: { contrast: 0.35, local: 0.4, lights: 0.08, darks: 0.9 },
        screen: { grain: { method: 'floyd-steinberg', size: 0.17, sizeIn: 'mm', noise: 0.25 } },
      },
    ],
  },
  {
    id: 'zine-coloured-paper',
    name: 'Coloured paper',
    note: 'Black dots at 35 lpi on yellow copy paper, folded once.',
    tags: ['black', 'tinted paper'],
    stock: stockOf('Yellow copy paper', '#f6dc5a', 'paper', { textureAmount: 0.6 }),
    finish: { folds: { across: 1, down: 0, amount: 0.3 } },
    over: [
      {
        ink: BLACK,
        tone: { contrast: 0.2, local: 0.3 },
        screen: { dots: { shape: 'Round' }, lpi: 35, angle: 45, smallest: 0.04, solidFrom: 0.94 },
        press: { mottle: 0.2 },
      },
    ],
  },
  {
    id: 'zine-square-pixels',
    name: 'Square grain',
    note: 'An ordered grid of square grains, half a millimetre wide, in dark blue.',
    tags: ['one ink', 'ordered'],
    stock: COPY,
    over: [
      {
        ink: BLUE,
        tone: { local: 0.35, contrast: 0.15, lights: 0.03 },
        screen: { grain: { method: 'bayer-4', size: 0.42, sizeIn: 'mm' } },
      },
    ],
  },
  {
    id: 'zine-cut-and-paste',
    name: 'Cut and paste',
    note: 'Black and white alone, ready to be cut out and pasted.',
    tags: ['black', 'line art'],
    stock: COPY,
    finish: { copier: { contrast: 0.3, streaks: 0.2, specks: 0.35, seed: 9 } },
    over: [
      {
        ink: BLACK,
        tone: { soften: 0.35, local: 0.8, localSize: 14, meaning: 'even' },
        screen: { grain: { method: 'cut-off', cut: 0.52 } },
        wear: { chips: 0.06, starved: 0.05, size: 0.3 },
      },
    ],
  },
]);
