import { loadClipper } from '../../src/marks/joining/clipper.ts';
import { footprintOf } from '../../src/stones/table/footprint.ts';
import { DEFAULT_STONES } from '../../src/stones/table/table.ts';
import type { Layout } from '../../src/stones/lay.ts';
import { circlePath, laid, squarePath } from './designs.ts';

beforeAll(loadClipper);

const width = (name: string) => DEFAULT_STONES.sizes.find((s) => s.name === name)!.width;

/** Area that the stones of a layout cover, in mm². */
const covered = ({ stones }: Layout): number =>
  Array.from(stones.size).reduce((sum, s) => sum + footprintOf(DEFAULT_STONES.sizes[s]!).area, 0);

/** Straight distances from each stone of a closed run to the next. */
function steps({ stones }: Layout): number[] {
  return Array.from({ length: stones.count }, (_, k) => {
    const m = (k + 1) % stones.count;
    return Math.hypot(stones.x[k]! - stones.x[m]!, stones.y[k]! - stones.y[m]!);
  });
}

/** A star of five points, an outer and an inner radius. */
const starPath = (outer: number, inner: number): string =>
  `M${Array.from({ length: 10 }, (_, k) => {
    const r = k % 2 === 0 ? outer : inner;
    return `${150 + r * Math.sin((Math.PI * k) / 5)} ${150 - r * Math.cos((Math.PI * k) / 5)}`;
  }).join('L')}Z`;
const UNEVEN_STAR = 'M150 20L180 110L275 110L198 165L228 260L150 200L72 260L102 165L25 110L120 110Z';

const spread = (of: readonly number[]) => (Math.max(...of) - Math.min(...of)) / Math.min(...of);

test('the diameters of stones are those of common practice (no source)', () => {
  expect(DEFAULT_STONES.sizes.map((s) => [s.name, s.width])).toEqual([
    ['SS6', 2],
    ['SS10', 2.8],
    ['SS16', 3.9],
    ['SS20', 4.7],
  ]);
});

