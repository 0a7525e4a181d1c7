import { BLACK, BLUE, PINK, RED, WHITE_STOCK, YELLOW } from './inks.ts';
import { FLAT, recipesOf } from './make.ts';

/** Hard blacks over flat colour and one coarse dot. Dots grow with the sheet. */
export const POP_PORTRAIT = recipesOf('Pop portrait', [
  {
    id: 'pop-red-dots',
    name: 'Red dots on yellow',
    note: 'A flat yellow, red dots in the midtones, hard blacks for the drawing.',
    tags: ['three inks', 'flat'],
    lengths: 'sheet',
    stock: WHITE_STOCK,
    under: [
      { ink: YELLOW, feed: FLAT },
      {
        ink: RED,
        tone: { meaning: 'even', lights: 0.25, darks: 0.8, contrast: 0.1 },
        screen: { dots: { shape: 'SimpleDot' }, mm: 1.5, angle: 45, oneTone: true, smallest: 0.06 },
      },
    ],
    over: [
      {
        ink: BLACK,
        tone: { soften: 0.4, meaning: 'even', local: 0.3, localSize: 12 },
        screen: { grain: { method: 'cut-off', cut: 0.7 } },
      },
    ],
  },
  {
    id: 'pop-pink-and-blue',
    name: 'Pink face, blue shade',
    note: 'Pink where it is light, blue dots where it is dark.',
    tags: ['two inks', 'coarse'],
    lengths: 'sheet',
    stock: WHITE_STOCK,
    under: [
      {
        ink: PINK,
        tone: { soften: 0.6, meaning: 'even' },
        screen: { grain: { method: 'cut-off', cut: 0.22 } },
      },
    ],
    over: [
      {
        ink: BLUE,
        tone: { meaning: 'even', lights: 0.3, darks: 0.82 },
        screen: { dots: { shape: 'SimpleDot' }, mm: 1.3, angle: 30, oneTone: true, smallest: 0.05 },
      },
    ],
  },
  {
    id: 'pop-rings',
    name: 'Rings',
    note: 'Rings round the middle of the sheet on red, with hard blacks.',
    tags: ['two inks', 'rings'],
    lengths: 'sheet',
    stock: WHITE_STOCK,
    under: [{ ink: { ...RED, name: 'Coral', colour: '#f58a74' }, feed: FLAT }],
    over: [
      {
        ink: BLACK,
        tone: { meaning: 'even', contrast: 0.25, lights: 0.15, darks: 0.85, local: 0.3, localSize: 12 },
        screen: { lines: { kind: 'concentric' }, mm: 2, smallest: 0.08, solidFrom: 0.9 },
      },
    ],
  },
]);
