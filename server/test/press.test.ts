import {
  createJob,
  createKernels,
  filePicture,
  INK_SETS,
  type Job,
  memorySource,
  splitPicture,
  fillOf,
  withFill,
} from '@chromatype/core';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { inspectPackage as inspectFile } from '../src/press/inspect.ts';
import { writeFile } from '../src/render/write-file.ts';

const folder = mkdtempSync(join(tmpdir(), 'chromatype-press-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

let archives = 0;
/** What the shop says of an archive, with its proof. */
async function inspectPackage(zip: Uint8Array) {
  const work = join(folder, `archive-${archives++}`);
  writeFileSync(`${work}.zip`, zip);
  const report = await inspectFile({ file: `${work}.zip`, folder: work });
  return { ...report, proof: report.proof && readFileSync(report.proof) };
}

/** Room for marks around the sheet of these plates, in mm. */
const MARGIN = 12;

const source = memorySource(
  300,
  200,
  4,
  Uint8Array.from({ length: 240000 }, (_, k) => (k % 4 === 3 ? 255 : (k >> 6) % 256)),
);

async function archive(change: Partial<Job['plates']> = {}, ppi = 300): Promise<Record<string, Uint8Array>> {
  const base = createJob('Kite Week press', 'p');
  const job: Job = {
    ...base,
    sheet: { ...base.sheet, width: 60, height: 40, ppi },
    pictures: [filePicture({ id: 'a', name: 'a', hash: 'a'.repeat(64), width: 300, height: 200 })],
    passes: base.passes.map((p) => withFill(p, { feed: { ...fillOf(p).feed, picture: 'a' } })),
    plates: { ...base.plates, ...change },
  };
  let n = 0;
  const set = INK_SETS.find((s) => s.name === 'harbour-two')!;
  const file = join(folder, `${Math.random()}.zip`);
  await writeFile({
    kernels: createKernels(),
    job: splitPicture(job, { set, from: 'p', newId: () => `n${n++}` }).job,
    asked: { kind: 'package' },
    pictures: () => source,
    file,
  });
  return unzipSync(new Uint8Array(readFileSync(file)));
}

/** Mean of each channel over 36 mm × 24 mm in the middle of a picture of an area in mm. */
async function middleMeans(png: Uint8Array, [wide, high]: readonly [number, number]): Promise<number[]> {
  const { width, height } = await sharp(png).metadata();
  const size = { width: Math.round((width * 36) / wide), height: Math.round((height * 24) / high) };
  const area = { ...size, left: (width - size.width) >> 1, top: (height - size.height) >> 1 };
  const middle = await sharp(png).extract(area).png().toBuffer();
  return (await sharp(middle).stats()).channels.map((c) => c.mean);
}

const failed = (report: Awaited<ReturnType<typeof inspectPackage>>) =>
  report.checks.filter((c) => !c.ok).map((c) => c.name);

test('good plates are accepted and a proof comes back in the inks of the ticket', async () => {
  const files = await archive();
  const report = await inspectPackage(zipSync(files));
  expect(failed(report)).toEqual([]);
  expect(report.accepted).toBe(true);
  expect(report.checks.map((c) => c.name)).toEqual([
    'files',
    'resolution',
    'size',
    'registration',
    'names',
    'total ink',
  ]);
  // The shop knows plates and ticket alone, and still prints what the sender saw.
  const shop = await middleMeans(report.proof!, [60 + 2 * MARGIN, 40 + 2 * MARGIN]);
  const sent = await middleMeans(files['proof.png']!, [60, 40]);
  for (const k of [0, 1, 2]) {
    expect(Math.abs(shop[k]! - sent[k]!)).toBeLessThan(12);
    expect(shop[k]).toBeLessThan(200);
  }
  const { width } = await sharp(report.proof!).metadata();
  expect(width).toBeGreaterThan(800);
});

test('plates without register marks are sent back', async () => {
  expect(failed(await inspectPackage(zipSync(await archive({ register: false }))))).toEqual(['registration']);
});

test('plates that do not meet are sent back', async () => {
  const files = await archive();
  const name = 'tiff/1-kite-red.tif';
  const { width, height } = await sharp(files[name]!).metadata();
  const moved = await sharp(files[name]!)
    .extract({ left: 3, top: 0, width: width - 3, height })
    .extend({ right: 3, background: '#fff' })
    .withMetadata({ density: 300 })
    .toColourspace('b-w')
    .tiff({ compression: 'lzw', xres: 300 / 25.4, yres: 300 / 25.4 })
    .toBuffer();
  expect(failed(await inspectPackage(zipSync({ ...files, [name]: new Uint8Array(moved) })))).toContain('registration');
});

test('too few pixels, a plate that the ticket does not name, and no ticket are each said', async () => {
  expect(failed(await inspectPackage(zipSync(await archive({}, 100))))).toContain('resolution');
  const files = await archive();
  expect(
    failed(await inspectPackage(zipSync({ ...files, 'tiff/9-extra.tif': files['tiff/1-kite-red.tif']! }))),
  ).toEqual(['names']);
  const { 'ticket.txt': _, ...rest } = files;
  const none = await inspectPackage(zipSync(rest));
  expect([none.accepted, none.checks[0]!.said]).toEqual([false, 'The ticket (ticket.txt) is missing.']);
});

test('what is no archive, or holds no plates, gets one sentence', async () => {
  expect((await inspectPackage(strToU8('nothing of the kind'))).checks[0]!.said).toContain('not a ZIP archive');
  expect((await inspectPackage(zipSync({ 'a.txt': strToU8('a') }))).checks[0]!.said).toContain('no plate');
  const files = await archive();
  const broken = { ...files, 'tiff/1-kite-red.tif': strToU8('II*\0 nothing') };
  expect((await inspectPackage(zipSync(broken))).checks[0]!.said).toContain('cannot be read');
});
