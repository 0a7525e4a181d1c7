import {
  type Cover,
  createFill,
  createPass,
  filePicture,
  type Job,
  memorySource,
  newPart,
  newStencil,
  PART_KINDS,
  type Picture,
  type PictureLookup,
  sheetPixels,
  type StencilPart,
} from '../../src/index.ts';
import { coverPlanner } from '../../src/print/plan-cover.ts';
import { planPass } from '../../src/print/plan-pass.ts';
import { kernels } from '../plates.ts';
import { fillJob, rectangle, tinted } from './fill-jobs.ts';

/** A picture 400 × 300, red left of the middle and blue right of it, darker downwards; its upper half is opaque. */
const PIXELS = Uint8Array.from({ length: 400 * 300 * 4 }, (_, k) => {
  const [x, y] = [Math.floor(k / 4) % 400, Math.floor(k / 1600)];
  const light = 255 - Math.floor((y * 255) / 299);
  return [x < 200 ? light : 0, 0, x < 200 ? 0 : light, y < 150 ? 255 : 0][k % 4]!;
});
/** A picture in grey, 400 × 300: two rooms within black walls. */
const ROOMS = Uint8Array.from({ length: 400 * 300 }, (_, k) => {
  const [x, y] = [k % 400, Math.floor(k / 400)];
  return x < 4 || x > 395 || y < 4 || y > 295 || (x > 198 && x < 203) ? 0 : 255;
});
const COLOUR = 'a'.repeat(64);
const GREY = 'b'.repeat(64);
const pictures: PictureLookup = (hash) =>
  hash === COLOUR ? memorySource(400, 300, 4, PIXELS) : hash === GREY ? memorySource(400, 300, 1, ROOMS) : null;
const PICTURES: readonly Picture[] = [
  filePicture({ id: 'colour', name: 'colour', hash: COLOUR, width: 400, height: 300 }),
  filePicture({ id: 'rooms', name: 'rooms', hash: GREY, width: 400, height: 300 }),
];

const jobWith = (parts: readonly StencilPart[], change: Partial<Job> = {}): Job => ({
  ...fillJob(
    [tinted('f', 1, { stencil: 'own' })],
    [newStencil('own', 'own', parts), rectangle('box', 10, 5, 20, 10)],
    PICTURES,
  ),
  ...change,
});

/** The cover of a stencil of such parts on the sheet of 400 × 300 pixels. */
function coverOf(parts: readonly StencilPart[], change: Partial<Job> = {}): Uint8Array {
  const job = jobWith(parts, change);
  const env = { kernels, pictures };
  const cover: Cover = coverPlanner(
    env,
    job,
    (pass) => planPass(env, job, pass).plate,
  )('own').read({
    x: 0,
    y: 0,
    ...sheetPixels(job.sheet),
    step: 1,
  });
  return typeof cover === 'number' ? new Uint8Array(400 * 300).fill(cover) : cover;
}

/** Kinds of parts that were tried so far. */
const tried = new Set<string>();
function part(kind: string, settings: object, does: StencilPart['does'] = 'add'): StencilPart {
  tried.add(kind);
  return { ...newPart(kind, kind, settings as never), does };
}
/** Area in mm² of a cover of ten pixels a millimetre. */
const areaOf = (cover: Uint8Array): number => cover.reduce((sum, v) => sum + v, 0) / 255 / 100;
const at = (cover: Uint8Array, x: number, y: number): number => cover[Math.floor(10 * y) * 400 + Math.floor(10 * x)]!;
const whole = { fit: 'fill' };

