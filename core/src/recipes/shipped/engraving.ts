import { BLACK, BLUE, SEPIA } from './inks.ts';
import { CREAM, RAG } from './inks.ts';
import { recipesOf } from './make.ts';

/** Lines that swell and thin as a burin cuts them. */
export const ENGRAVING = recipesOf('Engraving', [
  {
    id: 'engraving-copper',
    name: 'Copper engraving',
    note: 'Fine lines in a light swing that swell with the tone.',
    tags: ['lines', 'fine'],
    stock: RAG,
    over: [
      {
        ink: BLACK,
        tone: { local: 0.35, sharpen: 0.8, lights: 0.03, darks: 0.96 },
        screen: {
          lines: { kind: 'wave', wavelength: 60, swing: 2.2, wobble: 0.06 },
          lpi: 36,
          angle: 12,
          smallest: 0.05,
          solidFrom: 0.95,
        },
      },
    ],
  },
  {
    id: 'engraving-banknote',
    name: 'Banknote rings',
    note: 'Lines that run round a centre, in dark blue.',
    tags: ['lines', 'rings'],
    stock: CREAM,
    over: [
      {
        ink: BLUE,
        tone: { local: 0.35, contrast: 0.1, lights: 0.02 },
        screen: {
          lines: { kind: 'concentric' },
          lpi: 36,
          centreX: 0.5,
          centreY: 0.55,
          smallest: 0.06,
          solidFrom: 0.94,
        },
      },
    ],
  },
  {
    id: 'engraving-cross-hatch',
    name: 'Etched hatching',
    note: 'Sepia lines in three directions, by hand.',
    tags: ['lines', 'hatching', 'sepia'],
    stock: RAG,
    over: [
      {
        ink: SEPIA,
        tone: { local: 0.3, lights: 0.04, darks: 0.95 },
        screen: {
          lines: { kind: 'cross-hatch', directions: 3, second: 0.34, third: 0.6, wobble: 0.3, breaks: 0.14 },
          lpi: 40,
          angle: 35,
        },
      },
    ],
  },
  {
    id: 'engraving-woodcut',
    name: 'Woodcut',
    note: 'Coarse uneven lines with solid blacks, as cut with a gouge.',
    tags: ['lines', 'coarse'],
    stock: CREAM,
    over: [
      {
        ink: BLACK,
        tone: { soften: 0.4, contrast: 0.35, local: 0.4, lights: 0.08, darks: 0.86 },
        screen: {
          lines: { kind: 'straight', wobble: 0.3, wobbleEvery: 24, breaks: 0.06, breakEvery: 30 },
          lpi: 22,
          angle: 20,
          smallest: 0.14,
          solidFrom: 0.86,
        },
      },
    ],
  },
]);
