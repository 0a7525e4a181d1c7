import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  type Bitmap,
  createBitmap,
  createJob,
  createKernels,
  filePicture,
  INK_SETS,
  type Job,
  markedPlates,
  memorySource,
  type OutputKind,
  printingPasses,
  splitPicture,
} from '@chromatype/core';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { words } from '../src/plates/words.ts';
import { writeOutput } from '../src/render/write-output.ts';

const folder = mkdtempSync(join(tmpdir(), 'chromatype-plates-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const [W, H] = [600, 400];

/** A sky with a sun and a kite, in colour. */
function scene() {
  const bytes = new Uint8Array(W * H * 4);
  for (let y = 0; y < H; y++) {
    for (let x = 0; x < W; x++) {
      const sun = Math.hypot(x - 180, y - 220) < 60;
      const kite = Math.abs(x - 420) + Math.abs(y - 130) < 70;
      const t = y / H;
      const pixel = sun ? [250, 230, 150] : kite ? [214, 58, 40] : [40 + 180 * t, 70 + 90 * t, 130 - 20 * t];
      bytes.set([...pixel, 255], 4 * (y * W + x));
    }
  }
  return memorySource(W, H, 4, bytes);
}

const source = scene();

function jobOf(set: string, change: Partial<Job['plates']> = {}): Job {
  const base = createJob('Kite Week plates', 'p');
  const job: Job = {
    ...base,
    sheet: { ...base.sheet, width: 50, height: 33, bleed: 2, ppi: 300 },
    pictures: [filePicture({ id: 'a', name: 'a', hash: 'a'.repeat(64), width: W, height: H })],
    passes: base.passes.map((p) => ({ ...p, feed: { ...p.feed, picture: 'a' } })),
    plates: { ...base.plates, ...change },
  };
  let n = 0;
  return splitPicture(job, { set: INK_SETS.find((s) => s.name === set)!, from: 'p', newId: () => `n${n++}` }).job;
}

async function made(job: Job, kind: OutputKind, name: string, pass?: string): Promise<string> {
  const file = join(folder, name);
  await writeOutput({ kernels: createKernels(), job, asked: { kind, pass }, pictures: () => source, file });
  return file;
}

/** Our own plates with margin and marks, as the composite holds them. */
function ours(job: Job, film = false): Bitmap[] {
  const passes = printingPasses(job);
  const marked = markedPlates({ kernels: createKernels(), job, passes, pictures: () => source, words, film });
  const whole = passes.map(() => createBitmap(marked.frame.width, marked.frame.height));
  for (const { y, plates } of marked.bands()) {
    for (const [k, p] of plates.entries()) whole[k]!.data.set(p.data, y * p.stride);
  }
  return whole;
}

/** Ink of a grey or one-bit picture file, dark is ink, packed as plates are. */
async function inkOf(file: string | Uint8Array): Promise<Bitmap> {
  const { data, info } = await sharp(file).toColourspace('b-w').raw().toBuffer({ resolveWithObject: true });
  const out = createBitmap(info.width, info.height);
  for (let y = 0; y < info.height; y++) {
    for (let x = 0; x < info.width; x++) {
      if (data[(y * info.width + x) * info.channels]! < 128) out.data[y * out.stride + (x >> 3)]! |= 128 >> (x & 7);
    }
  }
  return out;
}

const same = (a: Bitmap, b: Bitmap) =>
  a.width === b.width && a.height === b.height && Buffer.compare(a.data, b.data) === 0;

/** Plates that the PostScript and PDF interpreter makes of a page, by the names of their inks. */
async function separated(pdf: string, out: string): Promise<Map<string, Bitmap>> {
  const at = join(folder, out);
  mkdirSync(at);
  execFileSync('gs', [
    '-q',
    '-dNOPAUSE',
    '-dBATCH',
    '-dSAFER',
    '-sDEVICE=tiffsep',
    '-r300',
    `-sOutputFile=${join(at, 'page.tif')}`,
    pdf,
  ]);
  const plates = new Map<string, Bitmap>();
  for (const name of readdirSync(at)) {
    const ink = /\((.+)\)\.tif$/.exec(name)?.[1];
    if (ink) plates.set(ink, await inkOf(join(at, name)));
  }
  return plates;
}

describe.each(['process', 'harbour-three'])('named inks of %s', (set) => {
  const job = jobOf(set);
  test('the interpreter separates one plate for each ink, pixel-equal to ours', async () => {
    const pdf = await made(job, 'composite-pdf', `${set}.pdf`);
    const plates = await separated(pdf, `sep-${set}`);
    const wanted = ours(job);
    for (const [k, pass] of printingPasses(job).entries()) {
      expect([pass.ink.name, plates.has(pass.ink.name)]).toEqual([pass.ink.name, true]);
      expect(same(plates.get(pass.ink.name)!, wanted[k]!)).toBe(true);
    }
  });
  test('qpdf and poppler accept it, and its boxes are those of the sheet', () => {
    const pdf = join(folder, `${set}.pdf`);
    expect(execFileSync('qpdf', ['--check', pdf], { encoding: 'utf8' })).toContain(
      'No syntax or stream encoding errors',
    );
    const info = execFileSync('pdfinfo', ['-box', pdf], { encoding: 'utf8' });
    const [x0, y0, x1, y1] = /TrimBox:\s+([\d.]+)\s+([\d.]+)\s+([\d.]+)\s+([\d.]+)/.exec(info)!.slice(1).map(Number);
    expect(((x1! - x0!) / 72) * 25.4).toBeCloseTo(50, 1);
    expect(((y1! - y0!) / 72) * 25.4).toBeCloseTo(33, 1);
  });
});

test('every page of the plates’ PDF is a plate, as poppler draws it', async () => {
  const job = jobOf('process');
  const pdf = await made(job, 'plates-pdf', 'plates.pdf');
  execFileSync('pdftoppm', ['-r', '300', '-mono', pdf, join(folder, 'page')]);
  expect(execFileSync('qpdf', ['--check', pdf], { encoding: 'utf8' })).toContain('No syntax');
  const wanted = ours(job);
  for (const [k, plate] of wanted.entries()) {
    expect(same(await inkOf(await sharpOfPbm(join(folder, `page-${k + 1}.pbm`))), plate)).toBe(true);
  }
});

/** A portable bitmap as PNG, by netpbm's own reader. */
async function sharpOfPbm(file: string): Promise<Uint8Array> {
  return execFileSync('pnmtopng', [file], { stdio: ['ignore', 'pipe', 'ignore'], maxBuffer: 1 << 28 });
}

test('everything in one archive: each file opens and holds the plates', async () => {
  const job = jobOf('harbour-three');
  const zip = unzipSync(new Uint8Array(readFileSync(await made(job, 'package', 'all.zip'))));
  const names = Object.keys(zip).sort();
  expect(names).toEqual([
    'job.json',
    'named-inks.pdf',
    'plates.pdf',
    'png/1-lamp-yellow.png',
    'png/2-kite-red.png',
    'png/3-harbour-blue.png',
    'proof.pdf',
    'proof.png',
    'ticket.txt',
    'tiff/1-lamp-yellow.tif',
    'tiff/2-kite-red.tif',
    'tiff/3-harbour-blue.tif',
  ]);
  const wanted = ours(job);
  for (const [k, name] of ['1-lamp-yellow', '2-kite-red', '3-harbour-blue'].entries()) {
    expect(same(await inkOf(zip[`tiff/${name}.tif`]!), wanted[k]!)).toBe(true);
    expect(same(await inkOf(zip[`png/${name}.png`]!), wanted[k]!)).toBe(true);
  }
  const ticket = new TextDecoder().decode(zip['ticket.txt']);
  expect(ticket).toContain('Kite Week plates');
  expect(ticket).toMatch(/2\. Kite red\n {3}ink {7}Kite red, #e5482d/);
  const proof = await sharp(zip['proof.png']!).metadata();
  expect(proof.icc?.length).toBeGreaterThan(300);
  expect(proof.width).toBe(Math.round((54 / 25.4) * 300));
  for (const pdf of ['proof.pdf', 'plates.pdf', 'named-inks.pdf']) {
    writeFileSync(join(folder, pdf), zip[pdf]!);
    expect(execFileSync('qpdf', ['--check', join(folder, pdf)], { encoding: 'utf8' })).toContain('No syntax');
  }
  expect(Buffer.from(zip['proof.pdf']!).includes('ICCBased')).toBe(true);
});

describe('marks', () => {
  const at = (b: Bitmap, x: number, y: number) => (b.data[y * b.stride + (x >> 3)]! >> (7 - (x & 7))) & 1;
  const job = jobOf('process');
  const plates = ours(job);
  const px = (mm: number) => (mm * 300) / 25.4;
  const margin = Math.ceil(px(12) / 8) * 8;

  test('register crosses stand at the same pixels on every plate, crop marks on the trimmed edge', () => {
    const [w, h] = [plates[0]!.width, plates[0]!.height];
    for (const plate of plates) {
      for (const [x, y] of [
        [w / 2, margin / 2],
        [w / 2, h - margin / 2],
        [margin / 2, h / 2],
        [w - margin / 2, h / 2],
      ]) {
        expect(at(plate, Math.round(x!) - 1, Math.round(y!) - 1)).toBe(1);
      }
      // Just outside the bleed, in line with the trimmed left edge.
      const left = Math.round(margin + px(2));
      expect(at(plate, left - 1, Math.round(margin - px(4)))).toBe(1);
      expect(at(plate, left - 12, Math.round(margin - px(4)))).toBe(0);
    }
  });
  test('the step wedge measures what its steps say', () => {
    const y = Math.round(margin + px(37) + (margin - px(4)) / 2);
    const slot = 0;
    const width = Math.floor(Math.min((((plates[0]!.width - 2 * margin) / 2 - px(3.4 * 1.5)) / 2) * 0.96, px(55)));
    const shares = Array.from({ length: 11 }, (_, step) => {
      let ink = 0;
      const [x0, x1] = [
        margin + Math.ceil((step * width) / 11) + 1,
        margin + Math.floor(((step + 1) * width) / 11) - 1,
      ];
      for (let r = 3; r < px(4) - 3; r++) for (let x = x0; x < x1; x++) ink += at(plates[slot]!, x, y + r);
      return ink / ((x1 - x0) * (Math.ceil(px(4) - 3) - 3));
    });
    expect(shares[0]).toBe(0);
    expect(shares[10]).toBe(1);
    shares.forEach((share, k) => {
      expect(Math.abs(share - k / 10)).toBeLessThan(0.17);
    });
    for (let k = 2; k <= 10; k += 2) expect(shares[k]!).toBeGreaterThan(shares[k - 2]!);
  });
  test('names differ from plate to plate, and without marks the margin is bare', () => {
    const row = (plate: Bitmap) => Buffer.from(plate.data.subarray(0, margin * plate.stride)).toString('base64');
    expect(new Set(plates.map(row)).size).toBe(4);
    const none = ours(jobOf('process', { register: false, crop: false, names: false, wedge: false }));
    expect(none[0]!.data.subarray(0, margin * none[0]!.stride).every((b) => b === 0)).toBe(true);
  });
  test('mirrored and negative film is the plate turned over and inverted', () => {
    const film = ours(jobOf('process', { mirror: true, negative: true }), true)[1]!;
    const plain = plates[1]!;
    let wrong = 0;
    for (let y = 0; y < plain.height; y += 3) {
      for (let x = 0; x < plain.width; x++) if (at(film, plain.width - 1 - x, y) === at(plain, x, y)) wrong++;
    }
    expect(wrong).toBe(0);
  });
});

test('a pass of levels cannot be a plate: one sentence, and no file', async () => {
  const job = jobOf('process');
  const levels: Job = {
    ...job,
    passes: job.passes.map((p) => ({
      ...p,
      screen: { ...p.screen, family: 'grain', grain: { ...p.screen.grain, prints: 'levels', levels: 5 } },
    })),
  };
  await expect(made(levels, 'plates-pdf', 'no.pdf')).rejects.toThrow('a press takes one bit a pixel');
  expect(readdirSync(folder)).not.toContain('no.pdf');
});

test('any name can stand beside a plate', () => {
  // Outlines in small units once came out as numbers with exponents, which no path may have.
  for (const text of ['New job · 2 Harbour blue · 30 lpi 75°', 'Überlauf – ½ µ', '日本', '', 'i'.repeat(200)]) {
    const { path } = words(text);
    expect(path).not.toMatch(/e|NaN/);
  }
  const job = { ...jobOf('harbour-two'), title: 'New job' };
  expect(ours(job)[1]!.data.some((b) => b !== 0)).toBe(true);
});
