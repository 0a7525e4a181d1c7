import { type DotShape, ISO_SPOTS } from './dot.ts';

export const diamond: DotShape = {
  name: 'Diamond',
  group: 'With corners',
  about: 'Diamonds that touch corner to corner, with round dots at both ends of the scale.',
  source: ISO_SPOTS,
  spot: (x, y) => {
    const [a, b] = [Math.abs(x), Math.abs(y)];
    if (a + b <= 0.75) return 1 - (a * a + b * b);
    if (a + b <= 1.23) return 1 - (0.85 * a + b);
    return (a - 1) * (a - 1) + (b - 1) * (b - 1) - 1;
  },
};
