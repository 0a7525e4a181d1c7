import { edgeKind } from './kind.ts';

export const swollen = edgeKind({
  name: 'swollen',
  label: 'Swollen',
  about: 'Sides bulge outwards, towards a circle.',
  move({ points }, { amount, radius }, out) {
    for (let k = 0; k < points.length; k += 2) {
      const [x, y] = [points[k]!, points[k + 1]!];
      const r = Math.sqrt(x * x + y * y);
      const grown = r === 0 ? 1 : 1 + amount * (radius / r - 1);
      out[k] = x * grown;
      out[k + 1] = y * grown;
    }
  },
});
