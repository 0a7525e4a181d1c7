import { markShape } from './kind.ts';

export const heart = markShape({
  name: 'heart',
  label: 'Heart',
  group: 'Figures',
  about: 'A heart with its point downwards.',
  uses: [],
  path: () =>
    'M0 -0.24C0.05 -0.36 0.14 -0.43 0.25 -0.43C0.39 -0.43 0.49 -0.32 0.49 -0.18C0.49 0.07 0.22 0.24 0 0.46C-0.22 0.24 -0.49 0.07 -0.49 -0.18C-0.49 -0.32 -0.39 -0.43 -0.25 -0.43C-0.14 -0.43 -0.05 -0.36 0 -0.24Z',
});
