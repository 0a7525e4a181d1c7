import { MADE_TILES } from '../src/index.ts';
import type { TileMap } from '../src/screen/families/tile/height-map.ts';
import { mapOfMade } from '../src/screen/families/tile/made/made-tile.ts';
import { compiledFor, lpi, screenOf, worstCoverage } from './screens.ts';

const NAMES = MADE_TILES.map((tile) => tile.name);
/** Tiles that are the same whatever the seed: their marks are drawn by rule. */
const BY_RULE = ['ring-waves', 'chart-waves'];

/** Root mean square of the step from each column (or row) of a repeating map to the next one. */
function stepsOf({ width, height, data }: TileMap, across: 0 | 1): number[] {
  const [count, along] = across ? [width, height] : [height, width];
  const at = (k: number, j: number) => (across ? data[j * width + (k % width)]! : data[(k % height) * width + j]!);
  return Array.from({ length: count }, (_, k) => {
    let sum = 0;
    for (let j = 0; j < along; j++) sum += (at(k + 1, j) - at(k, j)) ** 2;
    return Math.sqrt(sum / along);
  });
}

test('the shelf holds at least 24 tiles with names of their own', () => {
  expect(new Set(NAMES).size).toBe(NAMES.length);
  expect(NAMES.length).toBeGreaterThanOrEqual(24);
});

describe.each(MADE_TILES.map((tile) => [tile.name, tile] as const))('%s', (name, tile) => {
  const map = mapOfMade(tile, 1);

  test('goes on without a seam on all sides', () => {
    const columns = stepsOf(map, 1);
    const rows = stepsOf(map, 0);
    // The last step is that across the seam: threads and scales have steps as strong inside the tile.
    expect(columns.at(-1)).toBeLessThanOrEqual(1.05 * Math.max(...columns.slice(0, -1)));
    expect(rows.at(-1)).toBeLessThanOrEqual(1.05 * Math.max(...rows.slice(0, -1)));
  });

  test('has light and dark parts, the same from the same seed', () => {
    const sorted = map.data.toSorted();
    const at = (share: number) => sorted[Math.floor(share * (sorted.length - 1))]!;
    expect(at(0.95) - at(0.05)).toBeGreaterThan(0.25);
    expect(mapOfMade(tile, 1).data).toEqual(map.data);
    const other = mapOfMade(tile, 2).data;
    const moved = map.data.some((v, k) => Math.abs(v - other[k]!) > 0.05);
    expect(moved).toBe(!BY_RULE.includes(name));
  });
});

test('re-levelled tiles print the tone that is asked (definition of a threshold screen)', () => {
  for (const name of ['worn-dots', 'fish-scales', 'wood-grain', 'leaves', 'capitals', 'ring-waves']) {
    const screen = screenOf('tile', { made: name as never }, { frequency: lpi(30), angle: 0 });
    const side = 1200;
    const thresholds = compiledFor(screen, side).thresholds!({ x: 0, y: 0, width: side, height: side, step: 1 });
    expect(worstCoverage(thresholds, 64)).toBeLessThan(1 / 256);
  }
});
