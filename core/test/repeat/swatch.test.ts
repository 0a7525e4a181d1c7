import fc from 'fast-check';
import {
  newBend,
  type PassPlan,
  planPass,
  printingPasses,
  repeatPlane,
  repeatRegion,
  repeatSize,
  repeatSteps,
  seamWay,
  swatchSize,
  type Job,
  type Screen,
  fillOf,
  withFill,
} from '../../src/index.ts';
import { kernels } from '../plates.ts';
import { keptScreens } from '../kept-screens.ts';
import { lpi, screenOf } from '../screens.ts';
import { BLOB, blobJob, differsFrom, inkOf, seamExcess, swatchOf } from './swatches.ts';

const at = (frequency: number, angle: number) => ({ frequency: lpi(frequency), angle });
const KINDS = ['square', 'half-drop', 'brick'] as const;
const SEAMS = ['wrap', 'mirror'] as const;

const SNAPPED: readonly (readonly [string, Screen])[] = [
  ['dots', screenOf('dots', { shape: 'Round' }, at(30, 37.3))],
  ['dots of one tone a cell', { ...screenOf('dots', { shape: 'Ellipse' }, at(24, 15)), oneTone: true }],
  ['hexagonal dots', screenOf('dots', { shape: 'Round', lattice: 'hexagonal' }, at(26, 11))],
  ['lines', screenOf('lines', { kind: 'straight' }, at(33, 22))],
  ['waved lines', screenOf('lines', { kind: 'wave' }, at(20, 5))],
  ['marks', screenOf('marks', { shape: 'circle' }, at(18, 9))],
];
const STREWN: readonly (readonly [string, Screen])[] = [
  ['diffusion', screenOf('grain', { method: 'floyd-steinberg' })],
  ['blue noise', screenOf('grain', { method: 'blue-noise' })],
  ['rings of dots', screenOf('dots', { shape: 'Round', lattice: 'rings' }, at(25, 0))],
];

/** Ink of a part of a plate; plates are read from whole bytes on. */
function inkOver(plan: PassPlan, x: number, y: number, width: number, height: number): Uint8Array {
  const first = x & ~7;
  const wide = x - first + width;
  const ink = inkOf(plan.plate.read({ x: first, y, width: wide, height, step: 1 }));
  return ink.filter((_, k) => k % wide >= x - first);
}

/** Share of pixels that one repeat further on the plate would print otherwise: how well it meets itself. */
function differsOnThePlane(job: Job): number {
  const region = repeatRegion(job);
  const env = { kernels, caches: keptScreens(), pictures: () => BLOB };
  const { way } = seamWay(env, job, job.passes[0]!, region);
  if (way !== 'snapped') throw new Error(`The seams of this screen are ${way}.`);
  const plan = planPass(env, job, job.passes[0]!, { repeat: region });
  plan.prepare();
  for (const _ of plan.begin());
  const { width, height } = swatchSize(region);
  const first = region.margin;
  const rowsOn = Math.min(height, region.margin - 8);
  const columnsOn = Math.min(width, region.margin - 8);
  const ink = inkOver(plan, first, first, width, height);
  const across = inkOver(plan, first + width, first, columnsOn, height);
  const down = inkOver(plan, first, first + height, width, rowsOn);
  plan.release();
  let differ = 0;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < columnsOn; x++) if (ink[y * width + x] !== across[y * columnsOn + x]) differ++;
  for (let y = 0; y < rowsOn; y++)
    for (let x = 0; x < width; x++) if (ink[y * width + x] !== down[y * width + x]) differ++;
  return differ / (columnsOn * height + rowsOn * width);
}

/** Edge pixels may turn over: places of a bent lattice are exact to 0.02 px. */
const EDGES = 0.006;

