import { markShape } from './kind.ts';

export const drop = markShape({
  name: 'drop',
  label: 'Drop',
  group: 'Round',
  about: 'A drop with its point upwards.',
  uses: [],
  path: () =>
    'M0 -0.5C0.06 -0.2 0.36 -0.06 0.36 0.15C0.36 0.36 0.19 0.5 0 0.5C-0.19 0.5 -0.36 0.36 -0.36 0.15C-0.36 -0.06 -0.06 -0.2 0 -0.5Z',
});
