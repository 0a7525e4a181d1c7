import {
  coverPolygons,
  createJob,
  decodeSrgb,
  type FeedFit,
  type FeedPart,
  type Job,
  MADE_KINDS,
  newMade,
  NO_EDIT,
  fillOf,
  withFill,
  polygonsOf,
  readJob,
} from '../../src/index.ts';
import { lightReader } from '../jobs.ts';
import { sheetOf } from '../screens.ts';

/** Light 0..1 of a made picture over a sheet of so many pixels. */
function lightOf(
  kind: string,
  settings: object,
  width: number,
  height: number,
  part: FeedPart = 'lightness',
  turn = 0,
  fit: FeedFit = 'fill',
) {
  const base = createJob('x', 'p');
  const made = { kind, settings: { ...newMade(kind).settings, ...settings } };
  const job: Job = {
    ...base,
    sheet: sheetOf(width, height),
    pictures: [{ id: 'm', name: 'm', hash: null, made, width, height, edit: NO_EDIT }],
    passes: base.passes.map((p) => withFill(p, { feed: { ...fillOf(p).feed, picture: 'm', part, turn, fit } })),
  };
  const read = lightReader(job, null, part);
  const { data } = read({ x: 0, y: 0, width, height, step: 1 });
  return { data, at: (x: number, y: number) => data[y * width + x]! / 65535, read };
}

test('a straight run goes evenly from stop to stop in encoded values', () => {
  const { at } = lightOf('gradient', {}, 200, 20);
  for (const x of [0, 50, 120, 199]) expect(at(x, 10)).toBeCloseTo(decodeSrgb((x + 0.5) / 200), 4);
});

test.each([2, 3, 5, 16])('%d steps are just so many equal bands', (steps) => {
  const { data } = lightOf('gradient', { steps }, 240, 3);
  const row = [...data.subarray(0, 240)];
  const bands = row.filter((v, k) => k === 0 || v !== row[k - 1]);
  expect(bands.map((v) => v / 65535)).toEqual(
    bands.map((_, k) => expect.closeTo(decodeSrgb(k / (steps - 1)), 4) as unknown as number),
  );
  expect(bands.length).toBe(steps);
  expect(Array.from({ length: steps }, (_, k) => row.filter((v) => v === bands[k]).length)).toEqual(
    Array.from({ length: steps }, () => 240 / steps),
  );
});

test('round a point and from a point keep to circles, whatever the proportions', () => {
  const { at } = lightOf('gradient', { shape: 'radial' }, 200, 100);
  expect(at(100 + 30, 50)).toBeCloseTo(at(100, 50 + 30), 2);
  const round = lightOf('gradient', { shape: 'angular' }, 200, 100);
  // A quarter of the way round, counter-clockwise: straight up.
  expect(round.at(100, 10)).toBeCloseTo(decodeSrgb(0.25), 1);
  expect(round.at(20, 50)).toBeCloseTo(decodeSrgb(0.5), 1);
});

test('colours of a gradient come out channel by channel', () => {
  const stops = [
    { at: 0, colour: '#ff0000' },
    { at: 1, colour: '#0000ff' },
  ];
  expect(lightOf('gradient', { stops }, 100, 4, 'r').at(25, 1)).toBeCloseTo(decodeSrgb(0.745), 2);
  expect(lightOf('gradient', { stops }, 100, 4, 'b').at(25, 1)).toBeCloseTo(decodeSrgb(0.255), 2);
});

test('noise drifts without a jump, repeats with its seed and fills its range', () => {
  const settings = { detail: 3, scale: 0.2, seed: 5 };
  const a = lightOf('noise', { ...settings, evolve: 2 }, 120, 80).data;
  const b = lightOf('noise', { ...settings, evolve: 2.02 }, 120, 80).data;
  const c = lightOf('noise', { ...settings, evolve: 9 }, 120, 80).data;
  const apart = (p: ArrayLike<number>, q: ArrayLike<number>) =>
    Array.from(p as ArrayLike<number>, (v, k) => Math.abs(v - q[k]!)).reduce((s, v) => s + v, 0) / p.length / 65535;
  expect(apart(a, lightOf('noise', { ...settings, evolve: 2 }, 120, 80).data)).toBe(0);
  expect(apart(a, b)).toBeLessThan(0.01);
  expect(apart(a, c)).toBeGreaterThan(0.1);
  expect(Math.max(...a) - Math.min(...a)).toBeGreaterThan(40000);
});

test('a wedge has its patches in equal steps of values or of light', () => {
  const even = lightOf('wedge', { steps: 5 }, 100, 4);
  expect(even.at(50, 1)).toBeCloseTo(decodeSrgb(0.5), 4);
  const light = lightOf('wedge', { steps: 5, meaning: 'light' }, 100, 4);
  expect([10, 30, 50, 70, 90].map((x) => light.at(x, 1))).toEqual(
    [1, 0.75, 0.5, 0.25, 0].map((v) => expect.closeTo(v, 3) as unknown as number),
  );
});

