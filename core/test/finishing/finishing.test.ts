import {
  addImpression,
  addOutline,
  addShadow,
  bitAt,
  type Bitmap,
  enlargedToRatio,
  fillOf,
  filePicture,
  type Job,
  memorySource,
  newPart,
  newStencil,
  type Pass,
  plainInk,
  planPass,
  RATIOS,
  readJob,
  sheetPixels,
  withFill,
} from '../../src/index.ts';
import { pixelJob } from '../jobs.ts';
import { kernels } from '../plates.ts';

const SIDE = 240;
const MM = 300 / 25.4;
/** A disc that is opaque, of a radius of 60 pixels about the middle; clear around it. */
const disc = memorySource(
  SIDE,
  SIDE,
  4,
  Uint8Array.from({ length: 4 * SIDE * SIDE }, (_, k) => {
    const [x, y] = [(k >> 2) % SIDE, Math.floor((k >> 2) / SIDE)];
    const inside = (x + 0.5 - 120) ** 2 + (y + 0.5 - 120) ** 2 <= 3600;
    return k % 4 === 3 ? (inside ? 255 : 0) : 90;
  }),
);
const env = { kernels, pictures: () => disc };
const base = pixelJob(SIDE, SIDE, { width: SIDE, height: SIDE });
const pass = base.passes[0]!;
const fill = fillOf(pass);
const ink = plainInk('Shadow blue', '#1d3f72');

let ids = 0;
const newId = () => `n${++ids}`;
const plateOf = (job: Job, of: Pass): Bitmap =>
  planPass(env, job, of).plate.read({ x: 0, y: 0, ...sheetPixels(job.sheet), step: 1 }) as Bitmap;
/** Distance of a pixel from the middle of the disc, which may lie elsewhere. */
const far = (x: number, y: number, dx = 0, dy = 0) => Math.hypot(x + 0.5 - 120 - dx, y + 0.5 - 120 - dy);

test('an outline of n mm goes round what is cut out, beneath the pass, and leaves it free', () => {
  const width = 1.5;
  const job = addOutline(base, { pass, fill, width, ink, newId });
  expect(job.passes.map((p) => p.name)).toEqual([`Outline of ${pass.name}`, pass.name]);
  expect(readJob(JSON.parse(JSON.stringify(job)))).toEqual(job);
  const plate = plateOf(job, job.passes[0]!);
  for (let y = 0; y < SIDE; y++) {
    for (let x = 0; x < SIDE; x++) {
      const from = far(x, y);
      const wanted = from > 61 && from < 60 + width * MM - 1 ? 1 : from < 59 || from > 60 + width * MM + 1 ? 0 : null;
      if (wanted !== null && bitAt(plate, x, y) !== wanted) throw new Error(`Pixel ${x}, ${y} is wrong.`);
    }
  }
});

test('a drop shadow is screened in its own ink, lies beside, fades, and leaves the subject free', () => {
  const [right, down, softness] = [3, 2, 2];
  const job = addShadow(base, { pass, fill, right, down, softness, dark: 0.5, ink, newId });
  expect(readJob(JSON.parse(JSON.stringify(job)))).toEqual(job);
  expect(job.passes[0]!.ink).toEqual(ink);
  const plate = plateOf(job, job.passes[0]!);
  let [inside, free, shadow, area] = [0, 0, 0, 0];
  for (let y = 0; y < SIDE; y++) {
    for (let x = 0; x < SIDE; x++) {
      const bit = bitAt(plate, x, y);
      if (far(x, y) < 59) inside += bit;
      const beside = far(x, y, right * MM, down * MM);
      if (beside > 60 + (softness * MM) / 2 + 1) free += bit;
      else if (far(x, y) > 62 && beside < 60 - (softness * MM) / 2 - 1) {
        shadow += bit;
        area++;
      }
    }
  }
  expect([inside, free]).toEqual([0, 0]);
  expect(area).toBeGreaterThan(400);
  expect(shadow / area).toBeGreaterThan(0.38);
  expect(shadow / area).toBeLessThan(0.62);
});

