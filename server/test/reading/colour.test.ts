import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { normalisePicture } from '../../src/pictures/reading/normalise.ts';

type Row = readonly (readonly [number, number, number])[];

const folder = mkdtempSync(join(tmpdir(), 'chromatype-colour-'));
afterAll(() => rmSync(folder, { recursive: true }));

/** What LittleCMS makes of the same files, by Pillow: the reference of every test here that names no other. */
let theirs: Readonly<Record<string, readonly Row[]>>;
beforeAll(async () => {
  const p3 = join(folder, 'p3.icc');
  const tagged = await sharp({ create: { width: 1, height: 1, channels: 3, background: '#fff' } })
    .withIccProfile('p3')
    .png()
    .toBuffer();
  writeFileSync(p3, (await sharp(tagged).metadata()).icc!);
  const script = new URL('make-pictures.py', import.meta.url).pathname;
  theirs = JSON.parse(execFileSync('/usr/bin/python3', [script, folder, p3], { encoding: 'utf8' }));
});

/** Red, green, blue and alpha of every pixel as they were taken in. */
async function taken(name: string, bytes: Uint8Array = readFileSync(join(folder, name))): Promise<number[][]> {
  const { width, height, channels, pixels } = await normalisePicture(bytes, name);
  return Array.from({ length: width * height }, (_, k) =>
    channels === 1 ? [pixels[k]!, pixels[k]!, pixels[k]!, 255] : [...pixels.subarray(4 * k, 4 * k + 4)],
  );
}

function farthest(ours: readonly number[][], row: Row): number {
  expect(ours).toHaveLength(row.length);
  return Math.max(...ours.flatMap((pixel, k) => row[k]!.map((v, c) => Math.abs(v - pixel[c]!))));
}

describe('profiles, of every depth, in PNG and TIFF', () => {
  test.each(
    ['png', 'tif'].flatMap((ending) =>
      ['srgb', 'p3', 'grey-1.0', 'grey-1.8', 'grey-2.2'].flatMap((space) =>
        [8, 16].map((bits) => `${space}-${bits}.${ending}`),
      ),
    ),
  )('%s is what LittleCMS makes of it', async (name) => {
    expect(farthest(await taken(name), theirs[name]![0]!)).toBeLessThanOrEqual(2);
  });
  test('red of 16 bits under sRGB is red', async () => {
    expect((await taken('srgb-16.png'))[0]).toEqual([255, 0, 0, 255]);
    expect((await taken('srgb-16.tif'))[0]).toEqual([255, 0, 0, 255]);
  });
});

describe('colours that a file states without a profile', () => {
  test.each(['chrm-p3.png', 'gama-1.png', 'gama-1.8-16.png'])(
    '%s: gAMA and cHRM count (W3C PNG Specification, Third Edition, 4.3)',
    async (name) => {
      expect(farthest(await taken(name), theirs[name]![0]!)).toBeLessThanOrEqual(2);
    },
  );
  test.each([
    [12, 'p3-8.png'],
    [1, 'srgb-8.png'],
  ])('AVIF with the primaries of code %d (ITU-T H.273) is as %s', async (primaries, like) => {
    const plain = await sharp(join(folder, like), { ignoreIcc: true }).avif({ lossless: true }).toBuffer();
    const at = plain.indexOf('colrnclx');
    expect(at).toBeGreaterThan(0);
    plain.writeUInt16BE(primaries, at + 8);
    expect(farthest(await taken('a.avif', plain), theirs[like]![0]!)).toBeLessThanOrEqual(3);
  });
  test('AVIF of a high dynamic range is refused in a sentence', async () => {
    const plain = await sharp(join(folder, 'p3-8.png'), { ignoreIcc: true }).avif({ lossless: true }).toBuffer();
    plain.writeUInt16BE(16, plain.indexOf('colrnclx') + 10);
    await expect(taken('a.avif', plain)).rejects.toThrow('high dynamic range');
  });
});

describe('channels of TIFF files (TIFF 6.0)', () => {
  test.each(['lab-8.tif', 'icclab-8.tif', 'lab-16.tif'])('%s: L*a*b* is read', async (name) => {
    expect(farthest(await taken(name), theirs[name]![0]!)).toBeLessThanOrEqual(3);
  });
  test('a fourth channel is alpha only where the file says so', async () => {
    expect((await taken('extra-0.tif')).map((p) => p[3])).toEqual([255, 255, 255, 255, 255, 255]);
    expect((await taken('extra-0.tif'))[1]).toEqual([200, 100, 50, 255]);
    expect((await taken('extra-2.tif')).map((p) => p[3])).toEqual([100, 100, 100, 100, 100, 100]);
  });
});
