import { BLACK, BLUE, inksOf, RED } from './inks.ts';
import { recipesOf, stockOf } from './make.ts';

const PULP = stockOf('Comic stock', '#f1ead9', 'newsprint', { textureAmount: 0.5 });

/** Colour as comics have it: coarse dots, few steps of tone, angles of process printing. */
export const COMIC_PAGE = recipesOf('Comic page', [
  {
    id: 'comic-four-colours',
    name: 'Four-colour page',
    note: 'Process inks in coarse dots of few steps on pulp paper.',
    tags: ['process', 'coarse', 'steps'],
    stock: PULP,
    split: {
      inks: inksOf('process'),
      screen: { dots: { shape: 'SimpleDot' }, lpi: 32, smallest: 0.06, solidFrom: 0.9, oneTone: true },
      tone: { saturation: 1.2, steps: 5 },
      settings: { black: 0.8 },
    },
  },
  {
    id: 'comic-cover',
    name: 'Cover',
    note: 'Process inks at 60 lpi on smooth white stock, strong and clean.',
    tags: ['process', 'fine'],
    stock: stockOf('Cover stock', '#fdfbf5'),
    split: {
      inks: inksOf('process'),
      screen: { dots: { shape: 'Round' }, lpi: 60, smallest: 0.03, solidFrom: 0.96 },
      tone: { local: 0.3, contrast: 0.12 },
      settings: { black: 0.7 },
    },
  },
  {
    id: 'comic-two-colours',
    name: 'Back page in two colours',
    note: 'Red and blue in coarse dots, as of a cheap back page.',
    tags: ['two inks', 'coarse'],
    stock: PULP,
    split: {
      inks: [RED, BLUE],
      screen: { dots: { shape: 'SimpleDot' }, lpi: 28, smallest: 0.05, solidFrom: 0.93, oneTone: true },
      tone: { contrast: 0.1 },
    },
  },
  {
    id: 'comic-black-and-dots',
    name: 'Black and one dot',
    note: 'Solid blacks for the drawing and one coarse dot in blue for the shade.',
    tags: ['two inks', 'line art'],
    stock: PULP,
    under: [
      {
        ink: { ...BLUE, name: 'Shade blue', colour: '#4f86c4' },
        tone: { meaning: 'even', lights: 0.2, darks: 0.85, steps: 3 },
        screen: { dots: { shape: 'SimpleDot' }, lpi: 24, angle: 45, oneTone: true, smallest: 0.05 },
      },
    ],
    over: [
      {
        ink: BLACK,
        tone: { soften: 0.12, meaning: 'even' },
        screen: { grain: { method: 'cut-off', cut: 0.6 } },
      },
    ],
  },
]);
