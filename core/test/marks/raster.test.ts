import fc from 'fast-check';
import { coverPolygons } from '../../src/index.ts';
import { coverageOfOutline, plateOfLaid, plateOfMarks } from '../../src/marks/raster.ts';
import { kernels } from '../plates.ts';
import { allMarksOf, flatMarker, markInputs } from './inputs.ts';

const AREA = { x: 0, y: 0, width: 40, height: 30, step: 1 };
const rectangle = (x0: number, y0: number, x1: number, y1: number) => Float64Array.of(x0, y0, x1, y0, x1, y1, x0, y1);

describe('coverage', () => {
  test('edges along the pixels are exact', () => {
    const quarter = fc.integer({ min: 1, max: 100 }).map((k) => k / 4);
    fc.assert(
      fc.property(quarter, quarter, quarter, quarter, (x, y, w, h) => {
        const cover = coverageOfOutline(kernels, [rectangle(x, y, x + w, y + h)], AREA);
        const share = (at: number, from: number, to: number) => Math.max(0, Math.min(at + 1, to) - Math.max(at, from));
        const wanted = Uint8Array.from(cover, (_, k) =>
          Math.floor(share(k % 40, x, x + w) * share(Math.floor(k / 40), y, y + h) * 255 + 0.5),
        );
        expect(cover).toEqual(wanted);
      }),
      { numRuns: 60 },
    );
  });
  test('any polygon is covered as by exact areas in numbers of 64 bits, to one level', () => {
    const place = fc.integer({ min: -5000, max: 45000 }).map((k) => k / 1000);
    fc.assert(
      fc.property(fc.array(place, { minLength: 6, maxLength: 6 }), (points) => {
        const triangle = Float64Array.from(points);
        const cover = coverageOfOutline(kernels, [triangle], AREA);
        const wanted = coverPolygons([triangle], AREA, false);
        // Corners lie up to 1/512 of a pixel from where they were.
        expect(Math.max(...cover.map((c, k) => Math.abs(c - 255 * wanted[k]!)))).toBeLessThan(2.6);
      }),
      { numRuns: 200 },
    );
  });
  test('a hole stays free', () => {
    const hole = rectangle(10, 10, 20, 20);
    const turned = Float64Array.of(10, 10, 10, 20, 20, 20, 20, 10);
    expect(coverageOfOutline(kernels, [rectangle(2, 2, 38, 28), turned], AREA)[15 * 40 + 15]).toBe(0);
    expect(coverageOfOutline(kernels, [rectangle(2, 2, 38, 28), hole], AREA)[15 * 40 + 15]).toBe(255);
  });
});

describe('plates', () => {
  test.each([
    ['stars', { shape: 'star', sides: 7 }],
    ['ragged leaves that overlap', { shape: 'leaf', ragged: 0.6, to: 1.6, turning: 'chance' }],
    ['rings mirrored', { shape: 'ring', mirror: 'both', lattice: 'spokes' }],
  ] as const)('%s: any area has the pixels of the whole plate', (_, change) => {
    const inputs = markInputs(change as never, { angle: 23 });
    const marker = flatMarker(inputs, 0.6);
    const over = (x: number, y: number, width: number, height: number, step = 1) =>
      plateOfMarks(kernels, marker.marksNear({ left: x, top: y, right: x + width, bottom: y + height }), {
        x,
        y,
        width,
        height,
        step,
      });
    const whole = over(0, 0, 600, 400);
    const bit = (p: typeof whole, x: number, y: number) => (p.data[y * p.stride + (x >> 3)]! >> (7 - (x & 7))) & 1;
    fc.assert(
      fc.property(
        fc.nat(560),
        fc.nat(370),
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 1, max: 30 }),
        fc.integer({ min: 1, max: 3 }),
        (x, y, w, h, step) => {
          const part = over(x, y, w, h, step);
          let off = 0;
          for (let j = 0; j < part.height; j++)
            for (let i = 0; i < w; i++) if (bit(part, i, j) !== bit(whole, x + i, y + j * step)) off++;
          expect(off).toBe(0);
        },
      ),
      { numRuns: 40 },
    );
  });
  test.each(['circle', 'star', 'heart'] as const)(
    '%s: a plate of numbers alone is the plate of the marks, whatever they are',
    (shape) => {
      const inputs = markInputs({ shape, flip: 'both', stretch: true }, { pitch: 23, angle: 33 });
      const marker = flatMarker(inputs, 0.6);
      for (const [x, y, width, height] of [
        [0, 0, 600, 400],
        [500, 250, 100, 150],
        [130, 90, 61, 37],
      ] as const) {
        const area = { x, y, width, height, step: 1 };
        const box = { left: x, top: y, right: x + width, bottom: y + height };
        const own = plateOfLaid(kernels, marker.laidNear(box), area);
        expect(own.data).toEqual(plateOfMarks(kernels, marker.marksNear(box), area).data);
      }
    },
  );
  test.each([
    ['circles', {}],
    ['stretched circles', { lattice: 'staggered', stretch: true, fit: 'counts', across: 17, down: 20 }],
  ] as const)('%s: a first look shows nearly the rows of the plate', (_, own) => {
    const marker = flatMarker(markInputs({ shape: 'circle', ...own }, { pitch: 31, angle: 20 }), 0.7);
    const box = { left: 0, top: 0, right: 600, bottom: 400 };
    const over = (step: number) =>
      plateOfLaid(kernels, marker.laidNear(box, step), { x: 0, y: 0, width: 600, height: 400, step });
    const [whole, look] = [over(1), over(7)];
    let off = 0;
    let ink = 0;
    for (let row = 0; row < look.height; row++) {
      for (let x = 0; x < 600; x++) {
        const at = (p: typeof whole, y: number) => (p.data[y * p.stride + (x >> 3)]! >> (7 - (x & 7))) & 1;
        ink += at(look, row);
        if (at(look, row) !== at(whole, row * 7)) off++;
      }
    }
    expect(ink).toBeGreaterThan(10_000);
    expect(off / ink).toBeLessThan(0.01);
  });
  test('a million marks are never in memory together: bands hold each mark once', () => {
    const inputs = markInputs({ shape: 'circle' }, { pitch: 7, angle: 45 });
    const marker = flatMarker(inputs, 0.5);
    const ids = new Set<number>();
    let count = 0;
    for (let top = -10; top < 410; top += 70) {
      for (const mark of marker.marksOf({ left: -10, top, right: 610, bottom: top + 70 })) {
        ids.add(mark.id);
        count++;
      }
    }
    expect(ids.size).toBe(count);
    expect(count).toBe(allMarksOf(marker, inputs).length);
  });
});
