import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { SaxesParser } from 'saxes';
import {
  checkOutput,
  estimateOutput,
  type Job,
  OutputError,
  printingPasses,
  repeatRegion,
  swatchSize,
} from '../../src/index.ts';
import { outputBytes, outputEnv } from '../outputs.ts';
import { lpi, screenOf } from '../screens.ts';
import { BLOB, blobJob, inkOf, seamExcess, swatchOf } from './swatches.ts';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'swatches-'));
});
afterAll(() => rmSync(folder, { recursive: true }));

const KINDS = ['square', 'half-drop', 'brick'] as const;
const DOTS = screenOf('dots', { shape: 'Round' }, { frequency: lpi(30), angle: 20 });
const LINES = screenOf('lines', { kind: 'wave' }, { frequency: lpi(25), angle: 40 });
const GRAIN = screenOf('grain', { method: 'floyd-steinberg' });
const pictures = () => BLOB;

interface Grey {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array;
}

/** The pixels of a picture file as Pillow reads them, in grey. */
function greyOf(path: string): Grey {
  const script = `
import sys
from PIL import Image
picture = Image.open(sys.argv[1]).convert('L')
sys.stdout.buffer.write(picture.width.to_bytes(4, 'big') + picture.height.to_bytes(4, 'big') + picture.tobytes())`;
  const bytes = execFileSync('/usr/bin/python3', ['-c', script, path], { maxBuffer: 1e8 });
  return { width: bytes.readUInt32BE(0), height: bytes.readUInt32BE(4), data: bytes.subarray(8) };
}

async function written(job: Job, kind: 'repeat-png' | 'repeat-svg'): Promise<string> {
  const path = join(folder, kind === 'repeat-png' ? 'swatch.png' : 'swatch.svg');
  writeFileSync(path, await outputBytes(job, { kind }, pictures));
  return path;
}

/** What librsvg draws of an SVG, in grey. */
function drawn(svg: string, width: number, height: number): Grey {
  const png = join(folder, 'drawn.png');
  execFileSync('rsvg-convert', ['-w', String(width), '-h', String(height), '-o', png, svg]);
  return greyOf(png);
}

/** A part of a grey picture as darkness, 0..255. */
const darkness = ({ width, data }: Grey, left: number, top: number, w: number, h: number): Uint8Array =>
  Uint8Array.from({ length: w * h }, (_, k) => 255 - data[(top + Math.floor(k / w)) * width + left + (k % w)]!);

/** Mean step from each column to the next one over the middle of a picture, which no edge of a swatch may stand out of. */
function columnSteps({ width, height, data }: Grey): number[] {
  return Array.from({ length: width - 1 }, (_, x) => {
    let sum = 0;
    for (let y = 0; y < height; y++) sum += Math.abs(data[y * width + x]! - data[y * width + x + 1]!);
    return sum / height;
  });
}

describe('PNG', () => {
  test.each(KINDS.flatMap((kind) => (['wrap', 'mirror'] as const).map((seam) => [kind, seam] as const)))(
    '%s, %s: holds the swatch, and shows no seam when it is laid side by side',
    async (kind, seam) => {
      const job = { ...blobJob(211, 173, DOTS, { kind, seam, ppi: 300 }) };
      const { width, height, data } = greyOf(await written(job, 'repeat-png'));
      expect({ width, height }).toEqual(swatchSize(repeatRegion(job)));
      const dark = Uint8Array.from(data, (v) => 255 - v);
      const most = dark.reduce((a, b) => Math.max(a, b), 0);
      const { plates } = swatchOf(job);
      expect(dark.map((v) => (v > 0 ? 255 : 0))).toEqual(inkOf(plates[0]!));
      expect(most).toBeGreaterThan(100);
      if (seam === 'mirror') return;
      expect(seamExcess(dark, width, height)).toBeLessThan(0);
      expect(seamExcess(dark, width, height, true)).toBeLessThan(0);
    },
  );

  test('has the pixels per inch that were asked for, and screens as fine on the paper', async () => {
    const path = await written(blobJob(300, 300, GRAIN, { ppi: 300 }), 'repeat-png');
    expect(greyOf(path)).toMatchObject({ width: 300, height: 300 });
    const large = await written(blobJob(300, 300, DOTS, { ppi: 600 }), 'repeat-png');
    const grey = greyOf(large);
    expect(grey).toMatchObject({ width: 600, height: 600 });
    // As much ink as at half as many pixels per inch.
    const ink = (own: Grey) => darkness(own, 0, 0, own.width, own.height).filter((v) => v > 0).length / own.data.length;
    const twice = ink(grey);
    expect(ink(greyOf(await written(blobJob(300, 300, DOTS, { ppi: 300 }), 'repeat-png')))).toBeCloseTo(twice, 2);
  });

  test('passes of several inks overprint as on the sheet', async () => {
    const job = blobJob(120, 100, DOTS);
    const second = { ...blobJob(120, 100, LINES).passes[0]!, id: 'second' };
    const both = { ...job, passes: [job.passes[0]!, { ...second, ink: { ...second.ink, colour: '#ff0000' } }] };
    const { data } = greyOf(await written(both, 'repeat-png'));
    expect(new Set(data).size).toBe(4);
  });
});

