import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  type Bitmap,
  createBitmap,
  createKernels,
  type Job,
  type OutputName,
  printingPasses,
  fillOf,
  withFill,
} from '@chromatype/core';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { writeFile } from '../src/render/write-file.ts';
import { jobOf, ours, source } from './plate-jobs.ts';

const folder = mkdtempSync(join(tmpdir(), 'chromatype-plates-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

async function made(job: Job, kind: OutputName, name: string, pass?: string): Promise<string> {
  const file = join(folder, name);
  await writeFile({ kernels: createKernels(), job, asked: { kind, pass }, pictures: () => source, file });
  return file;
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
  // What waited on the disk for its turn has gone.
  expect(readdirSync(folder).filter((name) => name.includes('partial'))).toEqual([]);
});

test('a mirrored film stands in the archive beside pages that are not turned over', async () => {
  const plain = jobOf('harbour-three');
  const job: Job = { ...plain, plates: { ...plain.plates, mirror: true } };
  const shares: number[] = [];
  const file = join(folder, 'mirrored.zip');
  await writeFile({
    kernels: createKernels(),
    job,
    asked: { kind: 'package' },
    pictures: () => source,
    file,
    progress: (share) => shares.push(share),
  });
  expect(shares.every((share, k) => share > (shares[k - 1] ?? 0) - 1e-9 && share <= 1)).toBe(true);
  const zip = unzipSync(new Uint8Array(readFileSync(file)));
  const film = await inkOf(zip['tiff/2-kite-red.tif']!);
  const straight = ours(plain)[1]!;
  const at = (plate: Bitmap, x: number, y: number) => (plate.data[y * plate.stride + (x >> 3)]! >> (7 - (x & 7))) & 1;
  let other = 0;
  for (let y = 0; y < film.height; y++) {
    for (let x = 0; x < film.width; x++) other += at(film, x, y) ^ at(straight, film.width - 1 - x, y);
  }
  expect(other).toBe(0);
  writeFileSync(join(folder, 'named.pdf'), zip['named-inks.pdf']!);
  const plates = await separated(join(folder, 'named.pdf'), 'sep-mirrored');
  expect(same(plates.get('Kite red')!, straight)).toBe(true);
});

test('the proof’s page is as large as the sheet and holds the proof, pixel for pixel, as poppler takes it out', async () => {
  const job = jobOf('process');
  const raw = (file: string) => sharp(file).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  const png = await raw(await made(job, 'proof', 'seen.png'));
  const pdf = await made(job, 'proof-pdf', 'seen.pdf');
  execFileSync('pdfimages', ['-png', pdf, join(folder, 'seen')]);
  const held = await raw(join(folder, 'seen-000.png'));
  expect([held.info.width, held.info.height]).toEqual([png.info.width, png.info.height]);
  expect(Buffer.compare(held.data, png.data)).toBe(0);
  // And the page shows it: darker than bare paper, by as much as the proof is.
  execFileSync('pdftoppm', ['-r', '72', '-png', '-singlefile', pdf, join(folder, 'page')]);
  const page = await raw(join(folder, 'page.png'));
  // Poppler counts pixels that are begun.
  expect(page.info.width).toBe(Math.ceil((54 / 25.4) * 72));
  const mean = ({ data }: { data: Buffer }) => data.reduce((sum, v) => sum + v, 0) / data.length;
  expect(Math.abs(mean(page) - mean(png))).toBeLessThan(4);
});

test('a pass of levels cannot be a plate: one sentence, and no file', async () => {
  const job = jobOf('process');
  const levels: Job = {
    ...job,
    passes: job.passes.map((p) =>
      withFill(p, {
        screen: {
          ...fillOf(p).screen,
          family: 'grain',
          grain: { ...fillOf(p).screen.grain, prints: 'levels', levels: 5 },
        },
      }),
    ),
  };
  await expect(made(levels, 'plates-pdf', 'no.pdf')).rejects.toThrow('a press takes one bit a pixel');
  expect(readdirSync(folder)).not.toContain('no.pdf');
});
