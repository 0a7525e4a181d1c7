import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openFileSource } from '../src/render/file-source.ts';

const folder = mkdtempSync(join(tmpdir(), 'chromatype-source-'));
afterAll(() => rmSync(folder, { recursive: true }));

test('a stored picture gives its rows while it is open, and none of another file afterwards', () => {
  const [width, height] = [3000, 4000];
  const file = join(folder, 'picture');
  writeFileSync(
    file,
    Uint8Array.from({ length: width * height }, (_, k) => Math.floor(k / width) % 251),
  );
  const source = openFileSource({ hash: 'h', width, height, channels: 1, file });
  // Over the edge between two bands of rows.
  const rows = source.read(1390, 20);
  expect(Array.from({ length: 20 }, (_, k) => rows[k * width + 7])).toEqual(
    Array.from({ length: 20 }, (_, k) => (1390 + k) % 251),
  );
  source.close();
  source.close();
  expect(() => source.read(0, 1)).toThrow('after it had been closed');
});
