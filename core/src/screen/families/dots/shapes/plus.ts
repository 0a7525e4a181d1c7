import { type DotShape, OWN_CELL } from './dot.ts';

export const plus: DotShape = {
  name: 'Plus',
  group: 'Bars and crosses',
  about: 'A plus sign whose arms thicken until only the corners are bare.',
  source: OWN_CELL,
  spot: (x, y) => {
    const [a, b] = [Math.abs(x), Math.abs(y)];
    return 1 - (2 * Math.min(Math.max(a, 3 * b), Math.max(3 * a, b))) / 3;
  },
};
