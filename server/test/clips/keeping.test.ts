import { readFileSync, rmSync } from 'node:fs';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import request from 'supertest';
import { backup } from '../../src/keeping/backup.ts';
import { examine } from '../../src/keeping/doctor.ts';
import { restore } from '../../src/keeping/restore.ts';
import { pictureFiles } from '../../src/pictures/picture-files.ts';
import { startApp, type TestApp } from '../app.ts';
import { makeClips } from './clips.ts';

let server: TestApp;
const clips = makeClips();
const folder = mkdtempSync(join(tmpdir(), 'chromatype-keeping-'));
beforeAll(async () => {
  server = await startApp();
});
afterAll(async () => {
  await server.close();
  clips.remove();
  rmSync(folder, { recursive: true });
});

const add = async (name: string): Promise<string> =>
  (
    await request(server.app.getHttpServer())
      .post(`/api/pictures?name=${name}`)
      .set('Content-Type', 'application/octet-stream')
      .send(clips.file(name))
      .expect(201)
  ).body.hash;

test('a backup brings the frames of clips back, byte for byte', async () => {
  const [moving, still] = [await add('plain.gif'), await add('still.gif')];
  const zip = join(folder, 'studio.zip');
  expect(await backup(server.data, zip, () => {})).toEqual([]);
  const data = join(folder, 'restored');
  await restore(data, zip, () => {});
  const [before, after] = [server.data, data].map((at) => Object.values(pictureFiles(at, moving).clip));
  expect(before).toHaveLength(3);
  for (const [k, file] of before!.entries()) expect(readFileSync(after![k]!).equals(readFileSync(file))).toBe(true);
  expect(() => readFileSync(pictureFiles(data, still).clip.frames)).toThrow('ENOENT');
  expect((await examine(data, () => {})).missing).toEqual([]);
});

test('the doctor misses the frames of a clip, and asks none of a still', async () => {
  const moving = await add('plain.webp');
  await add('still.gif');
  rmSync(pictureFiles(server.data, moving).clip.small);
  const { missing } = await examine(server.data, () => {});
  expect(missing).toEqual([`The file frames-small of the picture "plain.webp" (${moving}) is missing.`]);
  rmSync(pictureFiles(server.data, moving).clip.frames);
  const flaws = await backup(server.data, join(folder, 'flawed.zip'), () => {});
  expect(flaws).toHaveLength(2);
});
