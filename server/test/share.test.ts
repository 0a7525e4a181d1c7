import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  byteOfLight,
  checkOutput,
  createKernels,
  decodeSrgb,
  estimateOutput,
  fillOf,
  type Job,
  type OutputName,
  readJob,
  sharedFrame,
  type ShareSettings,
  withFill,
} from '@chromatype/core';
import sharp from 'sharp';
import { outputEnv } from '../src/render/output-env.ts';
import { writeFile } from '../src/render/write-file.ts';
import { jobOf, source } from './plate-jobs.ts';

const folder = mkdtempSync(join(tmpdir(), 'chromatype-share-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const kernels = createKernels();
const pictures = () => source;

const shared = (job: Job, share: Partial<ShareSettings>): Job => ({ ...job, share: { ...job.share, ...share } });

let count = 0;
async function made(job: Job, kind: OutputName): Promise<string> {
  const file = join(folder, `${count++}.out`);
  await writeFile({ kernels, job: readJob(job), asked: { kind }, pictures, file });
  return file;
}

interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly channels: number;
  readonly data: Buffer;
}

/** A file as libvips reads it, its values as they stand in it. */
async function vips(file: string): Promise<Pixels> {
  const { data, info } = await sharp(file).raw().toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, channels: info.channels, data };
}

/** What Pillow says of a file: its format, size, mode, whether its profile is sRGB, and its pixels. */
function pillow(file: string): Pixels & { readonly format: string; readonly mode: string; readonly profile: string } {
  const script = `
import io, json, sys
from PIL import Image, ImageCms
im = Image.open(sys.argv[1])
icc = im.info.get('icc_profile')
name = ImageCms.getProfileDescription(ImageCms.ImageCmsProfile(io.BytesIO(icc))).strip() if icc else ''
sys.stdout.buffer.write(json.dumps([im.format, im.mode, im.width, im.height, name]).encode() + b'\\n' + im.tobytes())`;
  const out = execFileSync('/usr/bin/python3', ['-c', script, file], { maxBuffer: 1e8 });
  const at = out.indexOf(10);
  const [format, mode, width, height, profile] = JSON.parse(out.subarray(0, at).toString());
  return { format, mode, width, height, profile, channels: mode.length, data: out.subarray(at + 1) };
}

/** A job of three inks, each of a channel of the picture: no separation, whose plates would depend on the stock. */
const job: Job = (({ sheet, passes, ...rest }) => ({
  ...rest,
  sheet: { ...sheet, bleed: 0 },
  separations: [],
  passes: passes
    .filter((p) => p.on)
    .map((p, k) =>
      withFill(p, { feed: { ...fillOf(p).feed, separation: null, part: (['r', 'g', 'b'] as const)[k % 3]! } }),
    ),
}))(jobOf('harbour-three'));
const covering = (own: Job): Job => ({
  ...own,
  passes: own.passes.map((p) => ({
    ...p,
    ink: { ...p.ink, measured: null, meets: 'overprint', opacity: 1, strength: 1 },
  })),
});
const onStock = (own: Job, colour: string): Job => ({
  ...own,
  sheet: { ...own.sheet, stock: { ...own.sheet.stock, colour, measured: null, texture: 'none' } },
});

/** How far Pillow's own WebP of quality 95 is from some pixels, on the mean. */
function webpError({ width, height, data }: Pixels): number {
  const script = `
import io, sys
from PIL import Image
im = Image.frombytes('RGB', (${width}, ${height}), sys.stdin.buffer.read())
out = io.BytesIO()
im.save(out, 'WEBP', quality=95)
sys.stdout.buffer.write(Image.open(out).convert('RGB').tobytes())`;
  const theirs = execFileSync('/usr/bin/python3', ['-c', script], { input: data, maxBuffer: 1e8 });
  return theirs.reduce((sum, v, k) => sum + Math.abs(v - data[k]!), 0) / data.length;
}

/** The greatest of many numbers. */
const most = (values: readonly number[]): number => values.reduce((a, b) => Math.max(a, b), 0);

/** Box averages in linear light of the whole print, for a picture of so many pixels. */
function boxes(whole: Pixels, width: number, height: number, scale: number): Float64Array {
  const out = new Float64Array(3 * width * height);
  const weights = new Float64Array(width * height);
  for (let y = 0; y < whole.height; y++) {
    for (let x = 0; x < whole.width; x++) {
      for (let v = Math.floor(y * scale); v < Math.min(height, (y + 1) * scale); v++) {
        for (let u = Math.floor(x * scale); u < Math.min(width, (x + 1) * scale); u++) {
          const across = Math.min(u + 1, (x + 1) * scale) - Math.max(u, x * scale);
          const down = Math.min(v + 1, (y + 1) * scale) - Math.max(v, y * scale);
          if (across <= 0 || down <= 0) continue;
          const at = v * width + u;
          weights[at]! += across * down;
          for (let c = 0; c < 3; c++)
            out[3 * at + c]! +=
              across * down * decodeSrgb(whole.data[whole.channels * (y * whole.width + x) + c]! / 255);
        }
      }
    }
  }
  return out.map((sum, k) => sum / weights[Math.floor(k / 3)]!);
}

