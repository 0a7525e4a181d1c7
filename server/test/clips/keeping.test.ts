import { readFileSync, rmSync } from 'node:fs';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { backup } from '../../src/keeping/backup.ts';
import { examine } from '../../src/keeping/doctor.ts';
import { restore } from '../../src/keeping/restore.ts';
import { pictureFiles } from '../../src/pictures/picture-files.ts';
import { clipServer } from './clips.ts';

const { data, add: send } = clipServer();
const folder = mkdtempSync(join(tmpdir(), 'chromatype-keeping-'));
afterAll(() => rmSync(folder, { recursive: true }));

const add = async (name: string): Promise<string> => (await send(name).expect(201)).body.hash;

test('a backup brings the frames of clips back, byte for byte', async () => {
  const [moving, still] = [await add('plain.gif'), await add('still.gif')];
  const zip = join(folder, 'studio.zip');
  expect(await backup(data(), zip, () => {})).toEqual([]);
  const restored = join(folder, 'restored');
  await restore(restored, zip, () => {});
  const [before, after] = [data(), restored].map((at) => Object.values(pictureFiles(at, moving).clip));
  expect(before).toHaveLength(3);
  for (const [k, file] of before!.entries()) expect(readFileSync(after![k]!).equals(readFileSync(file))).toBe(true);
  expect(() => readFileSync(pictureFiles(restored, still).clip.frames)).toThrow('ENOENT');
  expect((await examine(restored, () => {})).missing).toEqual([]);
});

test('the doctor misses the frames of a clip, and asks none of a still', async () => {
  const moving = await add('plain.webp');
  await add('still.gif');
  rmSync(pictureFiles(data(), moving).clip.small);
  const { missing } = await examine(data(), () => {});
  expect(missing).toEqual([`The file frames-small of the picture "plain.webp" (${moving}) is missing.`]);
  rmSync(pictureFiles(data(), moving).clip.frames);
  const flaws = await backup(data(), join(folder, 'flawed.zip'), () => {});
  expect(flaws).toHaveLength(2);
});
