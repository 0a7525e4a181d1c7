import {
  BAND_ROWS,
  type Bitmap,
  bitAt,
  isBitmap,
  type Job,
  newPart,
  newStencil,
  packRows,
  planPass,
  plateKey,
  printsOf,
  readJob,
  type Screen,
  sheetPixels,
  type Stencil,
} from '../../src/index.ts';
import { kernels } from '../plates.ts';
import { bitsOf, fillJob, inkIn, NO_PICTURES, plateOf, rectangle, tinted } from './fill-jobs.ts';

const screen = (change: Partial<Screen>): Screen => ({ ...tinted('x', 0.2).screen, ...change });
const feathered = (stencil: Stencil, feather: number): Stencil => ({
  ...stencil,
  edges: { ...stencil.edges, feather },
});

describe('fills of one pass', () => {
  test('a stencil lets a tint print inside it and nowhere else', () => {
    const job = fillJob([tinted('a', 0.6, { stencil: 's' })], [rectangle('s', 10, 10, 20, 10)]);
    const plate = bitsOf(job);
    expect(inkIn(plate, 0, 0, 40, 10)).toBe(0);
    expect(inkIn(plate, 0, 20, 40, 10)).toBe(0);
    expect(inkIn(plate, 30, 0, 10, 30)).toBe(0);
    expect(inkIn(plate, 12, 11, 16, 8)).toBeCloseTo(0.6, 1);
  });

  test('the upper fill replaces or adds to the one under it', () => {
    const both = (over: 'replaces' | 'adds', upper: number, lower: number) =>
      bitsOf(
        fillJob([tinted('a', lower), tinted('b', upper, { stencil: 's', over })], [rectangle('s', 10, 10, 20, 10)]),
      );
    expect(inkIn(both('replaces', 0.2, 0.6), 12, 11, 16, 8)).toBeCloseTo(0.2, 1);
    expect(inkIn(both('replaces', 0.2, 0.6), 0, 0, 40, 10)).toBeCloseTo(0.6, 1);
    expect(inkIn(both('adds', 0.2, 0.6), 12, 11, 16, 8)).toBeCloseTo(0.6, 1);
    expect(inkIn(both('adds', 0.6, 0.2), 12, 11, 16, 8)).toBeCloseTo(0.6, 1);
    expect(inkIn(both('replaces', 0.6, 0.2), 0, 0, 40, 10)).toBeCloseTo(0.2, 1);
  });

  test('an upper fill of another screen takes the place of what lies under it too', () => {
    const lines = screen({ family: 'lines', angle: 0 });
    const job = fillJob(
      [tinted('a', 0.6), tinted('b', 0.2, { stencil: 's', screen: lines })],
      [rectangle('s', 10, 10, 20, 10)],
    );
    expect(inkIn(bitsOf(job), 12, 11, 16, 8)).toBeCloseTo(0.2, 1);
    const plate = bitsOf(job);
    const alone = bitsOf(fillJob([tinted('b', 0.2, { screen: lines })], []));
    const inside = (bits: Bitmap) =>
      Array.from({ length: 200 * 100 }, (_, k) => bitAt(bits, 100 + (k % 200), 100 + Math.floor(k / 200))).join('');
    expect(inside(plate) === inside(alone)).toBe(true);
  });

  test('fills of one frequency and angle share a grid, and the lighter lies inside the darker', () => {
    const light = bitsOf(fillJob([tinted('a', 0.2)], []));
    const dark = bitsOf(fillJob([tinted('a', 0.6)], []));
    const mixed = bitsOf(
      fillJob([tinted('a', 0.2), tinted('b', 0.6, { stencil: 's' })], [rectangle('s', 20, 0, 20, 30)]),
    );
    let outside = 0;
    for (let y = 0; y < 300; y++) {
      for (let x = 0; x < 400; x++) {
        if (bitAt(light, x, y) > bitAt(dark, x, y)) outside++;
        if (bitAt(mixed, x, y) !== bitAt(x < 200 ? light : dark, x, y)) outside++;
      }
    }
    expect(outside).toBe(0);
  });

  test('a soft edge between two tints of one grid runs from one to the other without a dip', () => {
    const edge = feathered(rectangle('s', 20, -50, 200, 200), 12);
    const plate = bitsOf(fillJob([tinted('a', 0.6), tinted('b', 0.2, { stencil: 's' })], [edge]));
    const shares = [2, 8, 14, 17, 20, 23, 26, 32].map((x) => inkIn(plate, x, 0, 3, 30));
    expect(shares[0]).toBeCloseTo(0.6, 1);
    expect(shares.at(-1)).toBeCloseTo(0.2, 1);
    for (let k = 1; k < shares.length; k++) expect(shares[k]).toBeLessThan(shares[k - 1]! + 0.02);
  });

  test('a fill that is off and a pass without fills that print leave the stock bare', () => {
    const job = fillJob([tinted('a', 0.6, { on: false })], []);
    expect(inkIn(bitsOf(job), 0, 0, 40, 30)).toBe(0);
  });

  test('a diffused fill prints nothing outside its stencil', () => {
    const grain = screen({ family: 'grain' });
    const job = fillJob([tinted('a', 0.6, { stencil: 's', screen: grain })], [rectangle('s', 10, 10, 20, 10)]);
    const plate = bitsOf(job);
    expect(inkIn(plate, 0, 0, 40, 10) + inkIn(plate, 0, 20, 40, 10) + inkIn(plate, 0, 0, 10, 30)).toBe(0);
    expect(inkIn(plate, 12, 11, 16, 8)).toBeCloseTo(0.6, 1);
  });

  test('levels and a palette share a plate with one-bit fills', () => {
    const grain = tinted('x', 0.6).screen.grain;
    const levels = screen({ family: 'grain', grain: { ...grain, prints: 'levels', levels: 4 } });
    const palette = screen({
      family: 'grain',
      grain: { ...grain, prints: 'palette', palette: ['#d8432f', '#ffffff'] },
    });
    const job = fillJob(
      [
        tinted('a', 1, { stencil: 's' }),
        tinted('b', 0.6, { stencil: 'u', screen: levels }),
        tinted('c', 0.6, { stencil: 'v', screen: palette }),
      ],
      [rectangle('s', 0, 0, 10, 30), rectangle('u', 10, 0, 10, 30), rectangle('v', 20, 0, 10, 30)],
    );
    const { values, palette: coloured } = printsOf(job.passes[0]!);
    expect(coloured).toBe(true);
    expect(values).toEqual([
      { ink: 0 },
      { ink: 1 / 3 },
      { ink: 2 / 3 },
      { ink: 1 },
      { colour: '#d8432f' },
      { colour: '#ffffff' },
    ]);
    const plate = plateOf(job);
    if (isBitmap(plate)) throw new Error('The plate has bits alone.');
    const seen = (x: number) => new Set(Array.from({ length: 300 }, (_, y) => plate.data[y * 400 + x]!));
    expect([...seen(50)]).toEqual([3]);
    expect([...seen(150)].every((v) => v < 4)).toBe(true);
    expect([...seen(250)].every((v) => v >= 4)).toBe(true);
    expect([...seen(350)]).toEqual([0]);
  });
});

