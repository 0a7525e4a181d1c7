import fc from 'fast-check';
import { centred, evenScale, fitView, visibleSheet, zoomAt } from '../src/engine/view.ts';

const display = { width: 900, height: 600 };

test('a fitted sheet is wholly in sight with room around it', () => {
  fc.assert(
    fc.property(fc.integer({ min: 20, max: 40000 }), fc.integer({ min: 20, max: 40000 }), (width, height) => {
      const view = fitView({ width, height }, display, 28);
      const seen = visibleSheet(view, { width, height })!;
      expect(seen).toEqual({ x: 0, y: 0, width, height });
      if (view.scale > 1) expect(Number.isInteger(view.scale)).toBe(true);
    }),
  );
});

test('zooming keeps the point under the pointer to within one display pixel', () => {
  const sheet = { width: 6000, height: 4000 };
  fc.assert(
    fc.property(
      fc.double({ min: 0.02, max: 20, noNaN: true }),
      fc.integer({ min: 0, max: 900 }),
      fc.integer({ min: 0, max: 600 }),
      (scale, x, y) => {
        const before = centred(evenScale(0.5), sheet, display);
        const after = zoomAt(before, scale, x, y);
        const was = (before.originX + x) / before.scale;
        expect(Math.abs(was * after.scale - after.originX - x)).toBeLessThanOrEqual(1);
      },
    ),
  );
});

test('from one on, scales are whole; out of sight is said', () => {
  expect([0.3, 0.99, 1.2, 2.6, 500].map(evenScale)).toEqual([0.3, 0.99, 1, 3, 32]);
  expect(visibleSheet({ scale: 1, originX: 5000, originY: 0, ...display }, { width: 100, height: 100 })).toBeNull();
});