describe.each(SNAPPED)('%s, set so that they repeat', (_, screen) => {
  test.each(KINDS.flatMap((kind) => SEAMS.map((seam) => [kind, seam] as const)))(
    '%s, %s: the wrapped difference is zero on the plate',
    (kind, seam) => {
      const job = blobJob(208, 176, screen, { kind, seam });
      const swatch = swatchOf(job);
      const region = repeatRegion(job);
      const plate = swatch.plates[0]!;
      expect([plate.width, plate.height]).toEqual([swatch.width, swatch.height]);
      const ink = inkOf(plate);
      // Something prints and something stays bare, so that nothing is compared with nothing.
      const share = ink.reduce((sum, v) => sum + v, 0) / 255 / ink.length;
      expect(share).toBeGreaterThan(0.1);
      expect(share).toBeLessThan(0.9);
      for (const step of repeatSteps(region)) expect(differsFrom(plate, step.x, step.y)).toBe(0);
      if (!(seam === 'mirror' && kind === 'square')) expect(differsOnThePlane(job)).toBeLessThan(EDGES);
    },
  );

  test('an odd size repeats too', () => {
    const job = blobJob(211, 173, screen, { kind: 'square', seam: 'wrap' });
    expect(repeatSize(repeatRegion(job))).toEqual({ width: 211, height: 173 });
    expect(differsOnThePlane(job)).toBeLessThan(EDGES);
  });

  test('no seam shows: the tone changes no more over it than inside', () => {
    const { plates, width, height } = swatchOf(blobJob(211, 173, screen));
    const ink = inkOf(plates[0]!);
    expect(seamExcess(ink, width, height)).toBeLessThan(0);
    expect(seamExcess(ink, width, height, true)).toBeLessThan(0);
  });
});

describe.each(STREWN)('%s, whose pixels are strewn over the seam', (_, screen) => {
  test.each(KINDS.flatMap((kind) => SEAMS.map((seam) => [kind, seam] as const)))('%s, %s', (kind, seam) => {
    const job = blobJob(211, 173, screen, { kind, seam });
    const region = repeatRegion(job);
    const swatch = swatchOf(job);
    for (const step of repeatSteps(region)) expect(differsFrom(swatch.plates[0]!, step.x, step.y)).toBe(0);
    const ink = inkOf(swatch.plates[0]!);
    expect(seamExcess(ink, swatch.width, swatch.height)).toBeLessThan(0);
    expect(seamExcess(ink, swatch.width, swatch.height, true)).toBeLessThan(0);
  });
});

test.each([...SNAPPED, ...STREWN])('%s: without a fade the seam of a sloping picture shows', (_, screen) => {
  const { plates, width, height } = swatchOf(blobJob(211, 173, screen, { fade: 0 }));
  expect(seamExcess(inkOf(plates[0]!), width, height)).toBeGreaterThan(0.05);
});

describe('how far a lattice is moved', () => {
  const way = (screen: Screen, width: number, height: number) => {
    const job = blobJob(width, height, screen);
    const env = { kernels, caches: keptScreens(), pictures: () => BLOB };
    return seamWay(env, job, job.passes[0]!, repeatRegion(job));
  };

  test('a lattice that repeats already stays as it is', () => {
    // 10 px cells at 0° on 200 × 180.
    const said = way(screenOf('dots', { shape: 'Round' }, at(30, 0)), 200, 180);
    if (said.way !== 'snapped') throw new Error(said.way);
    expect(said.snapped.turned).toBeCloseTo(0, 9);
    expect(said.snapped.finer).toBeCloseTo(1, 9);
  });

  test('is told by its frequency and its angle', () => {
    // 10 px cells on 204 × 204: the nearest whole number is 20 cells of 10.2 px.
    const said = way(screenOf('dots', { shape: 'Round' }, at(30, 0)), 204, 204);
    if (said.way !== 'snapped') throw new Error(said.way);
    expect(said.snapped.finer).toBeCloseTo(10 / 10.2, 9);
    expect(said.snapped.turned).toBeCloseTo(0, 9);
  });

  test('is small on a swatch of many cells', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 90, noNaN: true }),
        fc.integer({ min: 900, max: 1200 }),
        fc.integer({ min: 900, max: 1200 }),
        (angle, width, height) => {
          const said = way(screenOf('dots', { shape: 'Round' }, at(30, angle)), width, height);
          if (said.way !== 'snapped') throw new Error(said.way);
          // Half a cell in ninety.
          expect(Math.abs(said.snapped.turned)).toBeLessThan(0.7);
          expect(Math.abs(said.snapped.finer - 1)).toBeLessThan(0.01);
        },
      ),
      { numRuns: 12 },
    );
  });

  test('grain has none that could be set', () => {
    expect(way(screenOf('grain', { method: 'floyd-steinberg' }), 200, 200)).toEqual({ way: 'strewn' });
  });
});

