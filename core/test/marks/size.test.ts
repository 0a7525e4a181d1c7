import fc from 'fast-check';
import { MARK_SHAPES } from '../../src/marks/shapes/index.ts';
import { EDGE_KINDS } from '../../src/marks/edges/index.ts';
import { outlineOf } from '../../src/marks/joining/join.ts';
import { outlineArea } from '../../src/marks/outline.ts';
import type { MarkSettings } from '../../src/marks/params.ts';
import { allMarksOf, flatMarker, markInputs } from './inputs.ts';

const OWN = 'M-0.5 -0.5L0.5 -0.3L0.2 0.5L-0.4 0.4Z';
const shapes = MARK_SHAPES.map((s) => s.name);

/** Marks whose cells lie inside the sheet altogether. */
function whole(change: Partial<MarkSettings>, tone: number) {
  const inputs = markInputs({ path: OWN, ...change });
  const marker = flatMarker(inputs, tone);
  return allMarksOf(marker, inputs).filter(({ site }) => site.x > 60 && site.x < 540 && site.y > 60 && site.y < 340);
}

describe('area-true marks', () => {
  test.each(shapes)('the outlines of %s have the area that the tone asks for, to 0.2 %%', (shape) => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.02, max: 1, noNaN: true }),
        fc.constantFrom('square', 'staggered', 'hexagonal', 'triangular', 'rings', 'scattered'),
        fc.record({
          sides: fc.integer({ min: 3, max: 12 }),
          inner: fc.double({ min: 0.1, max: 0.9, noNaN: true }),
          round: fc.constantFrom(0, 0.4),
          stretch: fc.boolean(),
        }),
        (tone, lattice, form) => {
          for (const mark of whole({ shape, lattice, ...form } as never, tone).slice(0, 6)) {
            const wanted = (Math.round(tone * 65535) / 65535) * mark.site.area;
            expect(Math.abs(outlineArea(outlineOf(mark)) / wanted - 1)).toBeLessThan(0.002);
          }
        },
      ),
      { numRuns: 12 },
    );
  });
  test('a circle has the area of a circle: π r²', () => {
    for (const mark of whole({ shape: 'circle' }, 0.5)) {
      const r = Math.sqrt((0.5 * 1600) / Math.PI);
      expect(mark.width / 2 / r).toBeGreaterThan(0.998);
      expect(mark.width / 2 / r).toBeLessThan(1.002);
    }
  });
  test.each(EDGE_KINDS.map((k) => k.name))('with %s edges the area stays', (edge) => {
    const marks = whole({ shape: 'polygon', sides: 5, [edge]: 0.5 } as never, 0.4);
    for (const mark of marks) expect(outlineArea(outlineOf(mark)) / (0.4 * 1600)).toBeCloseTo(1, 3);
  });
  test('edges change the outline', () => {
    const plain = whole({ shape: 'polygon', sides: 5 }, 0.4)[0]!;
    for (const { name } of EDGE_KINDS) {
      const mark = whole({ shape: 'polygon', sides: 5, [name]: 0.5 } as never, 0.4)[0]!;
      expect(outlineOf(mark)[0]!.length).not.toBe(outlineOf(plain)[0]!.length);
    }
  });
});

describe('sizes', () => {
  const widths = (change: Partial<MarkSettings>, tone: number) =>
    whole({ shape: 'polygon', sides: 4, ...change }, tone).map((m) => m.width);
  test('by width a square of half size is half as wide as its cell', () => {
    expect(widths({ sizing: 'width' }, 0.5)[0]).toBeCloseTo(20, 3);
  });
  test('steps: of five there are five sizes, the first and the last as set', () => {
    const sizes = new Set(
      Array.from({ length: 101 }, (_, k) =>
        widths({ sizing: 'width', from: 0.2, to: 1, steps: 5 }, k / 100)[0]!.toFixed(4),
      ),
    );
    expect([...sizes].map(Number)).toEqual([8, 16, 24, 32, 40]);
  });
  test('marks narrower than the smallest are dropped', () => {
    // 20 pixels at 300 ppi are 1.69 mm.
    expect(widths({ sizing: 'width', dropBelow: 1.7 }, 0.5)).toHaveLength(0);
    expect(widths({ sizing: 'width', dropBelow: 1.68 }, 0.5).length).toBeGreaterThan(10);
  });
  test('above 100 % marks overlap', () => {
    expect(widths({ sizing: 'width', to: 1.5 }, 1)[0]).toBeCloseTo(60, 3);
  });
});
