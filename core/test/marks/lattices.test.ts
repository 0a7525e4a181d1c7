import fc from 'fast-check';
import { MARK_LATTICES } from '../../src/marks/lattices/index.ts';
import { siteId } from '../../src/marks/lattices/kind.ts';
import { outlineOf } from '../../src/marks/joining/join.ts';
import { outlineArea } from '../../src/marks/outline.ts';
import { markLattice } from '../../src/marks/place.ts';
import { plateOfMarks } from '../../src/marks/raster.ts';
import { countInk } from '../../src/index.ts';
import { kernels } from '../plates.ts';
import { allMarksOf, flatMarker, markInputs, markSettings } from './inputs.ts';

const SHEET = { width: 600, height: 400, bleed: 0, ppi: 300 };
const EVERYWHERE = { left: -1000, top: -1000, right: 2000, bottom: 2000 };
const asked = { sheet: SHEET, pitch: 40, angle: 0, cx: 300, cy: 200, seed: 3 };

describe('counts by formula', () => {
  const counts = fc.record({ across: fc.integer({ min: 1, max: 60 }), down: fc.integer({ min: 1, max: 60 }) });
  const siteCount = (lattice: string, across: number, down: number, more = {}) =>
    markLattice(markSettings({ lattice, fit: 'counts', across, down, ...more } as never), asked).sitesIn(EVERYWHERE)
      .length;
  test.each([
    ['square', (n: number, m: number) => n * m],
    ['staggered', (n: number, m: number) => n * m - Math.floor(m / 2)],
    ['hexagonal', (n: number, m: number) => n * m - Math.floor(m / 2)],
    ['triangular', (n: number, m: number) => n * m],
  ] as const)('%s', (lattice, formula) => {
    fc.assert(
      fc.property(counts, ({ across, down }) => siteCount(lattice, across, down) === formula(across, down)),
      { numRuns: 40 },
    );
  });
  test('49 × 49 and 24 × 17', () => {
    expect(siteCount('square', 49, 49)).toBe(2401);
    expect(siteCount('square', 24, 17)).toBe(408);
  });
  test('spokes: so many a ring times so many rings', () => {
    const s = markSettings({ lattice: 'spokes', spokes: 36, rings: 7 } as never);
    expect(markLattice(s, { ...asked, pitch: 12 }).sitesIn(EVERYWHERE)).toHaveLength(36 * 7);
  });
  test('rings: each as many as come nearest to equal arcs, 2π (k + ½)', () => {
    const s = markSettings({ lattice: 'rings', rings: 9 } as never);
    const sites = markLattice(s, { ...asked, pitch: 20 }).sitesIn(EVERYWHERE);
    for (let k = 0; k < 9; k++) {
      expect(sites.filter((site) => site.row === k)).toHaveLength(Math.max(3, Math.round(2 * Math.PI * (k + 0.5))));
    }
  });
  test.each(['spiral', 'scattered'])(
    '%s: their cells have the area of the sheet, to 2 %%, and nearly the square of the pitch each',
    (lattice) => {
      const sites = markLattice(markSettings({ lattice } as never), { ...asked, pitch: 8 }).sitesIn({
        left: 0,
        top: 0,
        right: 600,
        bottom: 400,
      });
      expect(Math.abs((sites.length * sites[0]!.area) / (600 * 400) - 1)).toBeLessThan(0.02);
      expect(Math.abs(sites[0]!.area / 64 - 1)).toBeLessThan(0.08);
    },
  );
  test('cells that are counted fit the sheet exactly, inside its margins', () => {
    const s = markSettings({ lattice: 'square', fit: 'counts', across: 24, down: 17, margin: 25.4 / 30 } as never);
    const cells = markLattice(s, asked)
      .sitesIn(EVERYWHERE)
      .flatMap((site) => [...site.cell]);
    const xs = cells.filter((_, k) => k % 2 === 0);
    const ys = cells.filter((_, k) => k % 2 === 1);
    expect(
      [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)].map((v) => Math.round(v * 1e6) / 1e6),
    ).toEqual([10, 590, 10, 390]);
  });
});