describe('parts of a stencil', () => {
  test('drawn outlines have the area and the place of their geometry', () => {
    expect(areaOf(coverOf([part('rectangle', { x: 10, y: 5, width: 20, height: 10 })]))).toBe(200);
    const round = coverOf([part('rectangle', { x: 10, y: 5, width: 20, height: 10, corner: 3 })]);
    expect(areaOf(round)).toBeCloseTo(200 - (4 - Math.PI) * 9, 0);
    expect(at(round, 10.1, 5.1)).toBe(0);
    const ellipse = coverOf([part('ellipse', { x: 10, y: 5, width: 20, height: 10, turn: 30 })]);
    expect(areaOf(ellipse)).toBeCloseTo(Math.PI * 50, 0);
    // Turned counter-clockwise, its long axis rises to the right.
    expect([at(ellipse, 27.5, 6.5), at(ellipse, 27.5, 14)]).toEqual([255, 0]);
    const triangle = coverOf([part('polygon', { points: [5, 5, 25, 5, 5, 25] })]);
    expect(Math.abs(areaOf(triangle) - 200)).toBeLessThan(1.5);
    const curved = coverOf([part('polygon', { points: [5, 5, 25, 5, 25, 25, 5, 25], curved: true })]);
    expect(areaOf(curved)).toBeGreaterThan(400);
    const k = 0.5522847498 * 10;
    const circle = [20, 5, -k, 0, k, 0, 30, 15, 0, -k, 0, k, 20, 25, k, 0, -k, 0, 10, 15, 0, k, 0, -k];
    expect(Math.abs(areaOf(coverOf([part('pen', { nodes: circle })])) - Math.PI * 100)).toBeLessThan(0.6);
    const star = coverOf([part('shape', { x: 10, y: 5, width: 20, height: 20, shape: 'star', sides: 5 })]);
    expect([at(star, 20, 5.5), at(star, 20, 15), at(star, 11, 24)]).toEqual([255, 255, 0]);
    const letters = coverOf([part('lettering', { x: 10, y: 5, width: 20, height: 10, path: 'M0 0H0.5V0.5H0Z' })]);
    expect(areaOf(letters)).toBe(100);
  });

  test('a picture is laid side by side over the sheet from where it begins', () => {
    // 20 mm wide, so 15 mm high: dark below, and all of it dark at the foot of the picture.
    const dark = coverOf([part('repeated', { picture: 'rooms', width: 20, x: 3, y: 2 })]);
    // Walls 0.2 mm thick run along the edges of every repeat, one through the middle.
    expect([at(dark, 3.1, 10), at(dark, 23.1, 10), at(dark, 13, 10), at(dark, 8, 10)]).toEqual([255, 255, 255, 0]);
    expect([at(dark, 8, 2.05), at(dark, 8, 17.05), at(dark, 8, 9)]).toEqual([255, 255, 0]);
    for (let k = 0; k < 400 * 150; k++) expect(Math.abs(dark[k]! - dark[k + 150 * 400]!)).toBeLessThanOrEqual(1);
    for (let y = 0; y < 300; y++)
      for (let x = 0; x < 200; x++)
        expect(Math.abs(dark[y * 400 + x]! - dark[y * 400 + x + 200]!)).toBeLessThanOrEqual(1);
    const turned = coverOf([part('repeated', { picture: 'rooms', width: 20, x: 20, y: 15, turn: 90 })]);
    // Counter-clockwise about its top left: what lay to the right now lies above.
    expect([at(turned, 25, 4.95), at(turned, 25, 10)]).toEqual([255, 0]);
    expect(areaOf(coverOf([part('repeated', { picture: null })]))).toBe(0);
  });

  test('a brush paints and erases with its hardness and pressure', () => {
    const stroke = { size: 6, hardness: 1, strength: 1, points: [10, 15, 1, 30, 15, 1] };
    expect(areaOf(coverOf([part('brush', { strokes: [{ ...stroke, does: 'paint' }] })]))).toBeCloseTo(
      120 + 9 * Math.PI,
      0,
    );
    const soft = coverOf([
      part('brush', { strokes: [{ ...stroke, does: 'paint', hardness: 0, points: [10, 15, 0.5, 30, 15, 0.5] }] }),
    ]);
    expect(at(soft, 20, 15)).toBeGreaterThan(120);
    expect(at(soft, 20, 15)).toBeLessThan(132);
    const erased = coverOf([
      part('brush', {
        strokes: [
          { ...stroke, does: 'paint' },
          { ...stroke, does: 'erase', points: [20, 0, 1, 20, 30, 1] },
        ],
      }),
    ]);
    expect([at(erased, 12, 15), at(erased, 20, 15)]).toEqual([255, 0]);
  });

  test('a flood runs in a picture, in a plate and in the print so far', () => {
    const seed = { seeds: [0.2, 0.5], gap: 0, reach: 0 };
    const room = coverOf([part('flood', { ...seed, picture: 'rooms', ...whole })]);
    expect(areaOf(room)).toBeCloseTo((195 * 292) / 100, 5);
    expect([at(room, 10, 10), at(room, 30, 10)]).toEqual([255, 0]);
    const walls = createPass('walls', 0, null);
    const bar = [rectangle('bar', 25, 0, 2, 30)];
    const inked = { ...walls, fills: [tinted('w', 1, { stencil: 'bar' })] as const };
    for (const source of ['pass', 'print']) {
      const change = {
        passes: [inked],
        stencils: [newStencil('own', 'own', [part('flood', { ...seed, source, pass: 'walls' })]), ...bar],
      };
      const left = coverOf([], change);
      expect(areaOf(left)).toBe(25 * 30);
    }
  });

  test('a picture gives a range of tone, a colour, what is opaque, and its subject', () => {
    const tone = coverOf([part('tone', { picture: 'colour', ...whole, from: 0.8, to: 1, soft: 0 })]);
    expect(at(tone, 5, 29.5)).toBe(0); // Clear counts as white.
    expect(at(tone, 30, 14.5)).toBe(255);
    expect(at(tone, 5, 0.5)).toBe(0);
    const red = coverOf([
      part('colour', { picture: 'colour', ...whole, colours: ['#ff0000'], tolerance: 0.25, soft: 0 }),
    ]);
    expect([at(red, 5, 1), at(red, 30, 1)]).toEqual([255, 0]);
    const alpha = coverOf([part('alpha', { picture: 'colour', ...whole })]);
    expect(areaOf(alpha)).toBe(600);
    const mark = { size: 0.04, hardness: 1, strength: 1 };
    const marks = [
      { ...mark, does: 'subject', points: [0.2, 0.1, 1, 0.3, 0.2, 1] },
      { ...mark, does: 'behind', points: [0.7, 0.1, 1, 0.9, 0.3, 1] },
    ];
    const subject = coverOf([part('subject', { picture: 'colour', ...whole, marks })]);
    expect([at(subject, 5, 5), at(subject, 35, 5)]).toEqual([255, 0]);
  });

  test('other stencils, their outside, and plates serve as parts', () => {
    expect(areaOf(coverOf([part('stencil', { stencil: 'box' })]))).toBe(200);
    expect(areaOf(coverOf([part('stencil', { stencil: 'box', outside: true })]))).toBe(1000);
    const other = { ...createPass('other', 1, null), fills: [tinted('o', 1, { stencil: 'box' })] as const };
    const job = jobWith([part('plate', { pass: 'other' })]);
    expect(areaOf(coverOf([part('plate', { pass: 'other' })], { passes: [...job.passes, other] }))).toBe(200);
  });

  test('parts add, cut and keep the overlap in their order', () => {
    const [a, b] = [
      { x: 0, y: 0, width: 20, height: 30 },
      { x: 10, y: 0, width: 20, height: 30 },
    ];
    const both = (does: StencilPart['does'], first: StencilPart['does'] = 'add') =>
      areaOf(coverOf([part('rectangle', a, first), part('rectangle', b, does)]));
    expect([both('add'), both('cut'), both('keep')]).toEqual([900, 300, 300]);
    expect(both('add', 'cut')).toBe(900);
    expect(areaOf(coverOf([part('rectangle', a, 'cut')]))).toBe(600);
  });

  test('backgrounds and balloons lie in their box (their shapes are tried in background-shapes.test.ts)', () => {
    for (const kind of ['burst', 'rays', 'panels', 'cloud', 'torn', 'speech']) {
      const area = areaOf(coverOf([part(kind, { x: 5, y: 4, width: 30, height: 20, tail: 0, gutter: 2 })]));
      expect(area).toBeGreaterThan(240);
      expect(area).toBeLessThan(600);
    }
  });

  test('every kind of part has been tried here', () => {
    expect([...tried].toSorted()).toEqual(PART_KINDS.map((k) => k.name).toSorted());
    expect(createFill('x', null).stencil).toBeNull();
  });
});
