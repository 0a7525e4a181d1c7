import type { Option } from '../../../settings/params.ts';

/** Published error-diffusion kernels by their authors' names. */
const DIFFUSIONS = [
  ['floyd-steinberg', 'Floyd–Steinberg', 'Fine and lively; the classic of error diffusion.'],
  ['jarvis-judice-ninke', 'Jarvis–Judice–Ninke', 'Spreads over twelve neighbours: calm, with strong edges.'],
  ['stucki', 'Stucki', 'As wide as Jarvis–Judice–Ninke, and crisper.'],
  ['burkes', 'Burkes', 'Stucki on two rows: quick and clean.'],
  ['sierra-3', 'Sierra 3', 'Three rows, soft.'],
  ['sierra-2', 'Sierra 2', 'Two rows of Sierra’s weights.'],
  ['sierra-lite', 'Sierra Lite', 'The smallest kernel that still looks even.'],
  ['atkinson', 'Atkinson', 'Diffuses three quarters of the error: open highlights, deep shadows.'],
] as const;

/** The grain methods as jobs store them, in the order the artist sees them. */
export const GRAIN_METHODS: readonly Option[] = [
  ...DIFFUSIONS.map(([name, label, about]) => ({ name, label, about, group: 'Error diffusion' })),
  {
    name: 'curve',
    group: 'Error diffusion',
    label: 'Space-filling curve',
    about: 'The error runs along a winding curve: no direction stands out.',
  },
  {
    name: 'blue-noise',
    group: 'Noise',
    label: 'Blue noise',
    about: 'Even, unstructured grain from a tile of 128 pixels.',
  },
  { name: 'blue-noise-64', group: 'Noise', label: 'Blue noise 64', about: 'The same from a tile of 64 pixels.' },
  { name: 'bayer-2', group: 'Ordered', label: 'Bayer 2', about: 'Ordered 2 × 2: five tones in a plain check.' },
  { name: 'bayer-4', group: 'Ordered', label: 'Bayer 4', about: 'Ordered 4 × 4: crosshatched check.' },
  { name: 'bayer-8', group: 'Ordered', label: 'Bayer 8', about: 'Ordered 8 × 8: the well-known woven look.' },
  { name: 'bayer-16', group: 'Ordered', label: 'Bayer 16', about: 'Ordered 16 × 16: finer steps of the same weave.' },
  {
    name: 'clustered-4',
    group: 'Ordered',
    label: 'Clustered 4',
    about: 'Small dots on a slanting grid, 4 × 4 grains.',
  },
  { name: 'clustered-6', group: 'Ordered', label: 'Clustered 6', about: 'Dots on a slanting grid, 6 × 6 grains.' },
  {
    name: 'clustered-8',
    group: 'Ordered',
    label: 'Clustered 8',
    about: 'Larger dots on a slanting grid, 8 × 8 grains.',
  },
  { name: 'white-noise', group: 'Noise', label: 'White noise', about: 'Pure chance: rough as sand.' },
  {
    name: 'direct-binary-search',
    group: 'Search',
    label: 'Direct search',
    about: 'Tries every change that could look better: the finest grain, and slow.',
  },
  { name: 'cut-off', group: 'Threshold', label: 'Cut-off', about: 'Plain black or white at one tone.' },
];

export type DiffusionName = (typeof DIFFUSIONS)[number][0];

/** Methods that carry an error from pixel to pixel by a kernel of weights. */
export const isDiffusion = (method: string): method is DiffusionName => DIFFUSIONS.some(([name]) => name === method);

/** Methods whose plate depends on all that was printed before, and is made from the top of the sheet downwards. */
export const goesDownwards = (method: string): boolean =>
  isDiffusion(method) || method === 'curve' || method === 'direct-binary-search';
