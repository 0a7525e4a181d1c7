import { cosine, sine } from '../../math/exact.ts';
import { edgeKind } from './kind.ts';

export const curled = edgeKind({
  name: 'curled',
  label: 'Curled',
  about: 'Twisted about the middle, more the further out.',
  move({ points }, { amount, radius }, out) {
    for (let k = 0; k < points.length; k += 2) {
      const [x, y] = [points[k]!, points[k + 1]!];
      const turn = amount * 1.6 * (Math.sqrt(x * x + y * y) / radius);
      const [c, s] = [cosine(turn), sine(turn)];
      out[k] = x * c - y * s;
      out[k + 1] = x * s + y * c;
    }
  },
});
