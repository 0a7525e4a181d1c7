import {
  createJob,
  type Fill,
  fillOf,
  type Job,
  newPart,
  newStencil,
  outlineArea,
  planPass,
  planPassStones,
  resizedDesign,
  sheetPixels,
  type StencilPart,
  type StoneSettings,
  type Stencil,
  withFill,
} from '../../src/index.ts';
import { kernels } from '../plates.ts';
import { tooNear } from './brute-force.ts';

const env = { kernels, pictures: () => null };
const NONE = () => false;

interface Asked {
  readonly parts: readonly StencilPart[];
  readonly own?: Partial<StoneSettings>;
  readonly edges?: Partial<Stencil['edges']>;
}

/** A job of 120 × 120 mm with a region of stones for each stencil. */
function jobOf(...regions: readonly Asked[]): Job {
  const base = createJob('x', 'p');
  const pass = base.passes[0]!;
  const fill = fillOf(pass);
  const fills = regions.map(
    ({ own }, k): Fill => ({
      ...fill,
      id: `f${k}`,
      stencil: `s${k}`,
      screen: { ...fill.screen, family: 'stones', stones: { ...fill.screen.stones, ...own } },
    }),
  );
  return {
    ...base,
    sheet: { ...base.sheet, width: 120, height: 120, bleed: 0, ppi: 200 },
    stencils: regions.map(({ parts, edges }, k) => {
      const made = newStencil(`s${k}`, `s${k}`, parts);
      return { ...made, edges: { ...made.edges, ...edges } };
    }),
    passes: [{ ...pass, fills: [fills[0]!, ...fills.slice(1)] }],
  };
}

const planOf = (job: Job) => planPassStones(env, job, job.passes[0]!)!;
const artOf = (asked: Asked) => planOf(jobOf(asked)).regions()[0]!;
const square = (x: number, y: number, side: number): StencilPart =>
  newPart('a', 'rectangle', { x, y, width: side, height: side });
const own = (path: string): StencilPart =>
  newPart('a', 'shape', { shape: 'own', path, x: -0.5, y: -0.5, width: 1, height: 1 });

describe('the art of a region', () => {
  test('is made of the outlines of its stencil: added, cut and overlapping', () => {
    const [a, b] = [square(20, 20, 40), square(40, 40, 40)];
    const area = (does: 'add' | 'cut' | 'keep') => outlineArea(artOf({ parts: [a, { ...b, does }] }).art.areas);
    expect(area('add')).toBeCloseTo(1600 + 1600 - 400, 3);
    expect(area('cut')).toBeCloseTo(1600 - 400, 3);
    expect(area('keep')).toBeCloseTo(400, 3);
    const only = artOf({ parts: [{ ...a, does: 'cut' }] }).art.areas;
    expect(outlineArea(only)).toBeCloseTo(120 * 120 - 1600, 3);
  });

  test('follows what is done to the edge of the stencil', () => {
    const area = (edges: Partial<Stencil['edges']>) =>
      outlineArea(artOf({ parts: [square(20, 20, 40)], edges }).art.areas);
    expect(area({ inset: 5 })).toBeCloseTo(900, 2);
    expect(area({ grow: 5 })).toBeCloseTo(1600 + 4 * 200 + Math.PI * 25, 1);
    expect(area({ band: 5 })).toBeCloseTo(700, 2);
    expect(area({ invert: true })).toBeCloseTo(120 * 120 - 1600, 2);
    const ring = own('M20 20H60V60H20ZM30 30V40H40V30Z');
    const holed = (edges: Partial<Stencil['edges']>) => outlineArea(artOf({ parts: [ring], edges }).art.areas);
    expect(holed({})).toBeCloseTo(1500, 2);
    expect(holed({ fillHoles: 150 })).toBeCloseTo(1600, 2);
  });

  test('of a brush is traced, to a few hundredths of a millimetre of its edge', () => {
    const stroke = { does: 'paint', size: 30, hardness: 1, strength: 1, points: [60, 60, 1, 60.01, 60, 1] };
    const { areas } = artOf({ parts: [newPart('a', 'brush', { strokes: [stroke] })] }).art;
    const r = Math.sqrt(outlineArea(areas) / Math.PI);
    expect(Math.abs(r - 15)).toBeLessThan(0.15);
    for (let k = 0; k < areas[0]!.length; k += 2)
      expect(Math.abs(Math.hypot(areas[0]![k]! - 60, areas[0]![k + 1]! - 60) - r)).toBeLessThan(0.12);
  });

  test('holds open lines for runs; other ways say that they are open, and a crossing is told by its place', () => {
    const line = own('M20 20H100');
    const run = planOf(jobOf({ parts: [line], own: { way: 'run', side: 'centre' } }));
    expect(run.layout().stones.count).toBe(Math.floor(80 / 3.1) + 1);
    expect(planOf(jobOf({ parts: [line], own: { way: 'inward' } })).layout().notes[0]!.said).toMatch(
      /^An outline is open/,
    );
    const bow = planOf(jobOf({ parts: [own('M20 20L80 80V20L20 80Z')], own: { way: 'rows' } }));
    expect(bow.layout()).toMatchObject({
      notes: [{ region: 0, said: 'An outline crosses itself at 50.0, 50.0 mm; untangle it there.' }],
    });
  });
});