describe('SVG', () => {
  test.each(KINDS.flatMap((kind) => [DOTS, LINES].map((screen) => [kind, screen.family, screen] as const)))(
    '%s of %s: librsvg draws the plate, nine times alike, with no seam between them',
    async (kind, _, screen) => {
      const job = blobJob(211, 173, screen, { kind, ppi: 300 });
      const svg = await written(job, 'repeat-svg');
      const size = swatchSize(repeatRegion(job));
      const whole = drawn(svg, 3 * size.width, 3 * size.height);
      const tile = (c: number, r: number) => darkness(whole, c * size.width, r * size.height, size.width, size.height);
      const middle = tile(1, 1);
      for (let k = 0; k < 9; k++) {
        const own = tile(k % 3, Math.floor(k / 3));
        expect(own.reduce((most, v, at) => Math.max(most, Math.abs(v - middle[at]!)), 0)).toBeLessThanOrEqual(1);
      }
      const most = middle.reduce((a, b) => Math.max(a, b), 0);
      const ink = inkOf(swatchOf(job).plates[0]!);
      const share = (own: Uint8Array, full: number) => own.reduce((sum, v) => sum + v, 0) / full / own.length;
      expect(share(middle, most)).toBeCloseTo(share(ink, 255), 2);
      // Pixels that are clearly inked or bare are so on the plate too.
      const apart = middle.filter((v, k) => Math.abs(v / most - ink[k]! / 255) > 0.75).length;
      expect(apart / ink.length).toBeLessThan(0.005);
      expect(seamExcess(middle, size.width, size.height)).toBeLessThan(0);
      expect(seamExcess(middle, size.width, size.height, true)).toBeLessThan(0);
      const steps = columnSteps(whole);
      const inside = Math.max(...steps.filter((_s, x) => (x + 1) % size.width !== 0));
      for (const x of [size.width - 1, 2 * size.width - 1]) expect(steps[x]!).toBeLessThanOrEqual(inside);
    },
  );

  test('shows no seam where a pixel of the swatch is no whole number of drawn ones', async () => {
    const job = blobJob(211, 173, DOTS, { ppi: 300 });
    const svg = await written(job, 'repeat-svg');
    const whole = drawn(svg, 871, 714);
    const steps = columnSteps(whole);
    const seams = [871 / 3, (2 * 871) / 3].flatMap((x) => [Math.floor(x) - 1, Math.floor(x), Math.ceil(x)]);
    const inside = Math.max(...steps.filter((_, x) => !seams.includes(x)));
    for (const x of seams) expect(steps[x]!).toBeLessThanOrEqual(1.05 * inside);
  });

  test('has one pattern element with a path for each pass, in true size', async () => {
    const job = blobJob(254, 127, DOTS, { ppi: 254 });
    const second = { ...blobJob(254, 127, LINES).passes[0]!, id: 'second', name: 'Rails & ropes' };
    const both = { ...job, sheet: { ...job.sheet, width: 25.4, height: 12.7 }, passes: [job.passes[0]!, second] };
    const found: { name: string; attributes: Record<string, string> }[] = [];
    const parser = new SaxesParser();
    parser.on('opentag', (tag) => found.push(tag as never));
    parser.write(Buffer.from(await outputBytes(both, { kind: 'repeat-svg' }, pictures)).toString('utf8')).close();
    const of = (name: string) => found.filter((e) => e.name === name);
    expect(of('svg')[0]!.attributes).toMatchObject({ width: '76.2mm', height: '38.1mm', viewBox: '0 0 762 381' });
    expect(of('pattern').map((e) => e.attributes)).toMatchObject([{ width: '254', height: '127' }]);
    expect(of('path').map((e) => e.attributes['data-pass'])).toEqual([job.passes[0]!.name, 'Rails & ropes']);
  });
});

test.each([
  ['repeat-png', DOTS],
  ['repeat-svg', DOTS],
  ['repeat-svg', LINES],
] as const)('the size of a %s is told to a fifth before it is made', async (kind, screen) => {
  const job = blobJob(900, 700, screen, { kind: 'brick' });
  const told = await estimateOutput(outputEnv(pictures), job, { kind });
  const made = (await outputBytes(job, { kind }, pictures)).length;
  expect(told / made).toBeGreaterThan(0.8);
  expect(told / made).toBeLessThan(1.25);
});

describe('bad input', () => {
  const faultOf = (job: Job, kind: 'repeat-png' | 'repeat-svg' = 'repeat-png'): string => {
    try {
      checkOutput(job, { kind });
      return '';
    } catch (error) {
      if (!(error instanceof OutputError)) throw error;
      return error.message;
    }
  };

  test('a part beyond the sheet, too many pixels, and a job without passes are told in a sentence', () => {
    const job = blobJob(211, 173, DOTS);
    expect(faultOf(job)).toBe('');
    const beyond = { ...job, repeat: { ...job.repeat, part: true, x: 15, y: 0, width: 10, height: 10 } };
    expect(faultOf(beyond)).toBe('What repeats reaches beyond the sheet; move it or make it smaller.');
    const wide = { ...job, sheet: { ...job.sheet, width: 900, height: 900 }, repeat: { ...job.repeat, ppi: 600 } };
    expect(faultOf(wide)).toMatch(/^The swatch would have 21260 × 21260 pixels; choose fewer/);
    expect(faultOf({ ...job, passes: job.passes.map((p) => ({ ...p, on: false })) })).toMatch(/^No pass prints/);
    expect(printingPasses(job)).toHaveLength(1);
  });

  test('a plate of several colours has no outline', () => {
    const base = blobJob(211, 173, screenOf('smooth'));
    expect(faultOf(base, 'repeat-svg')).not.toBe('');
    expect(faultOf(base)).toBe('');
  });
});