test('a part of the sheet repeats where it was chosen', () => {
  const screen = screenOf('dots', { shape: 'Round' }, at(30, 0));
  const mm = (px: number) => (px / 300) * 25.4;
  const part = { part: true, x: mm(60), y: mm(40), width: mm(100), height: mm(90), fade: 0 };
  const job = blobJob(300, 200, screen, part);
  const region = repeatRegion(job);
  expect(region).toMatchObject({ left: 60, top: 40, width: 100, height: 90 });
  // The lattice repeats with it already, so that the swatch is the sheet's own plate there.
  const plan = planPass({ kernels, caches: keptScreens(), pictures: () => BLOB }, job, job.passes[0]!, {});
  plan.prepare();
  for (const _ of plan.begin());
  const own = inkOver(plan, 60, 40, 100, 90);
  plan.release();
  const ink = inkOf(swatchOf(job).plates[0]!);
  const differ = (shift: number) => ink.filter((v, k) => v !== own[(k + shift) % own.length]).length / ink.length;
  // A bent lattice rounds the edges of its dots otherwise than a straight one.
  expect(differ(0)).toBeLessThan(0.04);
  expect(differ(1)).toBeGreaterThan(0.08);
});

test('bends repeat with their lattice', () => {
  const screen = screenOf('lines', { kind: 'straight' }, at(24, 0));
  const job = blobJob(208, 176, screen, { kind: 'half-drop' });
  const [pass] = job.passes;
  const fill = fillOf(pass!);
  const sheet = { width: job.sheet.width, height: job.sheet.height };
  const swirl = newBend('swirl', sheet);
  const bent = {
    ...job,
    passes: [withFill(pass!, { ...fill, bend: [{ ...swirl, settings: { ...swirl.settings, turn: 90 } }] })],
  };
  expect(differsOnThePlane(bent)).toBeLessThan(EDGES);
  const [ink, straight] = [inkOf(swatchOf(bent).plates[0]!), inkOf(swatchOf(job).plates[0]!)];
  expect(ink.filter((v, k) => v !== straight[k]).length).toBeGreaterThan(ink.length / 20);
});

test('every pass has a plate of the same size, whatever its seams are', () => {
  const dots = blobJob(211, 173, screenOf('dots', { shape: 'Round' }, at(30, 20)));
  const grain = blobJob(211, 173, screenOf('grain', { method: 'floyd-steinberg' })).passes[0]!;
  const job = { ...dots, passes: [...dots.passes, { ...grain, id: 'second' }] };
  const { plates } = swatchOf(job);
  expect(plates.map(({ width, height }) => [width, height])).toEqual([
    [211, 173],
    [211, 173],
  ]);
  expect(printingPasses(job)).toHaveLength(2);
});

test('the plane holds a swatch and a margin', () => {
  const region = repeatRegion(blobJob(100, 80, screenOf('dots'), { kind: 'brick' }));
  expect(repeatPlane(region)).toEqual({ width: 100 + 2 * region.margin, height: 160 + 2 * region.margin });
});
