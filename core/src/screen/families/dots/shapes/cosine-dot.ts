import { cosine } from '../../../../math/exact.ts';
import { type DotShape, ISO_SPOTS } from './dot.ts';

export const cosineDot: DotShape = {
  name: 'CosineDot',
  group: 'Round and oval',
  about: 'A round dot that becomes square in the midtones and leaves round holes in the shadows.',
  source: ISO_SPOTS,
  spot: (x, y) => (cosine(Math.PI * x) + cosine(Math.PI * y)) / 2,
};
