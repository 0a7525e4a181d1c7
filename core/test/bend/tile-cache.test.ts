import { tileCache, tileNumbers, tileValues } from '../../src/bend/tile-cache.ts';

const PLACES = [
  [0, 0],
  [3, 0],
  [4, 0],
  [-1, -1],
  [-8, 7],
  [1000, -2000],
] as const;

/** Two numbers that no other tile has. */
const ofTile = (tx: number, ty: number): [number, number] => [tx + 0.25, ty * 7 + 0.5];

function valuesOf(mostBytes: number) {
  const made: string[] = [];
  const read = tileValues(mostBytes, 2, (tx, ty, { values, at }) => {
    made.push(`${tx} ${ty}`);
    [values[at], values[at + 1]] = ofTile(tx, ty);
  });
  return {
    made,
    read(tx: number, ty: number): number[] {
      const { values, at } = read(tx, ty);
      return [...values.subarray(at, at + 2)];
    },
  };
}

test('each tile has its own numbers, made once', () => {
  const { made, read } = valuesOf(1e6);
  for (let round = 0; round < 3; round++) {
    for (const [tx, ty] of PLACES) expect(read(tx, ty)).toEqual(ofTile(tx, ty));
  }
  expect(made).toEqual(PLACES.map(([tx, ty]) => `${tx} ${ty}`));
});

test('where there is room for few of them they are made again, and are right', () => {
  const { made, read } = valuesOf(1000);
  for (let round = 0; round < 2; round++) {
    for (const [tx, ty] of PLACES) expect(read(tx, ty)).toEqual(ofTile(tx, ty));
  }
  expect(made.length).toBeGreaterThan(PLACES.length);
});

test('tiles too far away to be told apart are not kept', () => {
  const far = [2 ** 22, 2 ** 31, -(2 ** 21), Number.POSITIVE_INFINITY, Number.NaN];
  const kept = tileCache<string>(1e6, () => 10);
  const numbers = tileNumbers(1e6);
  const { read } = valuesOf(1e6);
  for (let round = 0; round < 2; round++) {
    for (const tx of far) {
      // The tiles with the keys that those far away would have.
      expect(kept(tx, 0, () => `${tx} ${round}`)).toBe(`${tx} ${round}`);
      expect(kept(0, 1, () => 'near')).toBe('near');
    }
  }
  // Chunks of 8 tiles: the far one would have the key of the chunk at column 0, row 1.
  expect(numbers(8 * 2 ** 22, 0, () => 5)).toBe(5);
  expect(numbers(0, 8, () => 6)).toBe(6);
  expect(read(4 * 2 ** 22, 0)).toEqual(ofTile(4 * 2 ** 22, 0));
  expect(read(0, 4)).toEqual(ofTile(0, 4));
});
