import { type DotShape, ISO_SPOTS } from './dot.ts';

export const ellipse: DotShape = {
  name: 'Ellipse',
  group: 'Round and oval',
  about: 'Oval dots that join into chains first one way, then the other, so tone never jumps.',
  source: ISO_SPOTS,
  spot: (x, y) => {
    const [a, b] = [Math.abs(x), Math.abs(y)];
    const w = 3 * a + 4 * b - 3;
    if (w < 0) return 1 - (a * a + (b / 0.75) * (b / 0.75)) / 4;
    if (w > 1) return ((1 - a) * (1 - a) + ((1 - b) / 0.75) * ((1 - b) / 0.75)) / 4 - 1;
    return 0.5 - w;
  },
};
