import fc from 'fast-check';
import { bendKind, newBend, pinAt, type Point } from '../../src/bend/index.ts';
import { restingMesh } from '../../src/bend/kinds/mesh.ts';
import { movingLeastSquares } from '../../src/bend/kinds/pins.ts';
import { draggedPins, mapsOf, SHEET, TRIMMED, warpedMesh } from './bends.ts';

const mm = (value: number) => value * 10 + 30;
const distance = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y);
const mapped = (map: (x: number, y: number, out: Point) => void, x: number, y: number): Point => {
  const out = { x: 0, y: 0 };
  map(x, y, out);
  return out;
};
const coordinate = fc.double({ min: -500, max: 1500, noNaN: true });

// Schaefer, McPhail and Warren (2006): deformations interpolate their pins, are the identity where no pin moves, and
// reproduce any motion of their class.
describe.each(['similar', 'rigid'] as const)('pins, %s', (way) => {
  const pins = () => draggedPins(7, -4, way);

  test('lie exactly where they were put, and where they were dragged to', () => {
    const { back, forth } = mapsOf(pins());
    const all = pins().settings.pins as number[];
    for (let k = 0; k < all.length; k += 4) {
      const [x, y, toX, toY] = all.slice(k, k + 4).map((v) => mm(v!)) as [number, number, number, number];
      expect(distance(back(toX, toY), { x, y })).toBeLessThan(1e-6);
      expect(distance(forth(x, y), { x: toX, y: toY })).toBeLessThan(0.001);
    }
  });

  test('a motion of all pins is that motion of the sheet', () => {
    const from = Float64Array.from([100, 100, 900, 150, 800, 700, 200, 650, 500, 420]);
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: 3, noNaN: true }),
        way === 'rigid' ? fc.constant(1) : fc.double({ min: 0.3, max: 3, noNaN: true }),
        coordinate,
        coordinate,
        coordinate,
        coordinate,
        (angle, scale, dx, dy, x, y) => {
          const [c, s] = [scale * Math.cos(angle), scale * Math.sin(angle)];
          const moved = (px: number, py: number): Point => ({ x: c * px - s * py + dx, y: s * px + c * py + dy });
          const to = new Float64Array(from.length);
          for (let k = 0; k < from.length; k += 2) {
            const at = moved(from[k]!, from[k + 1]!);
            to.set([at.x, at.y], k);
          }
          expect(distance(mapped(movingLeastSquares(from, to, way === 'rigid'), x, y), moved(x, y))).toBeLessThan(1e-6);
        },
      ),
      { numRuns: 200 },
    );
  });
});

test('rigid pins keep sizes where similar ones let them grow', () => {
  const from = Float64Array.from([0, 0, 100, 0]);
  const to = Float64Array.from([0, 0, 200, 0]);
  const grown = (rigid: boolean) => {
    const map = movingLeastSquares(from, to, rigid);
    return distance(mapped(map, 50, 40), mapped(map, 50, -40)) / 80;
  };
  expect(grown(false)).toBeCloseTo(2, 6);
  expect(grown(true)).toBeCloseTo(1, 6);
});

test('one pin moves the whole sheet', () => {
  const map = movingLeastSquares(Float64Array.from([10, 20]), Float64Array.from([15, 13]), false);
  expect(mapped(map, 400, 300)).toEqual({ x: expect.closeTo(405, 9), y: expect.closeTo(293, 9) });
});

