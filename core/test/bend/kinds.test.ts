import fc from 'fast-check';
import { type Bend, BEND_KINDS, newBend, type Point, readyBends } from '../../src/bend/index.ts';
import { normalsOf } from '../../src/settings/params.ts';
import { bend, mapsOf, named, ONE_TO_ONE, SHEET, TRIMMED } from './bends.ts';

const places = fc.record({
  x: fc.double({ min: 0, max: SHEET.width, noNaN: true }),
  y: fc.double({ min: 0, max: SHEET.height, noNaN: true }),
});
const distance = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y);

test('every kind is among those that are tried here', () => {
  const tried = new Set(ONE_TO_ONE.map((b) => b.kind));
  expect(BEND_KINDS.map((k) => k.name).filter((name) => !tried.has(name))).toEqual([]);
});

describe('where a bend is one to one', () => {
  test.each(named(ONE_TO_ONE))('%s leads back to 0.01 px from where it led', (_, own) => {
    const { back, forth } = mapsOf(own);
    fc.assert(
      fc.property(places, ({ x, y }) => {
        const there = forth(x, y);
        expect(distance(back(there.x, there.y), { x, y })).toBeLessThan(0.01);
        const here = back(x, y);
        expect(distance(forth(here.x, here.y), { x, y })).toBeLessThan(0.01);
      }),
      { numRuns: 300 },
    );
  });

  test.each(named(ONE_TO_ONE))('%s does move something', (_, own) => {
    const { back } = mapsOf(own);
    const moved = [];
    for (let y = 50; y < SHEET.height; y += 100)
      for (let x = 50; x < SHEET.width; x += 100) moved.push(distance(back(x, y), { x, y }));
    expect(Math.max(...moved)).toBeGreaterThan(2);
  });
});

describe('an amount of nothing', () => {
  const still: Bend[] = [
    bend('wave', { height: 0 }),
    bend('wave', { length: 0 }),
    bend('banner', { height: 0 }),
    bend('banner', { length: 0 }),
    bend('fan', { spread: 0 }),
    bend('fan', { length: 0 }),
    bend('bow', { height: 0 }),
    bend('bow', { length: 0 }),
    bend('swirl', { turn: 0 }),
    bend('swirl', { reach: 0 }),
    bend('bulge', { amount: 0 }),
    bend('bulge', { reach: 0 }),
    bend('ripple', { height: 0 }),
    bend('ripple', { reach: 0 }),
    bend('ripple', { length: 0 }),
    bend('slant', { sideways: 0 }),
    newBend('perspective', TRIMMED),
    newBend('mesh', TRIMMED),
    newBend('pins', TRIMMED),
    newBend('push', TRIMMED),
    bend('light', { amount: 0 }),
    bend('light', { source: 'picture' }),
    bend('light', { source: 'pass' }),
    { ...bend('swirl'), on: false },
  ];
  test.each(named(still))('%s leaves the lattice straight', (_, own) => {
    expect(readyBends([own], SHEET)).toEqual({ lattice: null, picture: null });
  });

  test('each kind with its bare settings, as a job may hold them, is defined everywhere', () => {
    for (const kind of BEND_KINDS) {
      const { lattice } = readyBends(
        [{ kind: kind.name, on: true, what: 'lattice', settings: normalsOf(kind.params) }],
        SHEET,
      );
      const out = { x: 0, y: 0 };
      for (const [x, y] of [
        [0, 0],
        [530, 430],
        [-2000, 9000],
      ] as const) {
        lattice?.back(x, y, out);
        expect(Number.isFinite(out.x) && Number.isFinite(out.y)).toBe(true);
      }
    }
  });
});

test('bends in a row are their maps one after the other', () => {
  fc.assert(
    fc.property(fc.shuffledSubarray([...ONE_TO_ONE], { minLength: 2, maxLength: 3 }), places, (some, { x, y }) => {
      const all = mapsOf(...some);
      const forth = some.reduce((at, b) => mapsOf(b).forth(at.x, at.y), { x, y });
      expect(distance(all.forth(x, y), forth)).toBeLessThan(1e-6);
      const back = [...some].reverse().reduce((at, b) => mapsOf(b).back(at.x, at.y), { x, y });
      expect(distance(all.back(x, y), back)).toBeLessThan(1e-6);
    }),
    { numRuns: 40 },
  );
});

describe('what a bend moves', () => {
  const swirl = bend('swirl');
  test.each([
    ['lattice', true, false, true],
    ['marks', true, false, false],
    ['picture', true, true, false],
    ['picture-lattice', true, true, true],
    ['picture-alone', false, true, false],
  ] as const)('%s', (what, lattice, picture, keeps) => {
    const ready = readyBends([{ ...swirl, what }], SHEET);
    expect(ready.lattice !== null).toBe(lattice);
    expect(ready.picture !== null).toBe(picture);
    expect((ready.lattice?.keeping ?? null) !== null).toBe(keeps);
  });
});

