import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  createJob,
  createKernels,
  memorySource,
  filePicture,
  plainStock,
  fillOf,
  withFill,
  makeSmallPrint,
} from '@chromatype/core';
import { checkEnding } from '../src/pictures/reading/open-picture.ts';
import { writeSafely } from '../src/disk/write-safely.ts';
import { openFileSource, openPictures } from '../src/render/file-source.ts';
import { writeFile } from '../src/render/write-file.ts';
import { settingsFrom } from '../src/settings.ts';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'chromatype-parts-'));
});
afterAll(() => rmSync(folder, { recursive: true }));

test('endings are compared without case, and none says nothing', () => {
  expect(() => checkEnding('A.JPEG', 'jpeg')).not.toThrow();
  expect(() => checkEnding('pasted', 'png')).not.toThrow();
  expect(() => checkEnding('archive.tar.png', 'png')).not.toThrow();
  expect(() => checkEnding('a.png', 'tiff')).toThrow('The name ends in .png but the file holds TIFF; name it .tif.');
});

describe('files', () => {
  test('are written whole or not at all', async () => {
    const file = join(folder, 'deep', 'er', 'file');
    await writeSafely(file, Buffer.from('one'));
    await writeSafely(file, Buffer.from('two'));
    expect(readFileSync(file, 'utf8')).toBe('two');
    // A folder stands where the file should go: nothing is left behind.
    await expect(writeSafely(join(folder, 'deep'), Buffer.from('x'))).rejects.toThrow();
    expect(readdirSync(folder).filter((f) => f.endsWith('.partial'))).toEqual([]);
  });

  test('a picture on the disk gives the rows of the picture in memory, in any order', () => {
    const [width, height] = [3000, 1500];
    const bytes = Uint8Array.from({ length: width * height * 4 }, (_, k) => (k * 2654435761) >>> 24);
    const file = join(folder, 'pixels');
    writeFileSync(file, bytes);
    const source = openFileSource({ hash: 'h', width, height, channels: 4, file });
    const memory = memorySource(width, height, 4, bytes);
    for (const [y, count] of [
      [0, 1],
      [340, 40],
      [1499, 1],
      [3, 5],
      [700, 400],
      [1099, 401],
    ] as const) {
      expect(Buffer.compare(source.read(y, count), memory.read(y, count))).toBe(0);
    }
    source.close();
    writeFileSync(file, bytes.subarray(0, 1000));
    const short = openFileSource({ hash: 'h', width, height, channels: 4, file });
    expect(() => short.read(0, 1)).toThrow(/incomplete/);
    short.close();
  });

  test('a picture that is not stored prints nothing', () => {
    const pictures = openPictures([]);
    expect(pictures.lookup('none')).toBeNull();
    pictures.close();
  });

  test('an output that fails leaves no file', async () => {
    const base = createJob('x', 'p');
    const job = {
      ...base,
      pictures: [filePicture({ id: 'a', name: 'a', hash: 'h', width: 100, height: 100 })],
      passes: base.passes.map((p) => withFill(p, { feed: { ...fillOf(p).feed, picture: 'a' } })),
    };
    const broken = {
      ...memorySource(100, 100, 1, new Uint8Array(10000)),
      read(y: number): Uint8Array {
        if (y > 50) throw new Error('the disk is gone');
        return new Uint8Array(100);
      },
    };
    const file = join(folder, 'broken.png');
    const write = () =>
      writeFile({ kernels: createKernels(), job, asked: { kind: 'plate', pass: 'p' }, pictures: () => broken, file });
    await expect(write()).rejects.toThrow('the disk is gone');
    expect(existsSync(file)).toBe(false);
    expect(readdirSync(folder).filter((f) => f.includes('partial'))).toEqual([]);
  });
});

test('a small print of bare stock is the colour of the stock, in the proportions of the sheet', () => {
  const base = createJob('x', 'p');
  const job = { ...base, sheet: { ...base.sheet, stock: plainStock('Rose', '#f2d6d0') } };
  const { width, height, rgba } = makeSmallPrint({ kernels: createKernels(), pictures: () => null }, job, 105);
  expect([width, height]).toEqual([105, 74]);
  for (const at of [0, 4 * 5000, rgba.length - 4])
    expect([...rgba.subarray(at, at + 4)]).toEqual([0xf2, 0xd6, 0xd0, 255]);
});

test('the server listens on this machine only, unless told otherwise', () => {
  expect(settingsFrom({})).toMatchObject({ host: '127.0.0.1', port: 4310 });
  expect(
    settingsFrom({ CHROMATYPE_HOST: '0.0.0.0', CHROMATYPE_PORT: '80', CHROMATYPE_DATA: '/srv/prints' }),
  ).toMatchObject({
    host: '0.0.0.0',
    port: 80,
    data: '/srv/prints',
  });
});