test.each([
  ['share-png', 'PNG', 'RGB'],
  ['share-jpeg', 'JPEG', 'RGB'],
  ['share-webp', 'WEBP', 'RGB'],
] as const)('%s is read by Pillow and libvips: size, sRGB profile, no alpha', async (kind, format, mode) => {
  const asked = shared(job, { by: 'width', width: 240, quality: 95 });
  const frame = sharedFrame(asked);
  const file = await made(asked, kind);
  const seen = pillow(file);
  expect([seen.format, seen.mode, seen.width, seen.height]).toEqual([format, mode, 240, frame.height]);
  expect(seen.profile).toMatch(/sRGB/i);
  const png = await vips(await made(asked, 'share-png'));
  const again = await vips(file);
  expect([again.width, again.height, again.channels]).toEqual([240, frame.height, 3]);
  const [a, b] = [again.data, png.data];
  const error = a.reduce((sum, v, k) => sum + Math.abs(v - b[k]!), 0) / a.length;
  // WebP holds colours in half the pixels: ours is as near as the library's own of the same quality.
  const like = kind === 'share-webp' ? 1.1 * webpError(png) : 4;
  expect(error).toBeLessThan(kind === 'share-png' ? 1e-9 : like);
});

test.each(['share-jpeg', 'share-webp'] as const)(
  '%s: less quality is a smaller file, and is what it was asked for',
  async (kind) => {
    const sizes = await Promise.all(
      [30, 90].map(async (quality) => statSync(await made(shared(job, { width: 300, quality }), kind)).size),
    );
    expect(sizes[0]!).toBeLessThan(0.7 * sizes[1]!);
    if (kind !== 'share-jpeg') return;
    // Pillow's own JPEG of the same quality has the same table of quantization (IJG scaling, common practice).
    const file = await made(shared(job, { width: 300, quality: 72 }), kind);
    const script = `
import io, sys
from PIL import Image
im = Image.open(sys.argv[1])
out = io.BytesIO()
Image.new('RGB', (16, 16)).save(out, 'JPEG', quality=72)
print(list(im.quantization[0]) == list(Image.open(out).quantization[0]))`;
    expect(execFileSync('/usr/bin/python3', ['-c', script, file]).toString().trim()).toBe('True');
  },
);

test.each([0.25, 0.37, 0.08])(
  'reduced to %d, each pixel is the box average of the print in linear light',
  async (scale) => {
    const whole = await vips(await made(shared(job, { by: 'scale', scale: 1 }), 'share-png'));
    const sheet = await vips(await made(job, 'sheet'));
    expect(whole.data.equals(sheet.data)).toBe(true);
    const small = await vips(await made(shared(job, { by: 'scale', scale }), 'share-png'));
    const wanted = boxes(whole, small.width, small.height, scale);
    expect(most(Array.from(wanted, (light, k) => Math.abs(small.data[k]! - byteOfLight(light))))).toBeLessThanOrEqual(
      1,
    );
  },
);

test('enlarged, every pixel of the print is a square with hard edges', async () => {
  const whole = await vips(await made(shared(job, { by: 'scale', scale: 1 }), 'share-png'));
  const large = await vips(await made(shared(job, { by: 'scale', scale: 3 }), 'share-png'));
  expect([large.width, large.height]).toEqual([3 * whole.width, 3 * whole.height]);
  for (let y = 0; y < large.height; y += 7) {
    for (let x = 0; x < large.width; x++) {
      const at = 3 * (Math.floor(y / 3) * whole.width + Math.floor(x / 3));
      const own = 3 * (y * large.width + x);
      if (large.data.compare(whole.data, at, at + 3, own, own + 3) !== 0) throw new Error(`Pixel ${x}, ${y} is wrong.`);
    }
  }
  // Halfway between two pixels is their mean in light.
  const half = await vips(await made(shared(job, { by: 'scale', scale: 1.5 }), 'share-png'));
  for (let x = 1; x < half.width - 1; x += 3) {
    const left = (x - 1) / 1.5;
    for (let c = 0; c < 3; c++) {
      const mean =
        (decodeSrgb(whole.data[3 * left + c]! / 255) + decodeSrgb(whole.data[3 * (left + 1) + c]! / 255)) / 2;
      expect(Math.abs(half.data[3 * x + c]! - byteOfLight(mean))).toBeLessThanOrEqual(1);
    }
  }
});

