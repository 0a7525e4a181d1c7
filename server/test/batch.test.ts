import { existsSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { type BatchAsked, batchPrints, shippedRecipes } from '@chromatype/core';
import { unzipSync } from 'fflate';
import { PDFDocument } from 'pdf-lib';
import sharp from 'sharp';
import request from 'supertest';
import { DataSource } from 'typeorm';
import { batchFolder, outcomeFile, printFolder } from '../src/batch/batch-folder.ts';
import { startApp, type TestApp } from './app.ts';

let here: TestApp;
const hashes: string[] = [];
beforeAll(async () => {
  here = await startApp();
  for (let k = 0; k < 3; k++) hashes.push(await picture(60 + 60 * k));
});
afterAll(() => here.close());

const http = () => request(here.app.getHttpServer());

async function picture(level: number): Promise<string> {
  const pixels = Uint8Array.from({ length: 120 * 80 * 3 }, (_, k) => (level + (k % 120)) & 255);
  const bytes = await sharp(pixels, { raw: { width: 120, height: 80, channels: 3 } })
    .png()
    .toBuffer();
  const { body } = await http()
    .post('/api/pictures?name=p.png')
    .set('Content-Type', 'application/octet-stream')
    .send(bytes)
    .expect(201);
  return body.hash;
}

const asked = (part: object = {}) => ({
  pictures: hashes.map((hash, k) => ({ hash, name: `Pier ${k + 1}.png` })),
  recipes: ['newspaper-front-page', 'comic-two-colours'],
  formats: ['png', 'tif'],
  longest: 40,
  ppi: 150,
  names: '{number} {picture} {recipe}',
  contact: true,
  ...part,
});

async function ended(id: string): Promise<{ state: string; message: string | null; progress: number }> {
  for (let tries = 0; tries < 600; tries++) {
    const { body } = await http().get(`/api/runs/${id}`).expect(200);
    if (!['queued', 'running'].includes(body.state)) return body;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error('The batch did not end.');
}

async function archive(id: string): Promise<Record<string, Uint8Array>> {
  const { body } = await http()
    .get(`/api/runs/${id}/file`)
    .buffer(true)
    .parse((response, done) => {
      const pieces: Buffer[] = [];
      response.on('data', (piece: Buffer) => pieces.push(piece));
      response.on('end', () => done(null, Buffer.concat(pieces)));
    });
  return unzipSync(new Uint8Array(body));
}

const start = async (part: object = {}): Promise<string> =>
  (await http().post('/api/batches').send(asked(part)).expect(201)).body.id;

test('three pictures by two recipes in two formats make an archive of all files, with contact sheets', async () => {
  const id = await start();
  expect(await ended(id)).toMatchObject({ state: 'done', message: null, progress: 1 });
  const members = await archive(id);
  expect(Object.keys(members).sort()).toEqual(
    [
      ...['001 Pier 1', '003 Pier 2', '005 Pier 3'].flatMap((name) => [
        `${name} Front page.png`,
        `${name} Front page Newspaper black.tif`,
      ]),
      ...['002 Pier 1', '004 Pier 2', '006 Pier 3'].flatMap((name) => [
        `${name} Back page in two colours.png`,
        `${name} Back page in two colours Kite red.tif`,
        `${name} Back page in two colours Harbour blue.tif`,
      ]),
      'contact sheet.pdf',
      'contact sheet.png',
    ].sort(),
  );
  const sheet = await sharp(Buffer.from(members['001 Pier 1 Front page.png']!)).metadata();
  expect([sheet.width, sheet.height]).toEqual([236, 157]);
  expect((await PDFDocument.load(members['contact sheet.pdf']!)).getPageCount()).toBe(1);
  const contact = await sharp(Buffer.from(members['contact sheet.png']!)).metadata();
  expect([contact.width, contact.height]).toEqual([4 * 380, 2 * 420]);
  // Nothing but the archive stays.
  expect(existsSync(batchFolder(here.data, id))).toBe(false);
  expect(readdirSync(join(here.data, 'runs')).filter((name) => name.startsWith(id))).toEqual([`${id}.zip`]);
  const { body: list } = await http().get('/api/runs').expect(200);
  expect(list[0].asked).toEqual({
    kind: 'batch',
    pictures: 3,
    recipes: ['Front page', 'Back page in two colours'],
    formats: ['png', 'tif'],
  });
});

test('what cannot be printed is said one by one, and the rest is there', async () => {
  const id = await start({ formats: ['svg'], recipes: ['light-amber-board', 'manga-sand'], contact: false });
  const run = await ended(id);
  expect(run.state).toBe('done');
  expect(run.message).toMatch(/^3 of 6 prints could not be made/);
  const members = await archive(id);
  expect(Object.keys(members).filter((name) => name.endsWith('.svg'))).toHaveLength(3);
  const lines = Buffer.from(members['not printed.txt']!).toString().trim().split('\n');
  expect(lines).toHaveLength(3);
  for (const line of lines) expect(line).toMatch(/^\d{3} Pier \d Sand: .*\.$/);
});

test('a batch of which nothing can be printed fails in one sentence', async () => {
  const run = await ended(await start({ formats: ['svg'], recipes: ['manga-sand'] }));
  expect(run).toMatchObject({ state: 'failed' });
  expect(run.message).toMatch(/^None of the 3 prints could be made\. 001 Pier 1 Sand: /);
});

test('a batch that is taken up again does not print what is finished, and makes the same archive', async () => {
  const first = await start();
  await ended(first);
  const whole = await archive(first);
  // As after a crash: some prints are finished, one is half made, and the run waits in the queue.
  const id = await start();
  await ended(id);
  const database = here.app.get(DataSource);
  const [row] = await database.query('SELECT asked FROM run WHERE id = ?', [id]);
  const prints = batchPrints(JSON.parse(row.asked) as BatchAsked);
  expect(prints).toHaveLength(6);
  rmSync(join(here.data, 'runs', `${id}.zip`));
  await database.query("UPDATE run SET state = 'running', progress = 0.4 WHERE id = ?", [id]);
  await here.restart();
  expect(await ended(id)).toMatchObject({ state: 'done' });
  const again = await archive(id);
  expect(Object.keys(again).sort()).toEqual(Object.keys(whole).sort());
  for (const [name, bytes] of Object.entries(whole)) expect(Buffer.compare(again[name]!, bytes)).toBe(0);
});

test('a batch is cancelled in the middle, removed, and made again', async () => {
  const recipes = shippedRecipes()
    .slice(0, 20)
    .map((r) => r.id);
  const id = await start({ recipes, longest: 80, formats: ['png'] });
  for (let tries = 0; tries < 400; tries++) {
    const { body } = await http().get(`/api/runs/${id}/prints`).expect(200);
    if (body.prints.find(({ at }: { at: number }) => at === 0).state === 'done') break;
    await new Promise((resolve) => setTimeout(resolve, 25));
  }
  const { body: known } = await http().get(`/api/runs/${id}/prints`).expect(200);
  const { waiting, printing, done, failed } = known.counts;
  expect(waiting + printing + done + failed).toBe(60);
  expect(known.prints.map(({ at }: { at: number }) => at).sort((a: number, b: number) => a - b)).toEqual(
    Array.from({ length: 60 }, (_, k) => k),
  );
  expect(known.prints.find(({ at }: { at: number }) => at === 0)).toMatchObject({
    at: 0,
    picture: 'Pier 1.png',
    recipe: 'Front page',
    state: 'done',
  });
  expect(existsSync(outcomeFile(printFolder(batchFolder(here.data, id), 0)))).toBe(true);
  expect((await http().post(`/api/runs/${id}/cancel`)).body.state).toBe('cancelled');
  expect((await http().get(`/api/runs/${id}/file`)).status).toBe(409);
  const { body: again } = await http().post(`/api/runs/${id}/again`).expect(201);
  expect(again).toMatchObject({ state: 'queued', asked: { kind: 'batch', pictures: 3 } });
  for (const run of [id, again.id]) await http().delete(`/api/runs/${run}`).expect(204);
  expect(existsSync(batchFolder(here.data, id))).toBe(false);
  await http().get(`/api/runs/${id}`).expect(404);
});

test('runs are removed with their files, and the room they take is told', async () => {
  const id = await start({ formats: ['png'], contact: false });
  await ended(id);
  const { body: before } = await http().get('/api/runs/room').expect(200);
  expect(before.used).toBeGreaterThan(1000);
  expect(before.left).toBeGreaterThan(1e6);
  await http().delete(`/api/runs/${id}`).expect(204);
  const { body: after } = await http().get('/api/runs/room').expect(200);
  expect(after.used).toBeLessThan(before.used);
});

test.each([
  [{ pictures: [] }, 400, /at least one picture/],
  [{ recipes: [] }, 400, /at least one recipe/],
  [{ recipes: ['none'] }, 404, /no such recipe/],
  [{ formats: ['gif'] }, 400, /"formats" may hold png, jpg/],
  [{ names: '{colour}' }, 400, /holds \{colour\}/],
  [{ pictures: [{ hash: 'f'.repeat(64), name: 'x' }] }, 404, /not stored here/],
  [{ longest: 5 }, 400, /at least 10 mm/],
])('%j is refused in one sentence', async (part, status, said) => {
  const answer = await http().post('/api/batches').send(asked(part));
  expect(answer.status).toBe(status);
  expect(answer.body.message).toMatch(said);
});
