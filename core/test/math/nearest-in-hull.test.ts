import { nearestInHull } from '../../src/math/nearest-in-hull.ts';
import { random } from '../random.ts';

/** The point that shares of some points make. */
const mixed = (points: Float64Array, weights: Float64Array): number[] =>
  [0, 1, 2].map((c) => weights.reduce((sum, w, k) => sum + w * points[3 * k + c]!, 0));

// The nearest point x of a convex set to the origin is known by x · p ≥ x · x for every p of it (projection theorem).
test('shares are a mixture, and no point of the hull is nearer to the origin: 500 random hulls', () => {
  const next = random(9);
  for (let n = 0; n < 500; n++) {
    const count = 2 + Math.floor(next() * 20);
    // Every third hull is flat, every fifth a line.
    const thin = n % 5 === 0 ? [1, 0, 0] : n % 3 === 0 ? [1, 1, 0] : [1, 1, 1];
    const points = Float64Array.from({ length: 3 * count }, (_, k) => thin[k % 3]! * (next() - 0.3) + 0.1 * (k % 3));
    const weights = new Float64Array(count);
    nearestInHull(points, count, weights);
    expect(weights.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    expect(Math.min(...weights)).toBeGreaterThanOrEqual(0);
    const x = mixed(points, weights);
    const size = x.reduce((sum, v) => sum + v * v, 0);
    for (let k = 0; k < count; k++) {
      const along = x.reduce((sum, v, c) => sum + v * points[3 * k + c]!, 0);
      expect(along).toBeGreaterThan(size - 1e-6);
    }
  }
});
