import { BLUE, CREAM, inksOf, RED, VIOLET, YELLOW } from './inks.ts';
import { covering, FLAT, recipesOf } from './make.ts';

/** Large flat colour and dots that are seen across the street. They grow with the sheet. */
export const POSTER = recipesOf('Poster', [
  {
    id: 'poster-three-inks',
    name: 'Three inks',
    note: 'Yellow, red and blue in coarse round dots.',
    tags: ['three inks', 'coarse'],
    lengths: 'sheet',
    stock: CREAM,
    split: {
      inks: inksOf('harbour-three'),
      screen: { dots: { shape: 'Round' }, lpi: 30, smallest: 0.03, solidFrom: 0.96 },
      tone: { contrast: 0.08 },
    },
  },
  {
    id: 'poster-block-tones',
    name: 'Block tones',
    note: 'Three flat tones cut one over the other, without any dots.',
    tags: ['flat', 'line art'],
    lengths: 'sheet',
    stock: CREAM,
    over: [
      { ink: YELLOW, tone: { soften: 0.6, meaning: 'even' }, screen: { grain: { method: 'cut-off', cut: 0.28 } } },
      { ink: RED, tone: { soften: 0.6, meaning: 'even' }, screen: { grain: { method: 'cut-off', cut: 0.52 } } },
      { ink: BLUE, tone: { soften: 0.5, meaning: 'even' }, screen: { grain: { method: 'cut-off', cut: 0.74 } } },
    ],
  },
  {
    id: 'poster-giant-dots',
    name: 'Giant dots',
    note: 'Dark blue dots as large as coins on a flat yellow.',
    tags: ['one ink', 'very coarse'],
    lengths: 'sheet',
    stock: CREAM,
    under: [{ ink: YELLOW, feed: FLAT }],
    over: [
      {
        ink: covering('Night blue', '#14233f', 0.92),
        tone: { local: 0.5, localSize: 20, contrast: 0.2, lights: 0.06 },
        screen: { dots: { shape: 'SimpleDot' }, mm: 2.1, angle: 45, oneTone: true, smallest: 0.04 },
      },
    ],
  },
  {
    id: 'poster-sunset-run',
    name: 'Sunset run',
    note: 'One plate whose ink runs from red to yellow down the sheet, over violet shade.',
    tags: ['split fountain', 'two plates'],
    lengths: 'sheet',
    stock: CREAM,
    under: [
      {
        ink: VIOLET,
        tone: { lights: 0.45, darks: 0.98 },
        screen: { dots: { shape: 'Round' }, lpi: 26, angle: 75, smallest: 0.04 },
      },
    ],
    over: [
      {
        ink: RED,
        colouring: {
          darks: 'tinted',
          darkColours: [
            { at: 0, colour: '#d8372a' },
            { at: 1, colour: '#f39a2b' },
          ],
          run: 'linear',
          angle: 270,
        },
        tone: { contrast: 0.15, lights: 0.04 },
        screen: { dots: { shape: 'Round' }, lpi: 30, angle: 45, smallest: 0.03, solidFrom: 0.96 },
      },
    ],
  },
]);