describe('outlines', () => {
  const areaOf = (path: string, evenOdd = false) => {
    const cover = coverPolygons(
      polygonsOf(path, [1, 0, 0, 1, 0, 0]),
      { x: 0, y: 0, width: 100, height: 100, step: 1 },
      evenOdd,
    );
    return { cover, area: cover.reduce((a, b) => a + b, 0) };
  };
  test('coverage sums to the area: a slanting quadrangle, a circle of arcs', () => {
    const corners = [10.3, 20.7, 80.1, 31.2, 70.5, 90.9, 15.2, 60.4];
    // The shoelace formula.
    let twice = 0;
    for (let k = 0; k < 8; k += 2)
      twice += corners[k]! * corners[(k + 3) % 8]! - corners[(k + 2) % 8]! * corners[k + 1]!;
    expect(areaOf(`M${corners.join(' ')}Z`).area).toBeCloseTo(twice / 2, 2);
    expect(areaOf('M80 50A30 30 0 1 1 20 50A30 30 0 1 1 80 50Z').area).toBeCloseTo(Math.PI * 900, 0);
  });
  test('a pixel that is half inside is half covered', () => {
    const { cover } = areaOf('M10.5 10H20V20H10.5Z');
    expect([cover[15 * 100 + 9], cover[15 * 100 + 10], cover[15 * 100 + 11]]).toEqual([0, 0.5, 1]);
  });
  test('what is wound round twice is full, or a hole by turns', () => {
    const both = 'M10 10H60V60H10ZM20 20H50V50H20Z';
    expect(areaOf(both).area).toBeCloseTo(2500, 3);
    expect(areaOf(both, true).area).toBeCloseTo(1600, 3);
  });
  test('outlines beyond the edges are cut there, and bands fit each other', () => {
    const path = 'M-50 -20L150 40L120 170L-30 120Z';
    const polygons = polygonsOf(path, [1, 0, 0, 1, 0, 0]);
    const whole = coverPolygons(polygons, { x: 0, y: 0, width: 100, height: 100, step: 1 }, false);
    const part = coverPolygons(polygons, { x: 20, y: 40, width: 50, height: 30, step: 3 }, false);
    const off = part.map((v, k) => Math.abs(v - whole[(40 + 3 * Math.floor(k / 50)) * 100 + 20 + (k % 50)]!));
    expect(Math.max(...off)).toBeLessThan(1e-5);
  });
  test('nonsense is refused', () => {
    expect(() => polygonsOf('M0 0 Lx', [1, 0, 0, 1, 0, 0])).toThrow(/cannot be read/);
  });
});

test.each([
  ['circle', {}, Math.PI / 4],
  ['polygon', { sides: 4 }, 0.5],
  ['ring', { inner: 0.5 }, (Math.PI / 4) * 0.75],
])('a %s covers its area at any resolution, turned or not', (shape, own, share) => {
  for (const [side, turn] of [
    [90, 0],
    [400, 33],
  ] as const) {
    const { data } = lightOf('shape', { shape, size: 0.8, ...own }, side, side, 'alpha', turn, 'fit');
    const covered = data.reduce((sum: number, v: number) => sum + 1 - v / 65535, 0) / (side * side);
    // A turned picture is made smaller until it fits the sheet.
    const grown = 1 / (Math.cos((turn * Math.PI) / 180) + Math.sin((turn * Math.PI) / 180)) ** 2;
    expect(covered).toBeCloseTo(share * 0.64 * grown, 2);
  }
});

test('a blurred shape keeps its ink and has no seam', () => {
  const sharp = lightOf('shape', { shape: 'circle', size: 0.5 }, 200, 200);
  const soft = lightOf('shape', { shape: 'circle', size: 0.5, blur: 0.1 }, 200, 200);
  const ink = (d: ArrayLike<number>) => Array.from(d, (v) => 1 - v / 65535).reduce((a, b) => a + b, 0);
  expect(ink(soft.data) / ink(sharp.data)).toBeCloseTo(1, 2);
  const part = soft.read({ x: 70, y: 90, width: 60, height: 40, step: 1 }).data;
  expect([...part]).toEqual(
    Array.from({ length: 2400 }, (_, k) => soft.data[(90 + Math.floor(k / 60)) * 200 + 70 + (k % 60)]),
  );
});

test.each(MADE_KINDS.map((k) => k.name))(
  '%s: what a new one starts with is a valid job, nonsense in it is not',
  (kind) => {
    const made = newMade(kind);
    const picture = { id: 'm', name: 'm', hash: null, made, clip: null, width: 30, height: 20, edit: NO_EDIT };
    const job = { ...createJob('x', 'p'), pictures: [picture] };
    expect(readJob(job).pictures[0]).toEqual(picture);
    const spoilt = { ...picture, made: { kind, settings: { ...made.settings, glitter: 1 } } };
    expect(() => readJob({ ...job, pictures: [spoilt] })).toThrow(/glitter/);
    expect(() => readJob({ ...job, pictures: [{ ...picture, hash: 'a'.repeat(64) }] })).toThrow(/either a hash or/);
  },
);
