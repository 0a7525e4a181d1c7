import { memorySource, seamStrength, readTile } from '../src/index.ts';
import { finishTile, tileReader } from '../src/screen/families/tile/height-map.ts';
import { normalsOf } from '../src/settings/params.ts';
import { TILE_PARAMS } from '../src/screen/families/tile/params.ts';
import { greyPicture } from './jobs.ts';
import { compiledFor, lpi, screenOf } from './screens.ts';

const PLAIN = normalsOf(TILE_PARAMS);
const TURN = 2 * Math.PI;

describe('the seam of a tile', () => {
  const waves = greyPicture(
    64,
    48,
    (x, y) => 127 + 60 * Math.sin((TURN * x) / 64) + 60 * Math.sin((TURN * 2 * y) / 48),
  );
  const slope = greyPicture(64, 48, (x) => 4 * x);

  test('waves that close on themselves have none; a slope has one where it starts anew', () => {
    const [even, sloped] = [waves, slope].map((s) => seamStrength(readTile(s, 64), false));
    expect(even!.across).toBeCloseTo(1, 0);
    expect(even!.down).toBeCloseTo(1, 0);
    expect(sloped!.across).toBeGreaterThan(20);
    expect(sloped!.down).toBe(1);
  });

  test('half-drop asks for other edges than square repeat', () => {
    const brick = greyPicture(64, 48, (x, y) => 127 + 120 * Math.sin((TURN * y) / 48 + (Math.PI * x) / 64));
    expect(seamStrength(readTile(brick, 64), true).across).toBeLessThan(1.6);
    expect(seamStrength(readTile(brick, 64), false).across).toBeGreaterThan(5);
  });

  test('softening closes a seam', () => {
    const soft = finishTile(readTile(slope, 64), { ...PLAIN, soften: 0.2 });
    expect(seamStrength(soft, false).across).toBeLessThan(4);
  });
});

test('darkness is luma on white: alpha, weights of ITU-R BT.709', () => {
  const rgba = memorySource(2, 1, 4, Uint8Array.of(0, 255, 0, 255, 0, 0, 0, 51));
  const { data } = readTile(rgba, 16);
  expect(data[0]).toBeCloseTo(1 - 0.7152, 2);
  expect(data[1]).toBeCloseTo(0.2, 6);
});

test('contrast turns round the middle grey, invert swaps, and reading between samples is linear and repeats', () => {
  const map = { width: 2, height: 1, data: Float64Array.of(0.25, 0.75) };
  expect([...finishTile(map, { ...PLAIN, contrast: 1.6 }).data].map((v) => Number(v.toFixed(9)))).toEqual([0.1, 0.9]);
  expect([...finishTile(map, { ...PLAIN, contrast: 4, invert: true }).data]).toEqual([1, 0]);
  const read = tileReader(map, false);
  expect(read(0.25, 0.5)).toBeCloseTo(0.25, 9);
  expect(read(0.5, 0.5)).toBeCloseTo(0.5, 9);
  expect(read(3.75, -2.5)).toBeCloseTo(0.75, 9);
  expect(read(0, 0.5)).toBeCloseTo(0.5, 9);
});

test('without re-levelling the tile’s own greys are the thresholds: its darkest parts print first', () => {
  const tile = greyPicture(40, 40, (x) => (x < 20 ? 51 : 204));
  const screen = screenOf('tile', { picture: 't', relevel: false }, { frequency: { value: 40, per: 'px' }, angle: 0 });
  const compiled = compiledFor(screen, 300, tile);
  const { data } = compiled.tile!;
  const inked = (tone: number) => data.filter((t) => tone * 65535 > t).length / data.length;
  expect([inked(0.15), inked(0.5), inked(0.9)].map((v) => Number(v.toFixed(1)))).toEqual([0, 0.5, 1]);
});

test('equal greys of a re-levelled tile print from the edges of what printed before them', () => {
  const tile = greyPicture(60, 60, (x, y) => (Math.hypot(x - 29.5, y - 29.5) < 10 ? 0 : 255));
  const screen = screenOf('tile', { picture: 't' }, { frequency: { value: 60, per: 'px' }, angle: 0 });
  const compiled = compiledFor(screen, 300, tile);
  const { data, period, rows } = compiled.tile!;
  // Half tone: the disc has grown, and nothing else is inked. Middles of tiles lie 30 pixels from their corners.
  let [near, far] = [0, 0];
  for (let y = 0; y < rows; y++) {
    for (let x = 0; x < period; x++) {
      const inked = data[y * period + x]! < 32768;
      const distance = Math.hypot((x % 60) - 29.5, ((y + 60 * rows) % 60) - 29.5);
      if (inked && distance > 30) far++;
      if (!inked && distance < 18) near++;
    }
  }
  expect([near, far]).toEqual([0, 0]);
});

test('a tile is as wide as the pitch times its scale, and half-drop repeats after two columns', () => {
  const tile = greyPicture(30, 30, (x, y) => 8 * Math.hypot(x - 10, y - 14));
  const period = (own: object) => {
    const screen = screenOf('tile', { picture: 't', ...own }, { frequency: lpi(10), angle: 0 });
    const compiled = compiledFor(screen, 300, tile);
    const { data, period: wide, rows } = compiled.tile!;
    const at = (x: number, y: number) => data[(y % rows) * wide + (x % wide)]!;
    const differs = (by: number) =>
      Array.from({ length: 30 }, (_, x) => Math.abs(at(x, 3) - at(x + by, 3))).reduce((a, b) => a + b);
    return { differs };
  };
  expect(period({}).differs(30)).toBeLessThan(30 * 700);
  expect(period({ scale: 2 }).differs(30)).toBeGreaterThan(30 * 2000);
  expect(period({ scale: 2 }).differs(60)).toBeLessThan(30 * 700);
  expect(period({ repeat: 'half-drop' }).differs(30)).toBeGreaterThan(30 * 2000);
  expect(period({ repeat: 'half-drop' }).differs(60)).toBeLessThan(30 * 700);
});