describe('plates through stencils', () => {
  const stencils = [
    feathered(rectangle('s', 4, 3, 30, 20), 3),
    {
      ...newStencil('u', 'u', [
        newPart('a', 'ellipse', { x: 12, y: 5, width: 20, height: 20 }),
        { ...newPart('b', 'rectangle', { x: 18, y: 0, width: 5, height: 30 }), does: 'cut' as const },
      ]),
      edges: { ...rectangle('', 0, 0, 1, 1).edges, inset: 1.3, fillHoles: 5 },
    },
  ];
  const job: Job = fillJob(
    [
      tinted('a', 0.2),
      tinted('b', 0.6, { stencil: 's' }),
      tinted('c', 0.6, { stencil: 'u', screen: screen({ family: 'lines' }), over: 'adds' }),
    ],
    stencils,
  );

  test('do not depend on how the sheet is cut into bands', () => {
    const whole = bitsOf(job);
    expect(Buffer.from(packRows(kernels, job, job.passes[0]!, NO_PICTURES)).equals(Buffer.from(whole.data))).toBe(true);
    const plan = planPass({ kernels, pictures: NO_PICTURES }, job, job.passes[0]!);
    const { width, height } = sheetPixels(job.sheet);
    for (const rows of [1, 7, BAND_ROWS + 1]) {
      for (let y = 0; y < height; y += 5 * rows) {
        const part = plan.plate.read({ x: 0, y, width, height: Math.min(rows, height - y), step: 1 });
        const wanted = whole.data.subarray(y * whole.stride, (y + part.height) * whole.stride);
        expect(Buffer.from(part.data).equals(Buffer.from(wanted))).toBe(true);
      }
    }
  });

  test('have a key that changes with every part, edge and order, and not with names', () => {
    const keyOf = (change: (job: Job) => unknown) => {
      const copy = JSON.parse(JSON.stringify(job)) as Job;
      change(copy);
      return plateKey(copy, copy.passes[0]!);
    };
    const own = keyOf(() => {});
    type Loose = {
      stencils: {
        name: string;
        parts: { settings: Record<string, number>; does: string; on: boolean }[];
        edges: Record<string, number>;
      }[];
      passes: { fills: { name: string; over: string; on: boolean }[] }[];
    };
    const changes: ((j: Loose) => unknown)[] = [
      (j) => (j.stencils[0]!.parts[0]!.settings.width = 29),
      (j) => (j.stencils[1]!.parts[1]!.does = 'add'),
      (j) => (j.stencils[1]!.parts[0]!.on = false),
      (j) => (j.stencils[1]!.edges.inset = 1.4),
      (j) => j.stencils[1]!.parts.reverse(),
      (j) => (j.passes[0]!.fills[2]!.over = 'replaces'),
      (j) => (j.passes[0]!.fills[1]!.on = false),
    ];
    const keys = changes.map((change) => keyOf((j) => change(j as never)));
    expect(new Set([own, ...keys]).size).toBe(keys.length + 1);
    expect(keyOf((j) => ((j as never as Loose).stencils[0]!.name = 'other'))).toBe(own);
    expect(keyOf((j) => ((j as never as Loose).passes[0]!.fills[1]!.name = 'other'))).toBe(own);
  });

  test('read back from the document as they were written', () => {
    const read = readJob(JSON.parse(JSON.stringify(job)));
    expect(read.stencils).toEqual(job.stencils);
    expect(Buffer.from(bitsOf(read).data).equals(Buffer.from(bitsOf(job).data))).toBe(true);
  });
});
