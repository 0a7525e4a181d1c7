import { gratingBeat, squareBeat } from '../src/index.ts';

describe('beat of two screens (grating superposition, f² = f1² + f2² − 2 f1 f2 cos Δ)', () => {
  test.each([
    [30, 1.93],
    [15, 3.83],
  ])('equal frequencies %d° apart ripple every %d cells', (angle, cells) => {
    expect(gratingBeat({ lpi: 60, angle: 0 }, { lpi: 60, angle }) * 60).toBeCloseTo(cells, 2);
  });

  test('the same screen twice has no ripple, and 75° on a square lattice is 15°', () => {
    expect(gratingBeat({ lpi: 60, angle: 20 }, { lpi: 60, angle: 20 })).toBe(Infinity);
    expect(squareBeat({ lpi: 50, angle: 0 }, { lpi: 50, angle: 75 })).toBeCloseTo(
      gratingBeat({ lpi: 50, angle: 0 }, { lpi: 50, angle: 15 }),
    );
  });
});