test('a second impression is the same plate beside, in another ink beneath', () => {
  const job = addImpression(base, { pass, right: 1, down: -0.5, ink, newId });
  expect(readJob(JSON.parse(JSON.stringify(job)))).toEqual(job);
  const [below, own] = job.passes.map((p) => plateOf(job, p));
  const [dx, dy] = [Math.round(MM), Math.round(-0.5 * MM)];
  for (let y = 20; y < SIDE - 20; y++) {
    for (let x = 20; x < SIDE - 20; x++) {
      if (bitAt(below!, x, y) !== bitAt(own!, x - dx, y - dy)) throw new Error(`Pixel ${x}, ${y} is wrong.`);
    }
  }
});

test('where there is nothing to go round, a sentence says so', () => {
  const bare = withFill(pass, { feed: { ...fill.feed, picture: null } });
  const asked = { pass: bare, fill: fillOf(bare), width: 1, ink, newId };
  expect(() => addOutline({ ...base, passes: [bare] }, asked)).toThrow('There is nothing to go round');
  const many = { ...base, passes: Array.from({ length: 12 }, (_, k) => ({ ...pass, id: `p${k}` })) };
  expect(() => addOutline(many, { ...asked, pass: many.passes[0]!, fill })).toThrow('At most 12 passes print');
});

test.each(RATIOS.map((r) => [r.name, r] as const))(
  'the sheet grows around the art to %s, and the art stays where it is',
  (_, ratio) => {
    const placed: Job = {
      ...base,
      sheet: { ...base.sheet, width: 60, height: 50 },
      pictures: [filePicture({ id: 'a', name: 'a', hash: 'a'.repeat(64), width: SIDE, height: SIDE })],
      stencils: [
        newStencil('s', 's', [
          newPart('r', 'rectangle', { x: 10, y: 5, width: 20, height: 10 }),
          newPart('c', 'alpha', { picture: 'a', fit: 'fill' }),
        ]),
      ],
      passes: [withFill(pass, { stencil: 's', feed: { ...fill.feed, fit: 'fill', fromX: 4, toY: 9 } })],
    };
    const job = enlargedToRatio(placed, ratio);
    if (typeof job === 'string') throw new Error(job);
    expect(job.sheet.width / job.sheet.height).toBeCloseTo(ratio.width / ratio.height, 3);
    expect(job.sheet.width).toBeGreaterThanOrEqual(60);
    expect(job.sheet.height).toBeGreaterThanOrEqual(50);
    const [dx, dy] = [(job.sheet.width - 60) / 2, (job.sheet.height - 50) / 2];
    const { feed } = fillOf(job.passes[0]!);
    // Filled, the square picture covered 60 mm and stood 5 mm over the upper edge.
    expect(feed.fit).toBe('own');
    expect(feed.x).toBeCloseTo(dx, 2);
    expect(feed.y).toBeCloseTo(dy - 5, 1);
    expect(feed.width).toBeCloseTo(60, 1);
    expect([feed.fromX - dx, feed.toY - dy]).toEqual([expect.closeTo(4, 6), expect.closeTo(9, 6)]);
    const [box, cut] = job.stencils[0]!.parts;
    expect(box!.settings).toMatchObject({ x: expect.closeTo(10 + dx, 3), y: expect.closeTo(5 + dy, 3), width: 20 });
    expect(cut!.settings).toMatchObject({ fit: 'own', x: expect.closeTo(dx, 2), width: expect.closeTo(60, 1) });
    expect(readJob(JSON.parse(JSON.stringify(job)))).toEqual(job);
  },
);

test('a sheet that would be too large is refused in a sentence', () => {
  const long = { ...base, sheet: { ...base.sheet, width: 2900, height: 20, ppi: 30 } };
  expect(enlargedToRatio(long, { width: 9, height: 16 })).toMatch(
    /^The sheet would be 2900 × 5155.556 mm, which is too large/,
  );
});
