import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { writeRgbPng } from '../src/unscreen/write-png.ts';

const folder = mkdtempSync(join(tmpdir(), 'chromatype-png-'));
afterAll(() => rmSync(folder, { recursive: true }));

const [width, height] = [301, 97];
const pixels = Uint8Array.from({ length: 3 * width * height }, (_, k) => (k * 7 + (k >> 5) * 13 + (k % 3) * 90) & 255);

async function* pieces(rows: readonly number[]): AsyncGenerator<Uint8Array> {
  let y = 0;
  for (const count of rows) {
    yield pixels.subarray(3 * width * y, 3 * width * (y + count));
    y += count;
  }
}

test('a picture that is written in pieces is read back as it was, with its resolution', async () => {
  const file = join(folder, 'a.png');
  await writeRgbPng(file, { width, height, ppi: 600 }, pieces([40, 0, 56, 1]));
  const { data, info } = await sharp(file).raw().toBuffer({ resolveWithObject: true });
  expect([info.width, info.height, info.channels]).toEqual([width, height, 3]);
  expect(Buffer.compare(data, Buffer.from(pixels))).toBe(0);
  expect(await sharp(file).metadata()).toMatchObject({ density: 600, space: 'srgb', depth: 'uchar' });
});

test('without a resolution none is written, and an error of the pieces is told', async () => {
  const file = join(folder, 'b.png');
  await writeRgbPng(file, { width, height, ppi: null }, pieces([97]));
  expect(readFileSync(file).includes('pHYs')).toBe(false);
  async function* broken(): AsyncGenerator<Uint8Array> {
    yield* pieces([20]);
    throw new Error('No further rows.');
  }
  await expect(writeRgbPng(join(folder, 'c.png'), { width, height, ppi: null }, broken())).rejects.toThrow(
    'No further rows.',
  );
});
