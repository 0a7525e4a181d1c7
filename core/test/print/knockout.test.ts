import {
  bitAt,
  type Bitmap,
  createPass,
  fillOf,
  type Job,
  type Pass,
  type PictureSource,
  planPass,
  plateKey,
  sheetPixels,
  withFill,
} from '../../src/index.ts';
import { greyPicture, pixelJob } from '../jobs.ts';
import { kernels } from '../plates.ts';

const [WIDTH, HEIGHT] = [211, 120];
const ramp = greyPicture(WIDTH, HEIGHT, (x) => 40 + (170 * x) / WIDTH);
const base = pixelJob(WIDTH, HEIGHT, { width: WIDTH, height: HEIGHT });
const pictures = (): PictureSource => ramp;
const area = { x: 0, y: 0, ...sheetPixels(base.sheet), step: 1 };
const plateOf = (job: Job, id: string, over = area) =>
  planPass({ kernels, pictures }, job, job.passes.find((p) => p.id === id)!).plate.read(over) as Bitmap;

function two(ink: Partial<Pass['ink']>, above: Partial<Pass> = {}): Job {
  const passes = ['lower', 'upper'].map((id, k) => {
    const pass = createPass(id, k, 'a');
    const screen = { ...fillOf(pass).screen, angle: 20 + 40 * k, frequency: { value: 12, per: 'lpi' as const } };
    return withFill(pass, { screen });
  });
  const upper = { ...passes[1]!, ink: { ...passes[1]!.ink, ...ink }, ...above };
  return { ...base, passes: [passes[0]!, upper] };
}

const bits = (plate: Bitmap): boolean[] => {
  const out: boolean[] = [];
  for (let y = 0; y < plate.height; y++) for (let x = 0; x < plate.width; x++) out.push(bitAt(plate, x, y) === 1);
  return out;
};

test('a pass that knocks out leaves the plates beneath bare where it prints, and its own plate as it is', () => {
  const plain = two({});
  const job = two({ meets: 'knockout' });
  const [lower, upper, cut] = [plateOf(plain, 'lower'), plateOf(plain, 'upper'), plateOf(job, 'lower')].map(bits);
  cut!.forEach((ink, k) => {
    if (ink !== (lower![k]! && !upper![k]!)) throw new Error(`Pixel ${k} is wrong.`);
  });
  expect(bits(plateOf(job, 'upper'))).toEqual(upper);
  expect(plateKey(job, job.passes[0]!)).not.toBe(plateKey(plain, plain.passes[0]!));
  expect(plateKey(job, job.passes[1]!)).toBe(plateKey(plain, plain.passes[1]!));
  // Hidden, it knocks out nothing.
  const hidden = two({ meets: 'knockout' }, { on: false });
  expect(bits(plateOf(hidden, 'lower'))).toEqual(lower);
});

test('with a trap, inks beneath reach under the edge by just that much', () => {
  const trap = (3.5 / 300) * 25.4;
  const [lower, upper] = ['lower', 'upper'].map((id) => bits(plateOf(two({}), id)));
  const cut = bits(plateOf(two({ meets: 'knockout', trap }), 'lower'));
  const inside = (k: number): boolean => {
    const [x, y] = [k % area.width, Math.floor(k / area.width)];
    for (let dy = -3; dy <= 3; dy++) {
      for (let dx = -3; dx <= 3; dx++) {
        if (dx * dx + dy * dy > 3.5 * 3.5) continue;
        const [u, v] = [x + dx, y + dy];
        if (u < 0 || v < 0 || u >= area.width || v >= area.height) continue;
        if (!upper![v * area.width + u]) return false;
      }
    }
    return true;
  };
  let kept = 0;
  cut.forEach((ink, k) => {
    const expected = lower![k]! && !inside(k);
    if (ink !== expected) throw new Error(`Pixel ${k % area.width}, ${Math.floor(k / area.width)} is wrong.`);
    if (ink && upper![k]) kept++;
  });
  expect(kept).toBeGreaterThan(100);
});

test.each([
  [13, 5],
  [-9, -17],
  [40, -3],
])('a second impression of a plate lies %d and %d pixels further, pixel for pixel', (right, down) => {
  const mm = (pixels: number) => (pixels / 300) * 25.4;
  const plain = two({});
  const moved = two({}, { impression: { right: mm(right), down: mm(down) } });
  const [own, placed] = [plateOf(plain, 'upper'), plateOf(moved, 'upper')];
  for (let y = 0; y < area.height; y++) {
    for (let x = 0; x < area.width; x++) {
      const [u, v] = [x - right, y - down];
      const inside = u >= 0 && v >= 0 && u < area.width && v < area.height;
      if (bitAt(placed, x, y) !== (inside ? bitAt(own, u, v) : 0)) throw new Error(`Pixel ${x}, ${y} is wrong.`);
    }
  }
  // Areas, and every third row of them, are parts of the whole.
  const part = plateOf(moved, 'upper', { x: 48, y: 7, width: 72, height: 61, step: 3 });
  for (let k = 0; k < part.height; k++) {
    for (let x = 0; x < part.width; x++) {
      if (bitAt(part, x, k) !== bitAt(placed, 48 + x, 7 + 3 * k)) throw new Error(`Row ${k} is wrong.`);
    }
  }
});
