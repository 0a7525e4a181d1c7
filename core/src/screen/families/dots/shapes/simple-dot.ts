import { type DotShape, ISO_SPOTS } from './dot.ts';

export const simpleDot: DotShape = {
  name: 'SimpleDot',
  group: 'Round and oval',
  about: 'A round dot that stays round until it meets its neighbours.',
  source: ISO_SPOTS,
  spot: (x, y) => 1 - (x * x + y * y),
};
