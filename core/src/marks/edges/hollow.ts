import { edgeKind } from './kind.ts';

export const hollow = edgeKind({
  name: 'hollow',
  label: 'Hollow',
  about: 'Sides are drawn inwards between the corners.',
  move({ points }, { amount, radius }, out) {
    for (let k = 0; k < points.length; k += 2) {
      const [x, y] = [points[k]!, points[k + 1]!];
      const r = Math.min(1, Math.sqrt(x * x + y * y) / radius);
      // Corners, which lie furthest out, stay where they are.
      const kept = Math.max(0.1, 1 - 0.8 * amount * (1 - r * r * r));
      out[k] = x * kept;
      out[k + 1] = y * kept;
    }
  },
});
