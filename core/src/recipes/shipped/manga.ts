import { BLACK, WHITE_STOCK } from './inks.ts';
import { recipesOf } from './make.ts';

/** Grey tones of one black ink on white. Tones of 27.5 to 60 lpi in flat steps are common practice there. */
export const MANGA = recipesOf('Manga', [
  {
    id: 'manga-tone-sheets',
    name: 'Tone sheets',
    note: 'Four flat tones of round dots at 42.5 lpi under solid blacks.',
    tags: ['black', 'steps', 'line art'],
    stock: WHITE_STOCK,
    over: [
      {
        ink: BLACK,
        tone: { soften: 0.2, lights: 0.08, darks: 0.82, steps: 5, meaning: 'even' },
        screen: { dots: { shape: 'SimpleDot' }, lpi: 42.5, angle: 45, oneTone: true, smallest: 0.05, solidFrom: 0.9 },
      },
    ],
  },
  {
    id: 'manga-graded-tone',
    name: 'Graded tone',
    note: 'Smooth gradations of fine round dots at 60 lpi.',
    tags: ['black', 'fine'],
    stock: WHITE_STOCK,
    over: [
      {
        ink: BLACK,
        tone: { lights: 0.05, darks: 0.9, local: 0.2 },
        screen: { dots: { shape: 'Round' }, lpi: 60, angle: 45, smallest: 0.04, solidFrom: 0.95 },
      },
    ],
  },
  {
    id: 'manga-sand',
    name: 'Sand',
    note: 'Scattered specks instead of a grid, for skies, walls and moods.',
    tags: ['black', 'grain'],
    stock: WHITE_STOCK,
    over: [
      {
        ink: BLACK,
        tone: { lights: 0.05, darks: 0.88, meaning: 'light' },
        screen: { dots: { shape: 'SimpleDot', lattice: 'scattered' }, lpi: 55, smallest: 0.03, solidFrom: 0.93 },
      },
    ],
  },
  {
    id: 'manga-scratched-night',
    name: 'Night, crossed lines',
    note: 'Hatching of up to three directions for dark scenes.',
    tags: ['black', 'hatching'],
    stock: WHITE_STOCK,
    over: [
      {
        ink: BLACK,
        tone: { lights: 0.1, darks: 0.92, middle: 1.1 },
        screen: {
          lines: { kind: 'cross-hatch', directions: 3, second: 0.35, third: 0.62, wobble: 0.15, breaks: 0.1 },
          lpi: 34,
          angle: 30,
        },
      },
    ],
  },
]);
