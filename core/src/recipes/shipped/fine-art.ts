import { BLACK, BLUE, inksOf, RAG, RED_CHALK, SEPIA, WHITE_STOCK } from './inks.ts';
import { recipesOf, withGrain } from './make.ts';

/** A method of its own for each ink. */
const METHODS = ['stucki', 'jarvis-judice-ninke', 'sierra-3', 'blue-noise'];

/** Grain without a grid, fine enough to be looked at closely. */
export const FINE_ART = recipesOf('Fine art grain', [
  {
    id: 'art-mezzotint',
    name: 'Mezzotint',
    note: 'Sepia out of a rough grain of pure chance, deep in the shadows, on rag paper.',
    tags: ['sepia', 'grain'],
    stock: RAG,
    over: [
      {
        ink: SEPIA,
        tone: { middle: 1.15, local: 0.2, lights: 0.02 },
        screen: { grain: { method: 'white-noise', size: 0.127, sizeIn: 'mm' } },
      },
    ],
  },
  {
    id: 'art-aquatint',
    name: 'Aquatint',
    note: 'Soft scattered grains in dark blue, as of resin dust.',
    tags: ['one ink', 'grain'],
    stock: RAG,
    over: [
      {
        ink: BLUE,
        tone: { local: 0.2, lights: 0.02 },
        screen: { dots: { shape: 'Cone', lattice: 'scattered', softness: 0.75 }, lpi: 70, smallest: 0.02 },
      },
    ],
  },
  {
    id: 'art-crayon-lithograph',
    name: 'Crayon on stone',
    note: 'Red chalk in an even, fine grain that keeps drawing sharp.',
    tags: ['one ink', 'grain'],
    stock: RAG,
    over: [
      {
        ink: RED_CHALK,
        tone: { local: 0.25, sharpen: 0.6, lights: 0.03 },
        screen: { grain: { method: 'blue-noise', size: 0.17, sizeIn: 'mm' } },
      },
    ],
  },
  {
    id: 'art-two-blacks',
    name: 'Two blacks',
    note: 'A warm grey for the whole range and a black for the shadows, both in fine grain.',
    tags: ['two inks', 'grain'],
    stock: RAG,
    under: [
      {
        ink: { ...SEPIA, name: 'Warm grey', colour: '#8d7f72' },
        tone: { middle: 1.25, lights: 0.02, darks: 0.85 },
        screen: { grain: { method: 'stucki' }, seed: 2 },
      },
    ],
    over: [
      {
        ink: BLACK,
        tone: { lights: 0.3, contrast: 0.1 },
        screen: { grain: { method: 'blue-noise' } },
      },
    ],
  },
  {
    id: 'art-fine-colour',
    name: 'Colour in fine grain',
    note: 'Process inks without a grid: no rosettes and no ripples.',
    tags: ['process', 'grain'],
    stock: WHITE_STOCK,
    split: {
      inks: inksOf('process'),
      screen: { grain: { method: 'blue-noise' } },
      each: (pass, k) => withGrain(pass, { method: METHODS[k]!, noise: 0.1 }, 11 + 13 * k),
    },
  },
]);