test('regions that overlap are laid around each other, in their order, and the greater gap is kept between them', () => {
  const job = jobOf(
    { parts: [square(20, 20, 50)], own: { way: 'run', side: 'inside', sizes: ['SS16'], gap: 1.2 } },
    { parts: [square(20, 20, 50)], own: { way: 'rows', sizes: ['SS6'], gap: 0.3 } },
    { parts: [square(50, 50, 40)], own: { way: 'packed', sizes: ['SS10', 'SS6'], gap: 0.5 } },
  );
  const { stones, notes } = planOf(job).layout();
  expect(notes).toEqual([]);
  expect(new Set(stones.region).size).toBe(3);
  expect(tooNear(stones, job.stones, (r) => [1.2, 0.3, 0.5][r]!, NONE)).toBeNull();
  // What comes first is laid as if it were alone.
  const alone = planOf({
    ...job,
    passes: [withFill(job.passes[0]!, {})].map((p) => ({ ...p, fills: [p.fills[0]] as const })),
  });
  expect(alone.layout().stones.count).toBe(Array.from(stones.region).filter((r) => r === 0).length);
});

test('a design that is made larger keeps the sizes of its stones, and its count follows the area', () => {
  const job = jobOf({ parts: [square(10, 10, 30)], own: { way: 'rows', gap: 0.3 } });
  const count = (scale: number) => {
    const changed = resizedDesign(job, ['f0'], { scale, x: 0, y: 0 });
    const { stones } = planOf(changed).layout();
    expect(new Set(stones.size)).toEqual(new Set([1]));
    return stones.count;
  };
  const rows = (side: number) => (Math.floor((side - 2.8) / 3.1) + 1) ** 2;
  expect([count(1), count(1.5), count(3)]).toEqual([rows(30), rows(45), rows(90)]);
});

test('a plate of stones covers as much as they do, and shows none of another region', () => {
  const job = jobOf(
    { parts: [square(10, 10, 40)], own: { way: 'rows', colours: ['Signal red'] } },
    {
      parts: [newPart('a', 'ellipse', { x: 60, y: 60, width: 50, height: 50 })],
      own: { way: 'inward', sizes: ['SS16'] },
    },
  );
  const { width, height } = sheetPixels(job.sheet);
  const plan = planPass(env, job, job.passes[0]!);
  const { data } = plan.plate.read({ x: 0, y: 0, width, height, step: 1 });
  plan.release();
  const { stones } = planOf(job).layout();
  const perMm = 200 / 25.4;
  let covered = 0;
  for (let k = 3; k < data.length; k += 4) covered += data[k]! / 255;
  const wanted = Array.from(stones.size).reduce((sum, s) => sum + Math.PI * (job.stones.sizes[s]!.width / 2) ** 2, 0);
  expect(Math.abs(covered / (perMm * perMm) / wanted - 1)).toBeLessThan(0.005);
  // The middle of each stone is opaque, red in the one region and not in the other.
  for (let k = 0; k < stones.count; k++) {
    const at = 4 * (Math.floor(stones.y[k]! * perMm) * width + Math.floor(stones.x[k]! * perMm));
    expect(data[at + 3]).toBe(255);
    expect(data[at]! > data[at + 2]! + 60).toBe(stones.region[k] === 0);
  }
});

test('a design that needs more than 200 000 stones is cut short and says so', () => {
  const base = jobOf({ parts: [square(0, 0, 1200)], own: { way: 'rows', rows: 'brick', sizes: ['SS6'], gap: 0 } });
  const job = { ...base, sheet: { ...base.sheet, width: 1200, height: 1200, ppi: 30 } };
  const { cut, notes, stones } = planOf(job).layout();
  expect([cut, stones.count]).toEqual([true, 200_000]);
  expect(notes[0]!.said).toMatch(/^The design needs more than 200,000 stones/);
});
