import { BLACK_STOCK, inksOf } from './inks.ts';
import { lamp, recipesOf } from './make.ts';

/** Light that adds up on black, as on a screen or a wall of lamps. */
export const LIGHT = recipesOf('Light on black', [
  {
    id: 'light-three-lamps',
    name: 'Three lamps',
    note: 'Red, green and blue dots of light that mix to the colours of the picture.',
    tags: ['light', 'round dots'],
    stock: BLACK_STOCK,
    split: { inks: inksOf('light'), screen: { dots: { shape: 'Round' }, lpi: 30 } },
  },
  {
    id: 'light-scan-lines',
    name: 'Scan lines',
    note: 'One green beam that swells in the lights.',
    tags: ['light', 'lines'],
    stock: BLACK_STOCK,
    over: [
      {
        ink: lamp('Green beam', '#5cff9a'),
        tone: { invert: true, lights: 0.04, meaning: 'even' },
        screen: { lines: { kind: 'straight' }, lpi: 36, angle: 0 },
      },
    ],
  },
  {
    id: 'light-amber-board',
    name: 'Board of amber lamps',
    note: 'Lamps in straight rows, each as large as it is bright.',
    tags: ['light', 'marks'],
    lengths: 'sheet',
    stock: BLACK_STOCK,
    over: [
      {
        ink: lamp('Amber lamp', '#ffae3d'),
        tone: { invert: true, lights: 0.05, meaning: 'even', local: 0.3, localSize: 12 },
        screen: { marks: { shape: 'circle', sizing: 'width', from: 0.12, to: 0.95 }, mm: 1.9, angle: 0 },
      },
    ],
  },
]);