describe('a run', () => {
  test.each([3, 5, 10, 20, 47.3, 80, 99.9])(
    'holds ⌊π / asin((d + g) / 2R)⌋ stones on a circle of %d mm (geometry: chords of a circle)',
    (r) => {
      for (const { name, width: d } of DEFAULT_STONES.sizes) {
        for (const gap of [0, 0.3, 1.524]) {
          if (d + gap > 2 * r) continue;
          const count = Math.floor(Math.PI / Math.asin((d + gap) / (2 * r)));
          const made = laid(circlePath(r), { way: 'run', side: 'centre', sizes: [name], gap });
          expect([name, gap, made.stones.count]).toEqual([name, gap, count]);
        }
      }
    },
  );

  test('closes on a circle that holds hardly more than so many stones', () => {
    for (const n of [6, 17, 60]) {
      const r = 3.1 / (2 * Math.sin(Math.PI / n)) + 0.003;
      expect(laid(circlePath(r), { way: 'run', side: 'centre', gap: 0.3 }).stones.count).toBe(n);
    }
  });

  test('lies inside or outside a circle at a distance, on the circle of its middles', () => {
    const inside = laid(circlePath(40), { way: 'run', side: 'inside', distance: 2 });
    const outside = laid(circlePath(40), { way: 'run', side: 'outside', distance: 2 });
    const count = (r: number) => Math.floor(Math.PI / Math.asin(3.1 / (2 * r)));
    expect(inside.stones.count).toBe(count(40 - 2 - 1.4));
    expect(outside.stones.count).toBe(count(40 + 2 + 1.4));
    for (const [made, r] of [
      [inside, 36.6],
      [outside, 43.4],
    ] as const) {
      for (let k = 0; k < made.stones.count; k++) {
        expect(Math.abs(Math.hypot(made.stones.x[k]! - 100, made.stones.y[k]! - 100) - r)).toBeLessThan(0.005);
      }
    }
  });

  test('holds as many stones on a straight line as are counted by hand', () => {
    // 100 mm, a stone every 3.1 mm and one at each end: 32 steps of 3.125 mm.
    const { stones } = laid('M20 20H120', { way: 'run', side: 'centre', gap: 0.3 });
    expect(stones.count).toBe(33);
    expect([Math.min(...stones.x), Math.max(...stones.x)]).toEqual([20, 120]);
    expect(laid('M20 20H20.5', { way: 'run', side: 'centre' }).stones.count).toBe(1);
  });

  test.each([
    ['a circle', circlePath(31.7)],
    ['an ellipse', 'M160 100A60 25 0 0 1 40 100A60 25 0 0 1 160 100Z'],
    ['a heart', 'M100 180C45 135 30 110 35 88C41 58 85 52 100 86C115 52 159 58 165 88C170 110 155 135 100 180Z'],
    ['a square', squarePath(77)],
    ['a kite', 'M100 20L150 80L100 190L50 80Z'],
    ['a star of five points', starPath(90, 36)],
    ['a bean', 'M60 60C90 20 160 40 150 90C145 120 110 110 105 140C100 180 40 170 40 120C40 95 50 75 60 60Z'],
  ])('closes evenly round %s: distances differ by less than 1 %%', (_, path) => {
    for (const side of ['inside', 'centre', 'outside'] as const) {
      for (const size of ['SS6', 'SS16']) {
        const made = laid(path, { way: 'run', side, sizes: [size] });
        expect(made.notes).toEqual([]);
        const far = steps(made);
        expect(spread(far)).toBeLessThan(0.01);
        // Where no corner is cut by a step, one stone more would be too near: n + 1 steps need a longer outline.
        const n = made.stones.count;
        if (path.includes('A')) expect(Math.min(...far)).toBeLessThan((width(size) + 0.3) * (1 + 1 / (n - 1)));
      }
    }
  });

  test('round a star of unequal points leaves no stone out, and is even within a step in each side', () => {
    const made = laid(UNEVEN_STAR, { way: 'run', side: 'centre' });
    const far = steps(made);
    // Sides of about 95 mm hold 30 steps: those of one side may be a thirtieth longer than those of another.
    expect(spread(far)).toBeLessThan(1 / 30);
    expect(Math.min(...far)).toBeGreaterThan(3.1 - 0.001);
  });

  test('has a stone on each sharp corner, and is even between them', () => {
    const { stones } = laid('M100 20L150 80L100 190L50 80Z', { way: 'run', side: 'centre', corner: true });
    for (const [x, y] of [
      [100, 20],
      [150, 80],
      [100, 190],
      [50, 80],
    ] as const) {
      const near = Array.from({ length: stones.count }, (_, k) => Math.hypot(stones.x[k]! - x, stones.y[k]! - y));
      expect(Math.min(...near)).toBeLessThan(1e-3);
    }
    const upper = Array.from({ length: stones.count }, (_, k) => [stones.x[k]!, stones.y[k]!] as const)
      .filter(([x, y]) => x >= 100 - 1e-3 && y <= 80 + 1e-3)
      .sort((a, b) => a[0] - b[0]);
    const far = upper.slice(1).map(([x, y], k) => Math.hypot(x - upper[k]![0], y - upper[k]![1]));
    expect(far.length).toBe(Math.floor(Math.hypot(50, 60) / 3.1));
    expect(spread(far)).toBeLessThan(0.01);
  });

  test.each([true, false])(
    'stays as close where the hand has put a stone on the outline (stones at corners: %s)',
    (corner) => {
      const own = { way: 'run', side: 'inside', corner, sizes: ['SS16'], gap: 0.5 } as const;
      const path = 'M140 30L212 108L140 218L68 108Z';
      const whole = laid(path, own).stones.count;
      for (let k = 0; k < 24; k++) {
        const stone = { turn: 0, size: 'SS16', colour: 'Jet', locked: false, loosed: false };
        const hand = [{ ...stone, x: 181 + 0.6 * (k % 6), y: 150.5 + 1.1 * Math.floor(k / 6) }];
        const { count } = laid(path, { ...own, hand }).stones;
        expect(count).toBeGreaterThan(0.9 * whole);
        expect(count).toBeLessThanOrEqual(whole + 1);
      }
    },
  );

  test('of two or three takes its sizes by turns and keeps the gap between them', () => {
    const made = laid(circlePath(60), { way: 'run', side: 'inside', runs: 3, sizes: ['SS16', 'SS6'] });
    const radii = [60 - 1.95, 60 - 3.9 - 0.3 - 1, 60 - 3.9 - 0.3 - 2 - 0.3 - 1.95];
    const count = (r: number, d: number) => Math.floor(Math.PI / Math.asin((d + 0.3) / (2 * r)));
    const bySize = (s: number) => Array.from(made.stones.size).filter((v) => v === s).length;
    expect(bySize(2)).toBe(count(radii[0]!, 3.9) + count(radii[2]!, 3.9));
    expect(bySize(0)).toBe(count(radii[1]!, 2));
  });
});

