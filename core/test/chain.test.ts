import {
  type Area,
  bitAt,
  type Bitmap,
  coverage,
  planPass,
  decodeSrgb,
  type Job,
  memorySource,
  packRows,
  type PictureSource,
  sheetPixels,
} from '../src/index.ts';
import { greyPicture, pixelJob } from './jobs.ts';
import { kernels } from './plates.ts';
import { random } from './random.ts';
import { screenOf } from './screens.ts';

function plateOf(job: Job, source: PictureSource, area?: Area): Bitmap {
  const chain = planPass({ kernels, pictures: () => source }, job, job.passes[0]!);
  const { width, height } = sheetPixels(job.sheet);
  const plate = chain.plate.read(area ?? { x: 0, y: 0, width, height, step: 1 });
  chain.release();
  return plate as Bitmap;
}

/** Pixels of a plate that are not what they should be. */
function differing(plate: Bitmap, wanted: (x: number, y: number) => number): number {
  let n = 0;
  for (let y = 0; y < plate.height; y++)
    for (let x = 0; x < plate.width; x++) if (bitAt(plate, x, y) !== wanted(x, y)) n++;
  return n;
}

const hills = (x: number, y: number) => 128 + 100 * Math.sin(x / 37) * Math.cos(y / 23);

describe('a pass over any cutting of the sheet', () => {
  const cases = [
    ['pixel on pixel, 8 bits', 300, {}],
    ['enlarged', 200, {}],
    ['reduced', 700, {}],
    ['one tone a cell', 300, { screen: { oneTone: true, frequency: { value: 22.7, per: 'lpi' as const }, angle: 19 } }],
    [
      'limits and tone',
      300,
      { tone: { lights: 0.1, darks: 0.8, middle: 1.4 }, screen: { smallest: 0.1, solidFrom: 0.9 } },
    ],
  ] as const;
  test.each(cases)('%s: areas of any place and size give the pixels of the whole', (_, size, change) => {
    const source = greyPicture(size, size, hills);
    const job = pixelJob(300, 300, { width: size, height: size }, change);
    const whole = plateOf(job, source);
    const next = random(8);
    for (let n = 0; n < 12; n++) {
      const x = Math.floor(next() * 260);
      const y = Math.floor(next() * 260);
      const area = {
        x,
        y,
        width: 1 + Math.floor(next() * (300 - x - 1)),
        height: 1 + Math.floor(next() * (300 - y - 1)),
        step: 1,
      };
      const part = plateOf(job, source, area);
      expect(differing(part, (u, v) => bitAt(whole, x + u, y + v))).toBe(0);
    }
    expect(packRows(kernels, job, job.passes[0]!, () => source)).toEqual(whole.data);
  });

  test('every third row alone is every third row of the whole', () => {
    const source = greyPicture(450, 450, hills);
    const job = pixelJob(300, 300, { width: 450, height: 450 });
    const whole = plateOf(job, source);
    const some = plateOf(job, source, { x: 0, y: 0, width: 300, height: 300, step: 3 });
    expect(differing(some, (u, v) => bitAt(whole, u, 3 * v))).toBe(0);
  });
});

describe('tone', () => {
  const flat = (value: number) => greyPicture(1200, 1200, () => value);

  test.each([32, 100, 188, 230])('true light: grey %d reflects its own luminance from white paper', (value) => {
    const printed = coverage(plateOf(pixelJob(1200, 1200, { width: 1200, height: 1200 }), flat(value)));
    expect(Math.abs(1 - printed - decodeSrgb(value / 255))).toBeLessThan(1 / 512);
  });

  test.each([32, 100, 188, 230])('even steps: grey %d goes straight to coverage', (value) => {
    const printed = coverage(
      plateOf(pixelJob(1200, 1200, { width: 1200, height: 1200 }, { tone: { meaning: 'even' } }), flat(value)),
    );
    expect(Math.abs(printed - (1 - value / 255))).toBeLessThan(1 / 512);
  });

  test('lights print nothing, darks print solid, and both ends of the screen hold', () => {
    const job = pixelJob(
      1200,
      1200,
      { width: 1200, height: 1200 },
      { tone: { meaning: 'even', lights: 0.2, darks: 0.7 }, screen: { smallest: 0.1, solidFrom: 0.9 } },
    );
    const at = (value: number) => coverage(plateOf(job, flat(value)));
    expect(at(255 * 0.81)).toBe(0);
    expect(at(255 * 0.77)).toBe(0); // a tone of 0.06, under the smallest dot
    expect(at(255 * 0.3)).toBe(1);
    expect(at(255 * 0.33)).toBe(1); // a tone of 0.94, over where solid begins
    expect(at(255 * 0.55)).toBeCloseTo(0.5, 1);
  });

  test('a darker tone never removes a pixel', () => {
    let before: Bitmap | null = null;
    for (let value = 250; value >= 0; value -= 10) {
      const now = plateOf(
        pixelJob(200, 200, { width: 200, height: 200 }),
        greyPicture(200, 200, () => value),
      );
      expect(before?.data.some((byte, k) => byte & ~now.data[k]!) ?? false).toBe(false);
      before = now;
    }
  });
});

