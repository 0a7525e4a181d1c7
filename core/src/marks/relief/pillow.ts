import type { ReliefKind } from './kind.ts';

export const pillow: ReliefKind = {
  name: 'pillow',
  label: 'Pillow',
  about: 'A cushion: high in the middle, soft towards its edges.',
  shape: 'polygon',
  height(x, y) {
    const [a, b] = [1 - x * x, 1 - y * y];
    return a <= 0 || b <= 0 ? 0 : Math.sqrt(a * b);
  },
};