describe('mesh', () => {
  test('takes its handles exactly where they are', () => {
    const own = warpedMesh(6);
    const handles = own.settings.handles as number[];
    const rest = restingMesh(TRIMMED, 3, 3);
    const { forth, back } = mapsOf(own);
    for (let k = 0; k < rest.length; k += 2) {
      const [from, to] = [
        { x: mm(rest[k]!), y: mm(rest[k + 1]!) },
        { x: mm(handles[k]!), y: mm(handles[k + 1]!) },
      ];
      expect(distance(forth(from.x, from.y), to)).toBeLessThan(1e-6);
      expect(distance(back(to.x, to.y), from)).toBeLessThan(0.001);
    }
  });

  test('goes on across the edges of its cells without a step, in place and in slope', () => {
    const { forth } = mapsOf(warpedMesh(6));
    const step = 1e-4;
    for (const x of [mm(100 / 3), mm(200 / 3)]) {
      for (let y = mm(2); y < mm(80); y += 37) {
        const [far, left, right, near] = [-1, 0, 1, 2].map((k) => forth(x + (k - 0.5) * step, y)) as [
          Point,
          Point,
          Point,
          Point,
        ];
        expect(distance(left, right)).toBeLessThan(4 * step);
        const [before, after] = [(left.x - far.x) / step, (near.x - right.x) / step];
        expect(Math.abs(after - before)).toBeLessThan(1e-3);
      }
    }
  });

  test('beyond the sheet moves as the edge does', () => {
    const own = newBend('mesh', TRIMMED);
    const handles = (own.settings.handles as number[]).map((v, k) => (k % 2 === 0 ? v + 4 : v));
    const { forth } = mapsOf({ ...own, settings: { ...own.settings, handles } });
    expect(distance(forth(-300, 5000), { x: -260, y: 5000 })).toBeLessThan(1e-6);
  });

  test('a handle that is dragged moves alone; another number of cells starts at rest', () => {
    const { dragged, handles } = bendKind('mesh');
    const own = newBend('mesh', TRIMMED).settings;
    const moved = dragged(own, '5', { x: 40, y: 30 }, TRIMMED).handles as number[];
    expect(moved.slice(10, 12)).toEqual([40, 30]);
    expect(moved.toSpliced(10, 2)).toEqual((own.handles as number[]).toSpliced(10, 2));
    expect(handles({ ...own, columns: 2, rows: 5 }, TRIMMED)).toHaveLength(18);
  });
});

test('sheets of any size and resolution are bent alike', () => {
  const fine = { width: 2120, height: 1720, ppi: 508, bleed: 60 };
  for (const own of [warpedMesh(5), draggedPins(4, -3)]) {
    const kind = bendKind(own.kind);
    const [a, b] = [kind.ready(own.settings, SHEET, () => null)!, kind.ready(own.settings, fine, () => null)!];
    for (const [x, y] of [
      [200, 300],
      [640, 410],
      [950, 700],
    ] as const) {
      const [coarse, twice] = [mapped(a.back, x, y), mapped(b.back, 2 * x, 2 * y)];
      expect(distance({ x: twice.x / 2, y: twice.y / 2 }, coarse)).toBeLessThan(0.01);
    }
  }
});

test('a pin that is put on the bent sheet holds what lies there', () => {
  const own = draggedPins(7, -4);
  const pins = own.settings.pins as number[];
  const more = pinAt(own.settings, 60, 20);
  const { back } = mapsOf(own);
  const there = back(mm(60), mm(20));
  expect(more).toEqual([expect.closeTo((there.x - 30) / 10, 6), expect.closeTo((there.y - 30) / 10, 6), 60, 20]);
  const held = mapsOf({ ...own, settings: { ...own.settings, pins: [...pins, ...more] } });
  expect(distance(held.back(mm(60), mm(20)), there)).toBeLessThan(1e-6);
  expect(bendKind('pins').without({ ...own.settings, pins: [...pins, ...more] }, '4')).toEqual({ pins });
  expect(pinAt({ pins: [], way: 'similar' }, 5, 6)).toEqual([5, 6, 5, 6]);
});

test('a mesh of another number of handles keeps its shape', () => {
  const own = warpedMesh(6);
  const finer = { ...own.settings, ...bendKind('mesh').changed(own.settings, { columns: 6, rows: 6 }, TRIMMED) };
  expect((finer.handles as number[]).length).toBe(98);
  const [a, b] = [mapsOf(own), mapsOf({ ...own, settings: finer })];
  for (const [x, y] of [
    [200, 200],
    [500, 433],
    [790, 610],
  ] as const) {
    expect(distance(a.forth(x, y), b.forth(x, y))).toBeLessThan(6);
  }
  expect(bendKind('mesh').changed(own.settings, { columns: 3 }, TRIMMED)).toEqual({ columns: 3 });
});
