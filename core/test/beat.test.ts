import { dotTile } from './screens.ts';
import { flatPlates, inkOf } from './plates.ts';
import { eachWave, powerOf } from './radial.ts';
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

  test.each([15, 30])(
    'two plates %d° apart, laid over each other, ripple in their spectrum as long as that says',
    (apart) => {
      const side = 1024;
      const [a, b] = [0, apart].map((angle) => inkOf(flatPlates(dotTile(10, 20 + angle, 'Round'), side, [0.4])[0]!));
      const window = Float64Array.from({ length: side }, (_, k) => 0.5 - 0.5 * Math.cos((2 * Math.PI * k) / side));
      const both = Float64Array.from({ length: side * side }, (_, k) => {
        const [x, y] = [k % side, Math.floor(k / side)];
        return ((a!(x, y) | b!(x, y)) - 0.64) * window[x]! * window[y]!;
      });
      let [longest, strongest] = [0, 0];
      eachWave(powerOf(both, side), side, (frequency, _, power) => {
        // Waves shorter than the cells themselves are dots; the very longest belong to the window.
        if (frequency < 0.008 || frequency > 0.07 || power < strongest) return;
        strongest = power;
        longest = 1 / frequency;
      });
      const expected = gratingBeat({ lpi: 30, angle: 0 }, { lpi: 30, angle: apart }) * 300;
      expect(Math.abs(longest / expected - 1)).toBeLessThan(0.02);
    },
  );
});
