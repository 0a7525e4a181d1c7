import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { createBitmap, createTiffWriter, type Bitmap } from '../../src/index.ts';
import { random } from '../random.ts';

const folder = mkdtempSync(join(tmpdir(), 'chromatype-tiff-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

function tiffOf({ width, height, stride, data }: Bitmap): Uint8Array {
  const pieces: number[] = [];
  const writer = createTiffWriter({
    width,
    height,
    ppi: 300,
    name: 'Kite red',
    sink: {
      write: (bytes) => {
        for (const b of bytes) pieces.push(b);
      },
      patch: (at, bytes) => {
        bytes.forEach((b, k) => {
          pieces[at + k] = b;
        });
      },
    },
  });
  // In uneven portions, as bands come.
  for (let y = 0; y < height; ) {
    const rows = Math.min(1 + (y % 97), height - y);
    writer.rows(data.subarray(y * stride), stride, rows);
    y += rows;
  }
  writer.end();
  return Uint8Array.from(pieces);
}

/** A bitmap as libtiff unpacks it: its own tool rewrites the file unpacked, in one strip. */
function throughLibtiff(file: Uint8Array, { width, height, stride }: Bitmap): Uint8Array {
  const [packed, plain] = [join(folder, 'a.tif'), join(folder, 'b.tif')];
  writeFileSync(packed, file);
  execFileSync('tiffcp', ['-c', 'none', '-r', String(height), packed, plain], { stdio: 'pipe' });
  const info = execFileSync('tiffinfo', ['-s', plain], { encoding: 'utf8' });
  expect(info).toContain(`Image Width: ${width} Image Length: ${height}`);
  expect(info).toContain('Resolution: 300, 300');
  const at = Number(/0:\s*\[\s*(\d+),/.exec(info)![1]);
  return new Uint8Array(readFileSync(plain)).slice(at, at + stride * height);
}

const KINDS: Record<string, (x: number, y: number, next: () => number) => boolean> = {
  white: () => false,
  black: () => true,
  noise: (_x, _y, next) => next() < 0.5,
  sparse: (_x, _y, next) => next() < 0.003,
  dots: (x, y) => (x % 13) * (y % 13) < 40,
  slanting: (x, y) => ((x + y) >> 5) % 2 === 0,
};

test.each(Object.keys(KINDS))('%s: libtiff reads back the very pixels', (kind) => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 3000 }),
      fc.integer({ min: 1, max: 40 }),
      fc.nat(1000),
      (width, height, seed) => {
        const next = random(seed);
        const bitmap = createBitmap(width, height);
        for (let y = 0; y < height; y++) {
          for (let x = 0; x < width; x++) {
            if (KINDS[kind]!(x, y, next)) bitmap.data[y * bitmap.stride + (x >> 3)]! |= 128 >> (x & 7);
          }
        }
        return Buffer.compare(throughLibtiff(tiffOf(bitmap), bitmap), bitmap.data) === 0;
      },
    ),
    { numRuns: 6 },
  );
});

test('a tall plate is packed in several strips, with its name', () => {
  const bitmap = createBitmap(700, 1500);
  const next = random(6);
  for (let k = 0; k < bitmap.data.length; k++) bitmap.data[k] = next() < 0.9 ? 0 : 255 * next();
  for (let y = 0; y < 1500; y++) bitmap.data[(y + 1) * bitmap.stride - 1]! &= 0xf0;
  const file = tiffOf(bitmap);
  expect(Buffer.compare(throughLibtiff(file, bitmap), bitmap.data)).toBe(0);
  writeFileSync(join(folder, 'c.tif'), file);
  const info = execFileSync('tiffinfo', ['-s', join(folder, 'c.tif')], { encoding: 'utf8' });
  expect(info).toContain('3 Strips');
  expect(info).toContain('CCITT Group 4');
  expect(info).toContain('Kite red');
});