describe('feed', () => {
  const rgba = (pixel: (x: number, y: number) => readonly number[]) => {
    const bytes = new Uint8Array(400 * 400 * 4);
    for (let k = 0; k < 400 * 400; k++) bytes.set(pixel(k % 400, Math.floor(k / 400)), 4 * k);
    return memorySource(400, 400, 4, bytes);
  };
  const partOf = (part: 'lightness' | 'r' | 'g' | 'b' | 'alpha', source: PictureSource) =>
    coverage(
      plateOf(pixelJob(400, 400, { width: 400, height: 400 }, { feed: { part }, tone: { meaning: 'light' } }), source),
    );

  test('each part reads its own channel, and lightness weighs them (IEC 61966-2-1)', () => {
    const source = rgba(() => [255, 128, 0, 255]);
    expect(partOf('r', source)).toBe(0);
    expect(partOf('b', source)).toBe(1);
    expect(partOf('g', source)).toBeCloseTo(1 - decodeSrgb(128 / 255), 2);
    expect(partOf('lightness', source)).toBeCloseTo(1 - 0.2126 - 0.7152 * decodeSrgb(128 / 255), 2);
  });

  test('alpha prints where the picture is opaque; elsewhere the paper shows', () => {
    const source = rgba((x) => [0, 0, 0, x < 100 ? 255 : 0]);
    expect(partOf('alpha', source)).toBeCloseTo(0.25, 3);
    expect(partOf('lightness', source)).toBeCloseTo(0.25, 3);
  });

  test('reducing keeps the light of a fine chequer; outside the picture there is paper', () => {
    const chequer = greyPicture(1000, 1000, (x, y) => ((x + y) % 2 ? 255 : 0));
    const job = pixelJob(250, 250, { width: 1000, height: 1000 });
    expect(coverage(plateOf(job, chequer))).toBeCloseTo(0.5, 2);
    const own = pixelJob(300, 300, { width: 1000, height: 1000 }, { feed: { fit: 'own', x: 12.7, y: 0, width: 12.7 } });
    const plate = plateOf(
      own,
      greyPicture(1000, 1000, () => 0),
    );
    expect(coverage(plate)).toBeCloseTo(0.25, 2);
    expect([bitAt(plate, 149, 10), bitAt(plate, 150, 10), bitAt(plate, 299, 149), bitAt(plate, 299, 151)]).toEqual([
      0, 1, 1, 0,
    ]);
  });
});

test('one tone a cell: every dot of a slope is whole, as large as its cell says', () => {
  const job = pixelJob(
    400,
    400,
    { width: 400, height: 400 },
    {
      tone: { meaning: 'even' },
      screen: screenOf(
        'dots',
        { shape: 'SimpleDot' },
        { oneTone: true, angle: 0, frequency: { value: 20, per: 'px' } },
      ),
    },
  );
  const plate = plateOf(
    job,
    greyPicture(400, 400, (x) => (x * 255) / 400),
  );
  for (let c = 1; c < 19; c++) {
    const counts = [];
    for (let r = 1; r < 19; r++) {
      let ink = 0;
      for (let y = 0; y < 20; y++) for (let x = 0; x < 20; x++) ink += bitAt(plate, c * 20 + x, r * 20 + y);
      counts.push(ink);
    }
    // All cells of a column carry the same tone: steps of one pixel, spread between neighbours.
    expect(Math.max(...counts) - Math.min(...counts)).toBeLessThanOrEqual(1);
    expect(Math.abs(counts[0]! / 400 - (1 - (c * 20 + 9.5) / 400))).toBeLessThan(0.006);
  }
});
