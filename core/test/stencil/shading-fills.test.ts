import {
  type Bitmap,
  bitAt,
  type Fill,
  newPart,
  newStencil,
  printsOf,
  type Screen,
  type Stencil,
} from '../../src/index.ts';
import { bitsOf, fillJob, inkIn, plateOf, rectangle, tinted } from './fill-jobs.ts';

const LEFT = rectangle('s', 10, 10, 20, 10);
const inside = (plate: Bitmap) => inkIn(plate, 12, 11, 16, 8);
const outside = (plate: Bitmap) => inkIn(plate, 0, 22, 40, 7);
const over = (
  does: Fill['over'],
  tint: number,
  below: readonly Fill[],
  change: Partial<Fill> = {},
  stencil: Stencil = LEFT,
) =>
  fillJob([...below, tinted('over', tint, { stencil: 's', over: does, ...change })] as unknown as [Fill, ...Fill[]], [
    stencil,
  ]);
const ROWS = (plate: Bitmap): string[] =>
  Array.from({ length: plate.height }, (_, y) =>
    Array.from({ length: plate.width }, (_, x) => bitAt(plate, x, y)).join(''),
  );

describe('fills that shade', () => {
  test.each([
    ['darkens', 0.5, 0.4, 0.6],
    ['darkens', 1, 0.25, 0.5],
    ['darkens', 1, 0.7, 1],
    ['lightens', 0.5, 0.4, 0.2],
    ['lightens', 1, 0.4, 0],
  ] as const)('a tint that %s by %s makes %s to %s', (does, amount, before, after) => {
    const plate = bitsOf(over(does, amount, [tinted('a', before)]));
    expect(inside(plate)).toBeCloseTo(after, 1);
    expect(outside(plate)).toBeCloseTo(before, 1);
  });

  test('bare stock stays bare: shading changes dots and adds none', () => {
    expect(inside(bitsOf(over('darkens', 1, [tinted('a', 0)])))).toBe(0);
    expect(inside(bitsOf(over('darkens', 1, [])))).toBe(0);
    expect(inside(bitsOf(over('lightens', 1, [])))).toBe(0);
  });

  test('a soft stroke makes dots grow little by little on the same grid', () => {
    const soft: Stencil = newStencil('s', 's', [
      newPart('a', 'brush', {
        strokes: [{ does: 'paint', size: 20, hardness: 0, strength: 1, points: [20, -20, 1, 20, 50, 1] }],
      }),
    ]);
    const flat = bitsOf(fillJob([tinted('a', 0.3)], []));
    const shaded = bitsOf(over('darkens', 1, [tinted('a', 0.3)], {}, soft));
    let lost = 0;
    for (let y = 0; y < 300; y++) for (let x = 0; x < 400; x++) if (bitAt(flat, x, y) > bitAt(shaded, x, y)) lost++;
    expect(lost).toBe(0);
    const shares = [1, 10, 14, 19].map((x) => inkIn(shaded, x, 0, 2, 30));
    expect(shares[0]).toBeCloseTo(0.3, 1);
    expect(shares.at(-1)).toBeGreaterThan(0.52);
    for (let k = 1; k < shares.length; k++) expect(shares[k]).toBeGreaterThan(shares[k - 1]! - 0.02);
  });

  test('it shades fills of every screen under it, and none above it', () => {
    const lines: Screen = { ...tinted('x', 0).screen, family: 'lines', angle: 0 };
    const shade = tinted('d', 1, { over: 'darkens' });
    const below = bitsOf(fillJob([tinted('a', 0.3), tinted('b', 0.2, { stencil: 's', screen: lines }), shade], [LEFT]));
    expect(inside(below)).toBeCloseTo(0.4, 1);
    expect(outside(below)).toBeCloseTo(0.6, 1);
    const above = bitsOf(fillJob([tinted('a', 0.3), shade, tinted('b', 0.2, { stencil: 's' })], [LEFT]));
    expect(inside(above)).toBeCloseTo(0.2, 1);
    expect(outside(above)).toBeCloseTo(0.6, 1);
  });
});

describe('fills that scrape', () => {
  test('a plain one takes all ink under it away, with a clean edge', () => {
    const plate = bitsOf(over('scrapes', 1, [tinted('a', 0.6)]));
    expect(inkIn(plate, 10, 10, 20, 10)).toBe(0);
    const flat = ROWS(bitsOf(fillJob([tinted('a', 0.6)], [])));
    ROWS(plate).forEach((row, y) => {
      const cut = y >= 100 && y < 200;
      const own = flat[y]!;
      expect(row).toBe(cut ? own.slice(0, 100) + '0'.repeat(200) + own.slice(300) : own);
    });
  });

  test('a screened one takes away what its own screen would print', () => {
    const lines: Screen = { ...tinted('x', 0).screen, family: 'lines', angle: 0, frequency: { value: 20, per: 'lpi' } };
    const plate = bitsOf(over('scrapes', 0.5, [tinted('a', 1)], { screen: lines }));
    expect(inside(plate)).toBeCloseTo(0.5, 1);
    const would = bitsOf(fillJob([tinted('a', 0.5, { screen: lines })], []));
    let wrong = 0;
    for (let y = 105; y < 195; y++)
      for (let x = 105; x < 295; x++) if (bitAt(plate, x, y) === bitAt(would, x, y)) wrong++;
    expect(wrong).toBe(0);
  });

  test('fills above it print as if nothing had been scraped', () => {
    const scrape = tinted('c', 1, { over: 'scrapes' });
    const plate = bitsOf(fillJob([tinted('a', 0.6), scrape, tinted('b', 0.3, { stencil: 's' })], [LEFT]));
    expect(outside(plate)).toBe(0);
    expect(inside(plate)).toBeCloseTo(0.3, 1);
    // A fill that darkens under it is scraped too, one above it finds nothing to darken.
    const dark = tinted('d', 1, { over: 'darkens' });
    expect(outside(bitsOf(fillJob([tinted('a', 0.6), scrape, dark], [])))).toBe(0);
  });

  test('levels are scraped as bits are', () => {
    const levels: Screen = { ...tinted('x', 0).screen, family: 'grain' };
    const job = over('scrapes', 1, [
      tinted('a', 0.6, { screen: { ...levels, grain: { ...levels.grain, prints: 'levels', levels: 4 } } }),
    ]);
    expect(printsOf(job.passes[0]!).values.length).toBe(4);
    const plate = plateOf(job);
    const inkAt = (x: number, y: number) => plate.data[y * plate.width + x]!;
    let [within, beyond] = [0, 0];
    for (let y = 110; y < 190; y++) for (let x = 110; x < 290; x++) within += inkAt(x, y);
    for (let y = 210; y < 290; y++) for (let x = 10; x < 390; x++) beyond += inkAt(x, y);
    expect(within).toBe(0);
    expect(beyond / (80 * 380 * 3)).toBeCloseTo(0.6, 1);
  });
});