/** A picture with alpha laid on a colour, as any program lays it. */
function laid({ data, channels }: Pixels, ground: readonly number[]): number[] {
  if (channels !== 4) throw new Error('It has no alpha.');
  const out: number[] = [];
  for (let k = 0; k < data.length; k += 4) {
    const alpha = data[k + 3]! / 255;
    for (let c = 0; c < 3; c++) out.push(data[k + c]! * alpha + ground[c]! * (1 - alpha));
  }
  return out;
}

const hexOf = (rgb: readonly number[]): string => `#${rgb.map((v) => v.toString(16).padStart(2, '0')).join('')}`;

test('ink only, where inks cover: over any ground it is the print on that stock', async () => {
  const alone = await vips(
    await made(shared(covering(onStock(job, '#ffffff')), { by: 'scale', scale: 1, ground: 'ink' }), 'share-png'),
  );
  for (const ground of [
    [0, 0, 0],
    [245, 236, 215],
    [27, 31, 42],
    [200, 30, 90],
  ]) {
    const print = await vips(
      await made(shared(covering(onStock(job, hexOf(ground))), { by: 'scale', scale: 1 }), 'share-png'),
    );
    const worst = most(laid(alone, ground).map((v, k) => Math.abs(v - print.data[k]!)));
    expect(worst).toBeLessThanOrEqual(1);
  }
});

test.each([
  ['share-png', 1],
  ['share-png', 0.21],
] as const)(
  '%s at %d, ink only of inks that let light through: over its own stock, whatever that is, it is the print',
  async (kind, scale) => {
    for (const ground of [
      [255, 255, 255],
      [245, 236, 215],
      [90, 140, 60],
      [14, 20, 33],
    ]) {
      const own = onStock(job, hexOf(ground));
      const alone = await vips(await made(shared(own, { by: 'scale', scale, ground: 'ink', quality: 100 }), kind));
      expect(alone.channels).toBe(4);
      const print = await vips(await made(shared(own, { by: 'scale', scale }), 'share-png'));
      const worst = most(laid(alone, ground).map((v, k) => Math.abs(v - print.data[k]!)));
      expect(worst).toBeLessThanOrEqual(1.001);
    }
  },
);

test('bleed is left out unless it is asked for, to the pixel', async () => {
  const bled: Job = { ...job, sheet: { ...job.sheet, bleed: 1 } };
  const edge = Math.round((1 / 25.4) * job.sheet.ppi);
  const [trimmed, whole] = await Promise.all(
    [false, true].map(async (bleed) => vips(await made(shared(bled, { by: 'scale', scale: 1, bleed }), 'share-png'))),
  );
  expect(whole!.width - trimmed!.width).toBe(2 * edge);
  const row = (p: Pixels, x: number, y: number, n: number) =>
    p.data.subarray(3 * (y * p.width + x), 3 * (y * p.width + x + n));
  for (const y of [0, 5, trimmed!.height - 1])
    expect(row(trimmed!, 0, y, trimmed!.width).equals(row(whole!, edge, y + edge, trimmed!.width))).toBe(true);
});

test.each(['share-png', 'share-jpeg', 'share-webp'] as const)(
  'the size of %s is said beforehand, within a fifth',
  async (kind) => {
    const fill = fillOf(job.passes[0]!);
    const large: Job = {
      ...job,
      sheet: { ...job.sheet, width: 120, height: 110, stock: { ...job.sheet.stock, texture: 'newsprint' } },
      passes: [withFill(job.passes[0]!, { screen: { ...fill.screen, frequency: { value: 20, per: 'lpi' } } })],
    };
    for (const scale of [1, 0.3]) {
      const asked = readJob(shared(large, { by: 'scale', scale, quality: 80 }));
      const { size } = statSync(await made(asked, kind));
      const said = await estimateOutput(await outputEnv(kernels, pictures), asked, { kind });
      expect(Math.abs(said / size - 1)).toBeLessThan(0.2);
    }
  },
);

test('what a format cannot hold is refused in one sentence', () => {
  const check = (share: Partial<ShareSettings>, kind: OutputName) => () =>
    checkOutput(readJob(shared(job, share)), { kind });
  expect(check({ by: 'width', width: 70000 }, 'share-jpeg')).toThrow(
    /^A JPEG can have at most 65535 pixels on a side and this one would have 70000 × \d+; choose a smaller size\.$/,
  );
  expect(check({ by: 'height', height: 17000 }, 'share-webp')).toThrow(
    'A WebP can have at most 16383 pixels on a side',
  );
  expect(check({ ground: 'ink' }, 'share-jpeg')).toThrow('A JPEG cannot be transparent');
  expect(check({ by: 'width', width: 70000 }, 'share-png')).not.toThrow();
  expect(check({ ground: 'ink' }, 'share-webp')).not.toThrow();
});

test('a shared PNG passes the checker of the format', async () => {
  const file = join(folder, 'checked.png');
  writeFileSync(file, readFileSync(await made(shared(job, { width: 200, ground: 'ink' }), 'share-png')));
  expect(execFileSync('pngcheck', [file]).toString()).toMatch(/OK/);
});
