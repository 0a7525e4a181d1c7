import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { writeAll, writeWhole } from '../src/plates/file-sink.ts';

const folder = mkdtempSync(join(tmpdir(), 'chromatype-sink-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const bytesOf = (count: number, seed: number) => Uint8Array.from({ length: count }, (_, k) => (k * 31 + seed) & 255);

test('what is set aside is read back whole, in its own order, and patched where asked', async () => {
  const file = join(folder, 'whole.bin');
  const large = bytesOf(700_001, 3);
  const size = await writeWhole(file, (sink) => {
    const first = sink.aside();
    const second = sink.aside();
    first.write(large.subarray(0, 5));
    second.write(bytesOf(9, 7));
    first.write(large.subarray(5));
    first.patch(2, Uint8Array.of(200, 201));
    expect([first.length, second.length]).toEqual([large.length, 9]);
    for (const piece of second.pieces()) sink.write(piece);
    for (const piece of first.pieces()) sink.write(piece);
  });
  const wanted = large.slice();
  wanted.set([200, 201], 2);
  expect(size).toBe(large.length + 9);
  expect(Buffer.compare(readFileSync(file), Buffer.concat([bytesOf(9, 7), wanted]))).toBe(0);
  expect(readdirSync(folder)).toEqual(['whole.bin']);
});

test('work that fails leaves neither a file nor what it set aside, and keeps the file that was there', async () => {
  const file = join(folder, 'kept.bin');
  await writeWhole(file, (sink) => sink.write(bytesOf(4, 1)));
  await expect(
    writeWhole(file, (sink) => {
      sink.aside().write(bytesOf(100, 2));
      sink.write(bytesOf(100, 2));
      throw new Error('Stopped halfway.');
    }),
  ).rejects.toThrow('Stopped halfway.');
  expect(new Uint8Array(readFileSync(file))).toEqual(bytesOf(4, 1));
  expect(readdirSync(folder).filter((name) => name.includes('partial'))).toEqual([]);
});

test('of several files none appears unless all are whole', async () => {
  const files = ['a.bin', 'b.bin'].map((name) => join(folder, name));
  await expect(
    writeAll(files, ([a]) => {
      a!.write(bytesOf(3, 0));
      throw new Error('No.');
    }),
  ).rejects.toThrow('No.');
  expect(files.map((file) => existsSync(file))).toEqual([false, false]);
  await writeAll(files, (sinks) => {
    for (const [k, sink] of sinks.entries()) sink.write(bytesOf(k + 1, 0));
  });
  expect(files.map((file) => readFileSync(file).length)).toEqual([1, 2]);
});
