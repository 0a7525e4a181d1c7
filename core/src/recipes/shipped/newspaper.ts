import { BLACK, inksOf, NEWSPRINT, SOFT_BLACK } from './inks.ts';
import { recipesOf, stockOf } from './make.ts';

/** Photographs as a rotary press prints them on rough paper. Frequencies of 55 to 100 lpi are common practice there. */
export const NEWSPAPER = recipesOf('Newspaper', [
  {
    id: 'newspaper-front-page',
    name: 'Front page',
    note: 'One black at 60 lpi on newsprint, with dots that the rough paper can hold.',
    tags: ['black', 'round dots'],
    stock: NEWSPRINT,
    over: [
      {
        ink: SOFT_BLACK,
        tone: { local: 0.25, sharpen: 0.8, lights: 0.03, darks: 0.97, gain: 0.12 },
        screen: { dots: { shape: 'Round' }, lpi: 60, angle: 45, smallest: 0.04, solidFrom: 0.95 },
        press: { gain: 0.18, mottle: 0.3, dry: 0.15 },
      },
    ],
  },
  {
    id: 'newspaper-wire-photograph',
    name: 'Wire photograph',
    note: 'Coarse oval dots and hard contrast, as of a picture that came in late.',
    tags: ['black', 'coarse'],
    stock: NEWSPRINT,
    over: [
      {
        ink: SOFT_BLACK,
        tone: { contrast: 0.3, sharpen: 1.2, sharpenSize: 0.5, lights: 0.05, darks: 0.94 },
        screen: { dots: { shape: 'Ellipse' }, lpi: 30, angle: 45, smallest: 0.05, solidFrom: 0.94 },
        press: { gain: 0.1, mottle: 0.45, starved: 0.12 },
      },
    ],
  },
  {
    id: 'newspaper-weekend-colour',
    name: 'Weekend colour',
    note: 'Four process inks at 65 lpi on newsprint, a little out of register.',
    tags: ['process', 'colour'],
    stock: NEWSPRINT,
    split: {
      inks: inksOf('process'),
      screen: { dots: { shape: 'Round' }, lpi: 65, smallest: 0.03, solidFrom: 0.96 },
      tone: { sharpen: 0.6 },
      settings: { black: 0.6, limit: 2.6 },
      each: (pass, k) => ({
        ...pass,
        ink: {
          ...pass.ink,
          press: {
            ...pass.ink.press,
            shiftX: [0.12, -0.1, 0.05, 0][k]!,
            shiftY: [-0.08, 0.06, 0.1, 0][k]!,
            mottle: 0.2,
          },
        },
      }),
    },
  },
  {
    id: 'newspaper-evening-edition',
    name: 'Evening edition',
    note: 'Black lines instead of dots on tinted paper.',
    tags: ['black', 'lines', 'tinted paper'],
    stock: stockOf('Rose tint', '#f2d6d0', 'newsprint', { textureAmount: 0.6, spread: 1.7 }),
    over: [
      {
        ink: BLACK,
        tone: { local: 0.2, sharpen: 0.8, lights: 0.03 },
        screen: { lines: { kind: 'straight' }, lpi: 50, angle: 45, smallest: 0.06, solidFrom: 0.94 },
        press: { gain: 0.12, mottle: 0.25 },
      },
    ],
  },
]);
