import {
  type Area,
  fillOf,
  newPart,
  newStencil,
  planPass,
  sheetPixels,
  type Job,
  withFill,
  type Bitmap,
  bitAt,
} from '../../src/index.ts';
import { pixelJob } from '../jobs.ts';
import { kernels } from '../plates.ts';

const [W, H] = [360, 240];
const MM = 25.4 / 300;
const base = pixelJob(W, H, { width: 1, height: 1 });
/** A box of 300 × 180 pixels whose corner lies at 30, 30. */
const BOX = { x: 30 * MM, y: 30 * MM, width: 300 * MM, height: 180 * MM };

/** A solid in a shape, read over an area. */
function shape(kind: string, own: object, over: Partial<Area> = {}): Bitmap {
  const stencil = newStencil('s', 's', [newPart('p', kind, { ...BOX, ...own })]);
  const pass = base.passes[0]!;
  const job: Job = {
    ...base,
    stencils: [stencil],
    passes: [withFill(pass, { stencil: 's', feed: { ...fillOf(pass).feed, part: 'tint', tint: 1 } })],
  };
  const area = { x: 0, y: 0, ...sheetPixels(base.sheet), step: 1, ...over };
  return planPass({ kernels, pictures: () => null }, job, job.passes[0]!).plate.read(area) as Bitmap;
}

const countOf = (plate: Bitmap): number => {
  let n = 0;
  for (let y = 0; y < plate.height; y++) for (let x = 0; x < plate.width; x++) n += bitAt(plate, x, y);
  return n;
};

/** How often ink begins on a circle about the middle of the box. */
function startsOn(plate: Bitmap, radiusX: number, radiusY: number): number {
  let [starts, last] = [0, 0];
  const at = (k: number) => {
    const angle = (2 * Math.PI * k) / 7200;
    return bitAt(plate, Math.floor(180 + radiusX * Math.cos(angle)), Math.floor(120 - radiusY * Math.sin(angle)));
  };
  last = at(7199);
  for (let k = 0; k < 7200; k++) {
    if (at(k) && !last) starts++;
    last = at(k);
  }
  return starts;
}

const CASES: readonly (readonly [string, object])[] = [
  ['burst', {}],
  ['rays', {}],
  ['panels', { gutter: 10 * MM }],
  ['speech', { tipX: 0.5, tipY: 1.1 }],
  ['cloud', {}],
  ['torn', { depth: 12 * MM, length: 60 * MM }],
];

test.each(CASES)('%s stays in its box, is the same however it is read, and follows its seed', (kind, own) => {
  const plate = shape(kind, own);
  const bottom = kind === 'speech' ? 230 : 210;
  for (let y = 0; y < H; y++) {
    for (let x = 0; x < W; x++) {
      const outside = x < 29 || x > 330 || y < 29 || y > bottom;
      if (outside && bitAt(plate, x, y)) throw new Error(`Pixel ${x}, ${y} lies outside the box.`);
    }
  }
  expect(countOf(plate) / (300 * 180)).toBeGreaterThan(0.35);
  const part = shape(kind, own, { x: 96, y: 51, width: 160, height: 100, step: 3 });
  for (let k = 0; k < part.height; k++) {
    for (let x = 0; x < part.width; x++) {
      if (bitAt(part, x, k) !== bitAt(plate, 96 + x, 51 + 3 * k)) throw new Error(`Row ${k} is wrong.`);
    }
  }
  const uneven = kind === 'speech' ? { body: 'thought' } : { uneven: 0.6 };
  const two = [1, 2].map((seed) => shape(kind, { ...own, ...uneven, seed }));
  expect(Buffer.from(two[0]!.data).equals(Buffer.from(two[1]!.data))).toBe(false);
});

test('a burst has so many points, and rays are as many as asked and take the share of the circle that was asked', () => {
  expect(startsOn(shape('burst', { points: 14, inner: 0.6, uneven: 0 }), 0.85 * 150, 0.85 * 90)).toBe(14);
  const rays = shape('rays', { rays: 20, part: 0.3 });
  expect(startsOn(rays, 80, 80)).toBe(20);
  let on = 0;
  for (let k = 0; k < 7200; k++) {
    const angle = (2 * Math.PI * k) / 7200;
    on += bitAt(rays, Math.floor(180 + 80 * Math.cos(angle)), Math.floor(120 - 80 * Math.sin(angle)));
  }
  expect(on / 7200).toBeCloseTo(0.3, 1);
  // A free middle stays free.
  expect(startsOn(shape('rays', { from: 30 * MM }), 20, 20)).toBe(0);
});

test('panels: rows times columns of them, with gutters as wide as asked', () => {
  const plate = shape('panels', { rows: 3, columns: 4, gutter: 12 * MM, slant: 0, uneven: 0 });
  const starts = (count: number, at: (k: number) => number) => {
    let [n, last] = [0, 0];
    for (let k = 0; k < count; k++) {
      if (at(k) && !last) n++;
      last = at(k);
    }
    return n;
  };
  expect(starts(W, (x) => bitAt(plate, x, 50))).toBe(4);
  expect(starts(H, (y) => bitAt(plate, 50, y))).toBe(3);
  let gap = 0;
  for (let x = 31; x < 329; x++) gap += 1 - bitAt(plate, x, 50);
  expect(gap).toBe(3 * 12);
});

test('a balloon and its tail are one piece without holes', () => {
  for (const body of ['oval', 'box', 'shout']) {
    const plate = shape('speech', { body, tipX: 0.4, tipY: 1.15 });
    // From the middle of the body to the tip all is ink.
    for (let t = 0; t <= 0.9; t += 0.01) {
      const [x, y] = [180 + t * (0.4 * 300 + 30 - 180), 120 + t * (1.15 * 180 + 30 - 120)];
      if (!bitAt(plate, Math.floor(x), Math.floor(y))) throw new Error(`${body} is open at ${t}.`);
    }
  }
});

test('another stencil is taken as much to the side as asked', () => {
  const pass = base.passes[0]!;
  const box = newStencil('a', 'a', [newPart('p', 'rectangle', { ...BOX, width: 50 * MM, height: 40 * MM })]);
  const moved = newStencil('b', 'b', [newPart('q', 'stencil', { stencil: 'a', right: 33 * MM, down: 21 * MM })]);
  const job: Job = {
    ...base,
    stencils: [box, moved],
    passes: [withFill(pass, { stencil: 'b', feed: { ...fillOf(pass).feed, part: 'tint', tint: 1 } })],
  };
  const plate = planPass({ kernels, pictures: () => null }, job, job.passes[0]!).plate.read({
    x: 0,
    y: 0,
    width: W,
    height: H,
    step: 1,
  }) as Bitmap;
  for (let y = 0; y < H; y++) {
    for (let x = 0; x < W; x++) {
      const inside = x >= 63 && x < 113 && y >= 51 && y < 91;
      if (bitAt(plate, x, y) !== (inside ? 1 : 0)) throw new Error(`Pixel ${x}, ${y} is wrong.`);
    }
  }
});