describe('every lattice', () => {
  const names = MARK_LATTICES.map((l) => l.name);
  test.each(names)('%s: sites are found once, in whatever boxes they are asked for, and by one name', (lattice) => {
    const own = markLattice(markSettings({ lattice, mirror: 'both' } as never), { ...asked, angle: 17 });
    const whole = own.sitesIn({ left: 0, top: 0, right: 600, bottom: 400 });
    const parts = [0, 1, 2].flatMap((i) =>
      [0, 1].flatMap((j) => own.sitesIn({ left: 200 * i, top: 200 * j, right: 200 * i + 200, bottom: 200 * j + 200 })),
    );
    expect(parts.map(siteId).sort()).toEqual(whole.map(siteId).sort());
    expect(new Set(whole.map(siteId)).size).toBe(whole.length);
    expect(whole.every((s) => Number.isSafeInteger(siteId(s)))).toBe(true);
  });
  test.each(names)('%s: a small box holds just the sites of the plane that lie in it, at any angle', (lattice) => {
    for (let angle = 0; angle < 180; angle += 7.5) {
      const own = markLattice(markSettings({ lattice } as never), { ...asked, angle });
      const box = { left: 210.3, top: 95.1, right: 263.2, bottom: 131.9 };
      const whole = own.sitesIn({ left: -50, top: -50, right: 650, bottom: 450 });
      const inBox = whole.filter((s) => s.x >= box.left && s.x < box.right && s.y >= box.top && s.y < box.bottom);
      expect(own.sitesIn(box).map(siteId).sort()).toEqual(inBox.map(siteId).sort());
    }
  });
  test.each(['square', 'staggered', 'hexagonal', 'triangular'])(
    '%s: cells fill the plane, each with its area',
    (lattice) => {
      const own = markLattice(markSettings({ lattice } as never), { ...asked, angle: 30 });
      for (const site of own.sitesIn({ left: 100, top: 100, right: 300, bottom: 300 })) {
        expect(outlineArea([Float64Array.from(site.cell)]) / site.area).toBeCloseTo(1, 9);
      }
    },
  );
  test('mirrored copies stand where a mirror shows them', () => {
    const own = markLattice(markSettings({ mirror: 'across' } as never), { ...asked, cx: 290 });
    const places = new Set(
      own.sitesIn({ left: 0, top: 0, right: 580, bottom: 400 }).map((s) => `${s.x.toFixed(3)} ${s.y.toFixed(3)}`),
    );
    for (const place of places) {
      const [x, y] = place.split(' ').map(Number);
      expect(places.has(`${(580 - x!).toFixed(3)} ${y!.toFixed(3)}`)).toBe(true);
    }
  });
});

describe('shapes that fill the plane', () => {
  const inked = (change: object, angle: number) => {
    const inputs = markInputs({ turning: 'lattice', ...change } as never, { angle });
    const marks = allMarksOf(flatMarker(inputs, 1), inputs);
    const area = { x: 100, y: 100, width: 400, height: 200, step: 1 };
    const plate = plateOfMarks(kernels, marks, area);
    return { share: countInk(plate.data) / (400 * 200), marks };
  };
  test.each([
    ['hexagons on hexagonal', { shape: 'polygon', sides: 6, lattice: 'hexagonal' }],
    ['triangles on triangular', { shape: 'polygon', sides: 3, lattice: 'triangular' }],
    ['squares on square', { shape: 'polygon', sides: 4, lattice: 'square' }],
    ['squares on staggered', { shape: 'polygon', sides: 4, lattice: 'staggered' }],
  ] as const)('%s leave no pixel free at 100 %%, and do not overlap, at any angle', (_, change) => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 89 }), (angle) => {
        const { share, marks } = inked(change, angle);
        expect(share).toBe(1);
        // Without a gap there is no overlap where the areas sum to that of the cells.
        for (const mark of marks.slice(0, 40)) expect(outlineArea(outlineOf(mark)) / mark.site.area).toBeCloseTo(1, 4);
      }),
      { numRuns: 12 },
    );
  });
  test('triangles that are flipped column by column interlock on counted cells', () => {
    // Cells half as wide as a triangle and as high as it: its height is √3 / 2 of its base.
    const change = { shape: 'polygon', sides: 3, fit: 'counts', across: 30, down: 12, flip: 'columns' };
    const inputs = markInputs(change as never, { sheet: { width: 600, height: 416, bleed: 0, ppi: 300 } });
    const marker = flatMarker(inputs, 1);
    const plate = plateOfMarks(kernels, allMarksOf(marker, inputs), { x: 40, y: 20, width: 500, height: 360, step: 1 });
    expect(countInk(plate.data) / (500 * 360)).toBeGreaterThan(0.995);
    const { flip: _, ...alike } = change;
    const unflipped = flatMarker(markInputs(alike as never, { sheet: inputs.sheet }), 1);
    const overlapping = plateOfMarks(kernels, unflipped.marksNear({ left: 40, top: 20, right: 540, bottom: 380 }), {
      x: 40,
      y: 20,
      width: 500,
      height: 360,
      step: 1,
    });
    expect(countInk(overlapping.data) / (500 * 360)).toBeLessThan(0.8);
  });
});
