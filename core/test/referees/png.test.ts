import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  bitAt,
  fillOf,
  withFill,
  type Bitmap,
  type Job,
  type OutputAsked,
  passesFor,
  packRows,
  printingPasses,
  sheetColours,
  STARTER_INKS,
} from '../../src/index.ts';
import { greyPicture, pixelJob } from '../jobs.ts';
import { outputBytes } from '../outputs.ts';
import { kernels } from '../plates.ts';
import { screenOf } from '../screens.ts';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'png-'));
});
afterAll(() => rmSync(folder, { recursive: true }));

const source = greyPicture(333, 200, (x, y) => 255 * Math.abs(Math.sin(x / 60 + y / 80)));

async function write(job: Job, asked: OutputAsked): Promise<{ file: string; plates: Bitmap[] }> {
  const passes = passesFor(job, asked);
  const file = join(folder, `${asked.kind}-${passes.length}.png`);
  writeFileSync(file, await outputBytes(job, asked, () => source));
  const plates = passes.map((pass) => packRows(kernels, job, pass, () => source));
  return { file, plates: plates.map((data) => ({ width: 333, height: 200, stride: 42, data })) };
}

/** The file as another library reads it: mode, pixels an inch and RGB rows. */
function read(file: string): { mode: string; dpi: number; rgb: Buffer } {
  const script = `
import sys
from PIL import Image
im = Image.open(sys.argv[1])
sys.stdout.buffer.write(('%s %.3f\\n' % (im.mode, im.info['dpi'][0])).encode())
sys.stdout.buffer.write(im.convert('RGB').tobytes())`;
  const out = execFileSync('/usr/bin/python3', ['-c', script, file], { maxBuffer: 1e8 });
  const end = out.indexOf(10);
  const [mode, dpi] = out.subarray(0, end).toString().split(' ');
  return { mode: mode!, dpi: Number(dpi), rgb: out.subarray(end + 1) };
}

const manyPasses = (job: Job, count: number): Job => ({
  ...job,
  passes: Array.from({ length: count }, (_, k) => ({
    ...withFill(job.passes[0]!, { screen: { ...fillOf(job.passes[0]!).screen, angle: 20 * k } }),
    id: `p${k}`,
    ink: { ...STARTER_INKS[k % 6]!, strength: 1 - k / 20 },
  })),
});

describe('PNG files, read by libraries that we did not write', () => {
  const base = pixelJob(333, 200, source);

  test('a plate is one-bit, black where ink is, at the resolution of the sheet', async () => {
    const { file, plates } = await write(base, { kind: 'plate', pass: 'p' });
    expect(execFileSync('pngcheck', [file], { encoding: 'utf8' })).toMatch(/OK: .*333x200, 1-bit grayscale/);
    const { mode, dpi, rgb } = read(file);
    expect(mode).toBe('1');
    expect(dpi).toBeCloseTo(300, 1);
    let different = 0;
    for (let y = 0; y < 200; y++)
      for (let x = 0; x < 333; x++) if (rgb[(y * 333 + x) * 3] !== (bitAt(plates[0]!, x, y) ? 0 : 255)) different++;
    expect(different).toBe(0);
  });

  test.each([1, 2, 3, 5, 8])('a sheet of %d passes has each overprint in its own colour', async (count) => {
    const job = manyPasses(base, count);
    const { file, plates } = await write(job, { kind: 'sheet' });
    execFileSync('pngcheck', ['-q', file]);
    const { rgb } = read(file);
    const colours = sheetColours(job.sheet, printingPasses(job));
    for (let y = 0; y < 200; y++) {
      for (let x = 0; x < 333; x++) {
        const code = plates.reduce((c, p, k) => c | (bitAt(p, x, y) << k), 0);
        const at = (y * 333 + x) * 3;
        if (
          rgb[at] !== colours[3 * code] ||
          rgb[at + 1] !== colours[3 * code + 1] ||
          rgb[at + 2] !== colours[3 * code + 2]
        ) {
          throw new Error(`pixel ${x}, ${y} has another colour than overprint ${code}`);
        }
      }
    }
  });

  test.each([2, 6, 9, 16])('a plate of grains of %d pixels, whose rows repeat, is read back whole', async (size) => {
    const wide = greyPicture(1500, 1200, (x, y) => 255 * Math.abs(Math.sin(x / 160 + y / 230)));
    const job = pixelJob(1500, 1200, wide, { screen: screenOf('grain', { method: 'stucki', size }) });
    const file = join(folder, `grain-${size}.png`);
    writeFileSync(file, await outputBytes(job, { kind: 'plate', pass: 'p' }, () => wide));
    execFileSync('pngcheck', ['-q', file]);
    const { rgb } = read(file);
    let mixed = 0;
    for (let k = 0; k < 1500 * 1200; k++) {
      const [x, y] = [k % 1500, Math.floor(k / 1500)];
      if (rgb[3 * k] !== rgb[3 * ((y - (y % size)) * 1500 + x - (x % size))]) mixed++;
    }
    expect(mixed).toBe(0);
  });

  test('levels are greys, a palette is its colours', async () => {
    const palette = ['#102030', '#c0a080', '#ffffff'];
    const levels = pixelJob(333, 200, source, { screen: screenOf('grain', { prints: 'levels', levels: 5 }) });
    const colours = pixelJob(333, 200, source, { screen: screenOf('grain', { prints: 'palette', palette }) });
    const found = async (job: Job) => {
      const { rgb } = read((await write(job, { kind: 'plate', pass: 'p' })).file);
      return new Set(Array.from({ length: 333 * 200 }, (_, k) => rgb.subarray(3 * k, 3 * k + 3).toString('hex')));
    };
    expect(await found(levels)).toEqual(
      new Set([0, 64, 127, 191, 255].map((v) => Buffer.from([v, v, v]).toString('hex'))),
    );
    expect(await found(colours)).toEqual(new Set(palette.map((hex) => hex.slice(1))));
  });

  test('a sheet without any pass is bare stock', async () => {
    const { file } = await write({ ...base, passes: [] }, { kind: 'sheet' });
    expect(new Set(read(file).rgb)).toEqual(new Set([255]));
  });
});
