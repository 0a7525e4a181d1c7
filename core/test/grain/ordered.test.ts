import { blueNoiseTile } from '../../src/screen/families/grain/blue-noise.ts';
import { bayerTile, clusteredTile } from '../../src/screen/families/grain/ordered.ts';
import { eachWave, powerOf } from '../radial.ts';

/** Ranks of a tile, from its thresholds. */
function ranksOf(tile: { data: Uint16Array; area: number }): number[] {
  return Array.from(tile.data, (t) => Math.max(0, Math.round(((t + 0.5) / 65535) * tile.area - 0.5)));
}

/** Bayer, An optimum method for two-level rendition of continuous-tone pictures, 1973: M2 and the recursion. */
function bayer(n: number): number[][] {
  if (n === 2) {
    return [
      [0, 2],
      [3, 1],
    ];
  }
  const half = bayer(n / 2);
  const add = [
    [0, 2],
    [3, 1],
  ];
  return Array.from({ length: n }, (_, y) =>
    Array.from(
      { length: n },
      (_, x) => 4 * half[y % (n / 2)]![x % (n / 2)]! + add[Math.floor((2 * y) / n)]![Math.floor((2 * x) / n)]!,
    ),
  );
}

test.each([2, 4, 8, 16])('Bayer %d is the matrix of the recursion', (n) => {
  expect(ranksOf(bayerTile(n))).toEqual(bayer(n).flat());
});

test.each([4, 6, 8])('clustered %d: every rank once, two dots to the square that grow in turn', (n) => {
  const ranks = ranksOf(clusteredTile(n));
  expect([...ranks].sort((a, b) => a - b)).toEqual(Array.from({ length: n * n }, (_, k) => k));
  // A quarter of the square inked: two compact dots, half a diagonal apart.
  const ink = ranks.map((r) => r < (n * n) / 4);
  let same = 0;
  for (let y = 0; y < n; y++) {
    for (let x = 0; x < n; x++) {
      if (ink[y * n + x] === ink[((y + n / 2) % n) * n + ((x + n / 2) % n)]) same++;
    }
  }
  expect(same).toBeGreaterThanOrEqual(n * n - 2);
});

describe('blue noise (Ulichney, Dithering with blue noise, 1988; void-and-cluster, 1993)', () => {
  test.each([64, 128] as const)('the tile of %d uses every rank once', (side) => {
    const ranks = ranksOf(blueNoiseTile(side));
    expect(new Set(ranks).size).toBe(side * side);
    expect(Math.min(...ranks)).toBe(0);
    expect(Math.max(...ranks)).toBe(side * side - 1);
  });

  const shares = [1 / 16, 1 / 8, 1 / 4];
  const cases = ([64, 128] as const).flatMap((side) =>
    shares.flatMap((share) => (['ink', 'paper'] as const).map((of) => [side, share, of] as const)),
  );
  test.each(cases)(
    'tile of %d, %d of %s: little power below half of √g, no direction stands out',
    (side, share, of) => {
      const ranks = ranksOf(blueNoiseTile(side));
      const ink = of === 'ink' ? share : 1 - share;
      const plate = Float64Array.from(ranks, (r) => (r < ink * side * side ? 1 : 0));
      const principal = Math.sqrt(share);
      // White noise of this share has the same power, its variance, in every wave.
      const white = share * (1 - share) * side * side;
      let [low, lows] = [0, 0];
      const ways = Array.from({ length: 8 }, () => ({ sum: 0, count: 0 }));
      eachWave(powerOf(plate, side), side, (frequency, direction, power) => {
        if (frequency < principal / 2) {
          low += power;
          lows++;
        }
        if (frequency < 0.75 * principal || frequency > 1.25 * principal) return;
        const way = ways[Math.min(7, Math.floor((direction / Math.PI) * 8))]!;
        way.sum += power;
        way.count++;
      });
      expect(low / lows / white).toBeLessThan(0.1);
      const means = ways.map((w) => w.sum / w.count);
      const mean = means.reduce((a, b) => a + b, 0) / 8;
      expect(Math.max(...means) / mean).toBeLessThan(1.5);
      expect(Math.min(...means) / mean).toBeGreaterThan(0.5);
    },
  );

  test('the tile meets itself as evenly as it is inside: neighbours across the seam are no closer', () => {
    const side = 128;
    const ranks = ranksOf(blueNoiseTile(side));
    const dots = ranks.flatMap((r, k) => (r < (side * side) / 16 ? [[k % side, Math.floor(k / side)] as const] : []));
    const nearest = (across: boolean) => {
      let [sum, count] = [0, 0];
      for (const [x, y] of dots) {
        const onSeam = x < 2 || y < 2 || x >= side - 2 || y >= side - 2;
        if (onSeam !== across) continue;
        const wrap = (d: number) => Math.min(Math.abs(d), side - Math.abs(d));
        sum += Math.min(...dots.map(([u, v]) => (u === x && v === y ? 99 : Math.hypot(wrap(u - x), wrap(v - y)))));
        count++;
      }
      return sum / count;
    };
    expect(nearest(true) / nearest(false)).toBeGreaterThan(0.93);
    expect(nearest(true) / nearest(false)).toBeLessThan(1.07);
  });
});
