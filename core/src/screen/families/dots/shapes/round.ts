import { type DotShape, ISO_SPOTS } from './dot.ts';

export const round: DotShape = {
  name: 'Round',
  group: 'Round and oval',
  about: 'Round dots in the highlights, a checkerboard in the midtones, round holes in the shadows.',
  source: ISO_SPOTS,
  spot: (x, y) => {
    const [a, b] = [Math.abs(x), Math.abs(y)];
    return a + b <= 1 ? 1 - (a * a + b * b) : (a - 1) * (a - 1) + (b - 1) * (b - 1) - 1;
  },
};