describe('formulas, on a sheet of ten pixels to the millimetre', () => {
  const mm = (value: number) => value * 10 + 30;

  test('a wave lifts its crest by its height, counter-clockwise from its direction', () => {
    const { forth } = mapsOf(bend('wave', { length: 40, height: 3, direction: 0 }));
    expect(forth(mm(10), mm(40))).toEqual({ x: mm(10), y: expect.closeTo(mm(37), 6) });
    expect(forth(mm(30), mm(40)).y).toBeCloseTo(mm(43), 6);
    expect(forth(mm(20), mm(40)).y).toBeCloseTo(mm(40), 6);
    const upright = mapsOf(bend('wave', { length: 40, height: 3, direction: 90 })).forth;
    // It travels up the sheet: a quarter of a length above the top edge its crest points to the left.
    expect(upright(mm(50), mm(-10)).x).toBeCloseTo(mm(47), 6);
  });

  test('a saw rises straight and falls at once, a triangle rises and falls straight', () => {
    const at = (form: string, x: number) => {
      const { y } = mapsOf(bend('wave', { length: 40, height: 4, form })).forth(mm(x), mm(40));
      return (mm(40) - y) / 10;
    };
    expect([5, 10, 19, 21, 30].map((x) => at('saw', x))).toEqual(
      [1, 2, 3.8, -3.8, -2].map((v) => expect.closeTo(v, 6)),
    );
    expect([5, 10, 15, 30].map((x) => at('triangle', x))).toEqual([2, 4, 2, -4].map((v) => expect.closeTo(v, 6)));
  });

  test('a banner is held at both ends and waves between them', () => {
    const { forth } = mapsOf(bend('banner', { x: 10, y: 40, length: 80, height: 8, waves: 1.5, phase: 0 }));
    for (const x of [0, 10, 90, 100]) expect(forth(mm(x), mm(40)).y).toBeCloseTo(mm(40), 6);
    // A quarter along: 8 sin(2π · 1.5 · 0.25) sin(π · 0.25).
    expect(forth(mm(30), mm(40)).y).toBeCloseTo(mm(40 - 8 * Math.sin(0.75 * Math.PI) * Math.SQRT1_2), 6);
  });

  test('a fan keeps lengths along its middle row and turns columns into rays', () => {
    const { forth } = mapsOf(bend('fan', { x: 50, y: 40, length: 60, spread: 60, direction: 0 }));
    const radius = 60 / (Math.PI / 3);
    const end = forth(mm(80), mm(40));
    expect(end.x).toBeCloseTo(mm(50 + radius * Math.sin(Math.PI / 6)), 6);
    expect(end.y).toBeCloseTo(mm(40 + radius - radius * Math.cos(Math.PI / 6)), 6);
    const above = forth(mm(80), mm(30));
    expect(Math.atan2(above.x - end.x, end.y - above.y)).toBeCloseTo(Math.PI / 6, 9);
    expect(distance(above, end)).toBeCloseTo(100, 6);
  });

  test('a bow is a parabola over its chord', () => {
    const { forth } = mapsOf(bend('bow', { x: 50, y: 40, length: 80, height: 10, direction: 0 }));
    expect(forth(mm(50), mm(40)).y).toBeCloseTo(mm(30), 6);
    expect(forth(mm(70), mm(40)).y).toBeCloseTo(mm(32.5), 6);
    expect(forth(mm(90), mm(40)).y).toBeCloseTo(mm(40), 6);
  });

  test('a swirl turns its middle by the whole turn, counter-clockwise, and nothing beyond its reach', () => {
    const { forth } = mapsOf(bend('swirl', { x: 50, y: 40, reach: 30, turn: 90 }));
    const near = forth(mm(50.01), mm(40));
    expect(near.x).toBeCloseTo(mm(50), 3);
    expect(near.y).toBeCloseTo(mm(39.99), 3);
    expect(forth(mm(50), mm(71))).toEqual({ x: mm(50), y: mm(71) });
  });

  test('a bulge enlarges its middle 1 / (1 − amount) times', () => {
    const { forth } = mapsOf(bend('bulge', { x: 50, y: 40, reach: 30, amount: 0.5 }));
    expect((forth(mm(50.1), mm(40)).x - mm(50)) / 1).toBeCloseTo(2, 3);
  });

  test('a slant leans upright lines by its angle and leaves rows where they are', () => {
    const { forth } = mapsOf(bend('slant', { x: 50, y: 40, sideways: 30, upwards: 0 }));
    const above = forth(mm(50), mm(20));
    expect(above.y).toBeCloseTo(mm(20), 6);
    expect(above.x).toBeCloseTo(mm(50 + 20 * Math.tan(Math.PI / 6)), 6);
  });

  test('perspective takes the corners of the sheet to theirs, and straight lines to straight ones', () => {
    const corners = [8, 4, 92, -2, 104, 80, -6, 85];
    const { forth } = mapsOf(bend('perspective', { corners }));
    const rest = [0, 0, 100, 0, 100, 80, 0, 80];
    for (let k = 0; k < 8; k += 2) {
      const at = forth(mm(rest[k]!), mm(rest[k + 1]!));
      expect(at.x).toBeCloseTo(mm(corners[k]!), 6);
      expect(at.y).toBeCloseTo(mm(corners[k + 1]!), 6);
    }
    const [a, b, c] = [forth(mm(0), mm(10)), forth(mm(37), mm(31)), forth(mm(74), mm(52))];
    expect(Math.abs((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x))).toBeLessThan(1e-4);
  });
});