describe('rows', () => {
  /** Stones to an area where each has a cell of its own, of all that may hold a middle. */
  const geometric = (pitch: number, rowStep: number, d: number) => (100 - d) ** 2 / (pitch * rowStep);

  test.each([0, 7, 15, 30, 45])('in squares fill 100 × 100 mm within 2 %% of what geometry says, at %d°', (angle) => {
    const { count } = laid(squarePath(100), { way: 'rows', angle }).stones;
    // Whole rows and columns at 0°; elsewhere the share of cells.
    const whole = (Math.floor((100 - 2.8) / 3.1) + 1) ** 2;
    expect(angle === 0 ? count : whole).toBe(whole);
    const expected = angle === 0 ? whole : geometric(3.1, 3.1, 2.8);
    expect(Math.abs(count / expected - 1)).toBeLessThan(angle === 0 ? 1e-9 : 0.035);
  });

  test('as bricks cover π / (2√3) of the area that their middles may take, within 2 %', () => {
    // Without a gap and on an area large beside a stone (hexagonal packing: Lagrange 1773; π / 2√3 = 0.9069).
    const { count } = laid(squarePath(200, 20, 20), { way: 'rows', rows: 'brick', gap: 0, sizes: ['SS6'] }).stones;
    const density = (count * Math.PI) / 198 ** 2;
    expect(Math.abs(density / (Math.PI / (2 * Math.sqrt(3))) - 1)).toBeLessThan(0.02);
  });

  test('of two sizes by turns keep their distance', () => {
    const { stones } = laid(squarePath(60), { way: 'rows', sizes: ['SS20', 'SS6'] });
    const ys = [...new Set(Array.from(stones.y, (y) => Number(y.toFixed(6))))].sort((a, b) => a - b);
    for (let k = 1; k < ys.length; k++) expect(ys[k]! - ys[k - 1]!).toBeCloseTo(2.35 + 1 + 0.3, 6);
  });
});

describe('around', () => {
  test('each ring holds ⌊π / asin((d + g) / 2R)⌋ stones', () => {
    const { stones } = laid(circlePath(50), { way: 'around' });
    const rings = new Map<number, number>();
    for (let k = 0; k < stones.count; k++) {
      const ring = Math.round(Math.hypot(stones.x[k]! - 100, stones.y[k]! - 100) / 3.1);
      rings.set(ring, (rings.get(ring) ?? 0) + 1);
    }
    expect(rings.size).toBe(Math.floor((50 - 1.4) / 3.1) + 1);
    for (const [ring, count] of rings) {
      expect(count).toBe(ring === 0 ? 1 : Math.floor(Math.PI / Math.asin(3.1 / (2 * 3.1 * ring)) + 1e-9));
    }
  });
});

describe('packed', () => {
  test.each([
    ['a square', squarePath(100)],
    ['a circle', circlePath(60)],
    ['a star', UNEVEN_STAR],
  ])('covers more of %s than rows of the same smallest stone, square or brick', (_, path) => {
    const packed = covered(laid(path, { way: 'packed', sizes: ['SS20', 'SS10', 'SS6'] }));
    for (const rows of ['square', 'brick'] as const) {
      expect(packed).toBeGreaterThan(covered(laid(path, { way: 'rows', rows, sizes: ['SS6'] })));
    }
  });

  test('leaves no place free in which one of its stones would fit with 0.05 mm to spare', () => {
    const { stones } = laid(squarePath(30), { way: 'packed', sizes: ['SS16', 'SS6'] });
    for (let y = 51; y <= 79; y += 0.1) {
      for (let x = 51; x <= 79; x += 0.1) {
        let free = true;
        for (let k = 0; free && k < stones.count; k++) {
          const r = DEFAULT_STONES.sizes[stones.size[k]!]!.width / 2;
          free = Math.hypot(stones.x[k]! - x, stones.y[k]! - y) > r + 1 + 0.3 + 0.05;
        }
        if (free) throw new Error(`A stone would fit at ${x}, ${y}.`);
      }
    }
  });

  test('scattered: stones of one size stand as far apart as was asked, and hardly further', () => {
    const { stones } = laid(squarePath(100), { way: 'packed', filling: 'scattered', spread: 2 });
    const nearest = Array.from({ length: stones.count }, (_, k) =>
      Math.min(
        ...Array.from({ length: stones.count }, (_, m) =>
          m === k ? Infinity : Math.hypot(stones.x[k]! - stones.x[m]!, stones.y[k]! - stones.y[m]!),
        ),
      ),
    );
    expect(Math.min(...nearest)).toBeGreaterThanOrEqual(6.2);
    expect(nearest.reduce((a, b) => a + b, 0) / stones.count).toBeLessThan(6.2 * 1.25);
  });
});
