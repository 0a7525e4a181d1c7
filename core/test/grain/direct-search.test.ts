import sharp from 'sharp';
import { existsSync, readFileSync } from 'node:fs';
import { PICTURES } from '../../../demo/src/pictures/index.ts';
import {
  bitAt,
  type Bitmap,
  countInk,
  packRows,
  planPass,
  decodeSrgb,
  memorySource,
  type PictureSource,
} from '../../src/index.ts';
import { pixelJob } from '../jobs.ts';
import { kernels } from '../plates.ts';
import { screenOf } from '../screens.ts';

const SIDE = 160;

/** A demo picture: its file if scripts/test.sh has made it, or else it is drawn here, which takes a minute. */
async function demoPicture(name: keyof typeof PICTURES): Promise<Buffer> {
  const file = new URL(`../../../data/demo/${name}`, import.meta.url);
  return existsSync(file) ? readFileSync(file) : PICTURES[name]!();
}

async function small(made: Promise<Buffer>, left: number, top: number): Promise<PictureSource> {
  const grey = await sharp(await made)
    .resize({ height: 640 })
    .flatten({ background: '#ffffff' })
    .extract({ left, top, width: SIDE, height: SIDE })
    .toColourspace('b-w')
    .raw()
    .toBuffer();
  return memorySource(SIDE, SIDE, 1, new Uint8Array(grey));
}

function print(source: PictureSource, method: string): Bitmap {
  const screen = screenOf('grain', { method });
  const job = pixelJob(SIDE, SIDE, source, { tone: { meaning: 'light' }, screen });
  const chain = planPass({ kernels, pictures: () => source }, job, job.passes[0]!);
  const plate = chain.plate.read({ x: 0, y: 0, width: SIDE, height: SIDE, step: 1 });
  chain.release();
  return plate as Bitmap;
}

/** Root mean square of print minus picture, in light, seen through a bell of the given deviation in pixels. */
function seenError(plate: Bitmap, source: PictureSource, deviation: number): number {
  const reach = Math.ceil(4 * deviation);
  const bell = Float64Array.from({ length: 2 * reach + 1 }, (_, k) =>
    Math.exp(-((k - reach) ** 2) / (2 * deviation ** 2)),
  );
  const sum = bell.reduce((a, b) => a + b, 0);
  const grey = source.read(0, SIDE);
  let error = Float64Array.from({ length: SIDE * SIDE }, (_, k) => {
    const light = 1 - bitAt(plate, k % SIDE, Math.floor(k / SIDE));
    return light - decodeSrgb(grey[k]! / 255);
  });
  for (const [dx, dy] of [
    [1, 0],
    [0, 1],
  ] as const) {
    const next = new Float64Array(SIDE * SIDE);
    for (let y = 0; y < SIDE; y++) {
      for (let x = 0; x < SIDE; x++) {
        for (let k = -reach; k <= reach; k++) {
          const [u, v] = [x + k * dx, y + k * dy];
          if (u >= 0 && v >= 0 && u < SIDE && v < SIDE)
            next[y * SIDE + x]! += (bell[k + reach]! / sum) * error[v * SIDE + u]!;
        }
      }
    }
    error = next;
  }
  let squares = 0;
  for (const e of error) squares += e * e;
  return Math.sqrt(squares / error.length);
}

// Analoui & Allebach 1992 state the aim: less error than diffusion as the eye filters it. The filters are
// our own bells of 1.3 pixels (the one that is searched with) and of 2.
test.each([
  ['harbour', () => small(demoPicture('harbour-dusk.jpg'), 420, 260)],
  ['still life', () => small(demoPicture('studio-still-life.png'), 200, 200)],
] as const)(
  '%s: direct search has less error than Floyd–Steinberg, seen through two bells',
  async (_, make) => {
    const source = await make();
    const searched = print(source, 'direct-binary-search');
    const diffused = print(source, 'floyd-steinberg');
    const ratios = [1.3, 2].map((s) => seenError(searched, source, s) / seenError(diffused, source, s));
    expect(Math.max(...ratios)).toBeLessThan(0.9);
  },
  180_000,
);

test('bands of the sheet meet without a seam: the error at their edges is that of the middle', async () => {
  const source = memorySource(
    SIDE,
    SIDE,
    1,
    Uint8Array.from({ length: SIDE * SIDE }, (_, k) => 60 + (k % SIDE)),
  );
  const plate = print(source, 'direct-binary-search');
  const rowError = (y: number) => {
    let sum = 0;
    for (let x = 0; x < SIDE; x++) sum += 1 - bitAt(plate, x, y) - decodeSrgb((60 + x) / 255);
    return Math.abs(sum) / SIDE;
  };
  const seams = [63, 64, 127, 128].map(rowError);
  const others = Array.from({ length: 40 }, (_, k) => rowError(70 + k));
  expect(Math.max(...seams)).toBeLessThanOrEqual(Math.max(...others) * 1.5);
});

test('tone is kept within 0.002 over all 256 greys (definition of a print that keeps the mean)', () => {
  const side = 128;
  let worst = 0;
  for (let grey = 0; grey < 256; grey++) {
    const flat = memorySource(side, side, 1, new Uint8Array(side * side).fill(grey));
    const job = pixelJob(side, side, flat, {
      tone: { meaning: 'even' },
      screen: screenOf('grain', { method: 'direct-binary-search' }),
    });
    const bits = packRows(kernels, job, job.passes[0]!, () => flat);
    worst = Math.max(worst, Math.abs(countInk(bits) / (side * side) - (1 - grey / 255)));
  }
  expect(worst).toBeLessThan(0.002);
}, 180_000);

test('a ramp into the highlights and the shadows has no edge: every column carries its tone', () => {
  const [width, height] = [256, 192];
  for (const from of [0, 0.95]) {
    const tone = (x: number) => from + (0.05 * x) / (width - 1);
    const ramp = memorySource(
      width,
      height,
      1,
      Uint8Array.from({ length: width * height }, (_, k) => Math.round(255 * (1 - tone(k % width)))),
    );
    const job = pixelJob(width, height, ramp, {
      tone: { meaning: 'even' },
      screen: screenOf('grain', { method: 'direct-binary-search' }),
    });
    const chain = planPass({ kernels, pictures: () => ramp }, job, job.passes[0]!);
    const plate = chain.plate.read({ x: 0, y: 0, width, height, step: 1 }) as Bitmap;
    chain.release();
    for (let left = 0; left < width; left += 32) {
      let [ink, wanted] = [0, 0];
      for (let y = 0; y < height; y++) {
        for (let x = left; x < left + 32; x++) {
          ink += bitAt(plate, x, y);
          wanted += 1 - ramp.read(0, 1)[x]! / 255;
        }
      }
      expect(Math.abs(ink - wanted) / (32 * height)).toBeLessThan(0.002);
    }
  }
});
