import {
  createJob,
  cutPlate,
  everyRowOf,
  inkLevels,
  inkOfPlate,
  inkShares,
  linearOfHex,
  oneBit,
  withFill,
} from '../src/index.ts';
import { screenOf } from './screens.ts';

const pass = createJob('x', 'p').passes[0]!;
const printed = (grain: object, ink: object = {}) => ({
  ...withFill(pass, { screen: screenOf('grain', grain) }),
  ink: { ...pass.ink, ...ink },
});

const bits = { width: 20, height: 3, stride: 3, data: Uint8Array.of(0xff, 0x0f, 0xf0, 0, 0, 0, 0xaa, 0xaa, 0xa0) };
const levels = { width: 4, height: 3, levels: 3, data: Uint8Array.of(0, 1, 2, 2, 1, 1, 1, 1, 0, 0, 0, 2) };

test('levels are even steps from no ink to all of it (definition of a level)', () => {
  const table = inkLevels(printed({ prints: 'levels', levels: 5 }, { colour: '#000000', strength: 1 }));
  expect([...table].filter((_, k) => k % 3 === 0)).toEqual([1, 0.75, 0.5, 0.25, 0]);
  expect([...inkShares(printed({ prints: 'levels', levels: 5 }))]).toEqual([0, 0.25, 0.5, 0.75, 1]);
});

test('a thin ink lets light through; a palette’s colours stand for themselves', () => {
  const thin = inkLevels(printed({ prints: 'ink' }, { colour: '#000000', strength: 0.4 }));
  expect([...thin].map((v) => Number(v.toFixed(9)))).toEqual([1, 1, 1, 0.6, 0.6, 0.6]);
  const palette = ['#102030', '#ffffff'];
  const own = inkLevels(printed({ prints: 'palette', palette }, { strength: 1 }));
  const expected = palette.flatMap((hex) => [...linearOfHex(hex)]);
  expect(Math.max(...expected.map((v, k) => Math.abs(v - own[k]!)))).toBeLessThan(1e-12);
  expect(inkShares(printed({ prints: 'palette', palette }, { strength: 1 }))[1]).toBeCloseTo(0, 9);
});

test('two levels are one bit a pixel, more are not', () => {
  expect(oneBit(printed({ prints: 'ink' }))).toBe(true);
  expect(oneBit(printed({ prints: 'levels', levels: 2 }))).toBe(true);
  expect(oneBit(printed({ prints: 'levels', levels: 3 }))).toBe(false);
  expect(oneBit(printed({ prints: 'palette' }))).toBe(false);
  expect(oneBit(withFill(pass, { screen: screenOf('dots') }))).toBe(true);
});

test('ink is counted in whole pixels', () => {
  expect(inkOfPlate(bits, [0, 1])).toBe(8 + 4 + 4 + 4 + 4 + 2);
  expect(inkOfPlate(levels, [0, 0.5, 1])).toBe(5 * 0.5 + 3);
});

test('parts and every other row of plates of both kinds', () => {
  expect(cutPlate(levels, 1, 1, 2, 2, 1)).toMatchObject({ width: 2, height: 2, data: Uint8Array.of(1, 1, 0, 0) });
  expect(everyRowOf(levels, 2)).toMatchObject({ height: 2, data: Uint8Array.of(0, 1, 2, 2, 0, 0, 0, 2) });
  // Columns 8 to 19: the bits after the last column are bare.
  expect(cutPlate(bits, 8, 0, 11, 3, 2)).toMatchObject({ stride: 2, data: Uint8Array.of(0x0f, 0xe0, 0xaa, 0xa0) });
  expect(everyRowOf(bits, 2)).toMatchObject({ height: 2, data: Uint8Array.of(0xff, 0x0f, 0xf0, 0xaa, 0xaa, 0xa0) });
});
