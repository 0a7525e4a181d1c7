import {
  createFill,
  createFlooder,
  createKernels,
  type Fill,
  type FloodHow,
  type Job,
  memorySource,
  newPart,
  newStencil,
  planPass,
  prepareSubject,
  subjectMatte,
  type PictureSource,
} from '@chromatype/core';
import { HEIGHT, plateJob, WIDTH } from './plate-job.ts';
import { median, ms, type Row, timed } from './statistics.ts';

/** A page of line art: panels, and three thousand outlines drawn over each other. */
function inkedPage(channels: 1 | 4): PictureSource {
  const pixels = new Uint8Array(WIDTH * HEIGHT * channels).fill(255);
  const dot = (x: number, y: number): void => {
    if (x < 0 || y < 0 || x >= WIDTH || y >= HEIGHT) return;
    pixels.fill(20, (y * WIDTH + x) * channels, (y * WIDTH + x) * channels + Math.min(3, channels));
  };
  let seed = 1;
  const next = () => {
    seed = (seed * 1103515245 + 12345) & 0x7fffffff;
    return seed / 0x7fffffff;
  };
  const [across, down] = [WIDTH / 3, HEIGHT / 4];
  for (let y = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++) if (x % across < 12 || y % down < 12) dot(x, y);
  }
  for (let n = 0; n < 3000; n++) {
    const [cx, cy, r] = [next() * WIDTH, next() * HEIGHT, 10 + 90 * next()];
    for (let a = 0.05; a < 6.283; a += 0.5 / r) {
      for (let t = 0; t < 4; t++) dot(Math.round(cx + (r + t) * Math.cos(a)), Math.round(cy + (r + t) * Math.sin(a)));
    }
  }
  return memorySource(WIDTH, HEIGHT, channels, pixels);
}

/** White spots of the page, in several of its panels. */
function whiteSpots(source: PictureSource, count: number): [number, number][] {
  const spots: [number, number][] = [];
  for (let k = 1; spots.length < count; k++) {
    const [x, y] = [(k * 733) % WIDTH, (k * 1009) % HEIGHT];
    if (source.read(y, 1)[x * source.channels] === 255) spots.push([x, y]);
  }
  return spots;
}

const CLICKS = 9;

/** Clicks of a flood, with the page looked up before as the interface does it, and without. */
function floodRow(name: string, source: PictureSource, how: Partial<FloodHow>): Row[] {
  const kernels = createKernels();
  const spots = whiteSpots(source, CLICKS + 1);
  const make = () => createFlooder(kernels, source, { tolerance: 0.15, joined: true, gap: 0, reach: 1, ...how });
  // As the tool is taken, the most frequent colour is looked up.
  const ready = make();
  ready.prepare(...spots[0]!);
  const clicks = spots.slice(1).map((spot) => timed(1, () => ready.add(...spot))[0]!);
  ready.release();
  // A click on a colour that was not looked up before.
  const sudden = spots.slice(1).map((spot) => {
    const flooder = make();
    const [took] = timed(1, () => flooder.add(...spot));
    flooder.release();
    return took!;
  });
  const row = (what: string, took: readonly number[]): Row => {
    const worst = Math.max(...took);
    const work = `Flood of a 6000 × 4000 page, ${name}: ${what}`;
    return { work, measured: ms(worst), asked: '80 ms', holds: worst <= 80, value: worst };
  };
  return [row('slowest click', clicks), row('slowest click on a colour not looked up before', sudden)];
}

const mark = (does: 'subject' | 'behind', ...points: number[]) => ({
  does,
  size: 0.02,
  hardness: 1,
  strength: 1,
  points: Array.from({ length: points.length / 2 }, (_, k) => [points[2 * k]!, points[2 * k + 1]!, 1]).flat(),
});

/** Six strokes one after the other, each of which finds the subject anew. */
function subjectRows(source: PictureSource): Row[] {
  const strokes = [
    mark('subject', 0.45, 0.3, 0.55, 0.4),
    mark('behind', 0.05, 0.05, 0.95, 0.08),
    mark('behind', 0.05, 0.6, 0.3, 0.62),
    mark('subject', 0.6, 0.45, 0.62, 0.5),
    mark('behind', 0.7, 0.6, 0.95, 0.62),
    mark('subject', 0.5, 0.2, 0.5, 0.3),
  ];
  prepareSubject(source);
  const took = [2, 3, 4, 5, 6].map((count) => timed(1, () => subjectMatte(source, strokes.slice(0, count)))[0]!);
  const worst = Math.max(...took);
  const work = 'Subject by rough strokes, 24 MP: slowest stroke of five';
  return [{ work, measured: ms(worst), asked: '300 ms', holds: worst <= 300, value: worst }];
}

/** A plate of 24 megapixels with many tints of three grids, each in a stencil of its own. */
function fillsRow(): Row[] {
  const kernels = createKernels();
  const base = plateJob();
  const { width, height } = base.sheet;
  const count = 40;
  const stencils = Array.from({ length: count }, (_, k) => {
    const box = {
      x: ((k * 37) % 80) * 0.01 * width,
      y: ((k * 53) % 80) * 0.01 * height,
      width: width / 5,
      height: height / 5,
    };
    return newStencil(`s${k}`, `s${k}`, [newPart('a', 'ellipse', box)]);
  });
  const fills = stencils.map(({ id }, k): Fill => {
    const fill = createFill(`f${k}`, null);
    const feed = { ...fill.feed, part: 'tint' as const, tint: 0.1 + 0.02 * k };
    return { ...fill, stencil: id, feed, screen: { ...fill.screen, angle: 15 * (k % 3) } };
  });
  const pass = { ...base.passes[0]!, fills: fills as [Fill, ...Fill[]] };
  const job: Job = { ...base, stencils, passes: [pass] };
  const all = () => {
    const plan = planPass({ kernels, pictures: () => null }, job, pass);
    for (let y = 0; y < HEIGHT; y += 256) {
      plan.plate.read({ x: 0, y, width: WIDTH, height: Math.min(256, HEIGHT - y), step: 1 });
    }
    plan.release();
  };
  timed(1, all);
  const took = median(timed(3, all));
  const work = `Plate of ${count} fills in stencils, 24 MP, one thread`;
  return [{ work, measured: ms(took), asked: '—', holds: true, value: took }];
}

/** What stencils take: `photo` is a 24-megapixel picture in colour. */
export function stencilRows(photo: Uint8Array): Row[] {
  const grey = inkedPage(1);
  return [
    ...floodRow('grey, no gaps', grey, {}),
    ...floodRow('grey, gaps of 12 px', grey, { gap: 12 }),
    ...floodRow('colour, gaps of 12 px', inkedPage(4), { gap: 12 }),
    ...subjectRows(memorySource(WIDTH, HEIGHT, 4, photo)),
    ...fillsRow(),
  ];
}
