import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { shippedRecipes } from '@chromatype/core';
import sharp from 'sharp';
import { ask, jobOf, jobWith, until } from '../../../bench/src/processes/requests.ts';
import { processes } from './servers.ts';
import { testDisk } from './test-disk.ts';

const all = processes();
afterAll(() => all.clear());

const FULL = 'The disk that holds the data is full; nothing was changed. Make room on it and try again.';

const png = async (colour: string) =>
  new Uint8Array(
    await sharp({ create: { width: 300, height: 300, channels: 3, background: colour } })
      .png()
      .toBuffer(),
  );

/** A server whose data lies on a disk that counts flushes and can be full. */
async function onTestDisk() {
  const data = all.folder();
  const disk = testDisk(data, all.folder());
  const server = all.start(data, disk.environment);
  return { data, disk, server, url: await server.ready };
}

test('a save is flushed to the disk before it is acknowledged', async () => {
  const { disk, url } = await onTestDisk();
  const flushes = () =>
    readFileSync(disk.log, 'utf8')
      .split('\n')
      .filter((path) => path.endsWith('.sqlite-wal')).length;
  const { body: job } = await ask(`${url}/api/jobs`, 'POST', { document: jobOf('Flushed') });
  for (let version = 1; version <= 5; version++) {
    const before = flushes();
    const saved = await ask(
      `${url}/api/jobs/${job.id}`,
      'PUT',
      { document: jobOf(`Flushed ${version}`) },
      { 'If-Match': `"${version}"` },
    );
    expect(saved.status).toBe(200);
    expect(flushes()).toBeGreaterThan(before);
  }
});

test('an upload is flushed with its folder before it is acknowledged', async () => {
  const { data, disk, url } = await onTestDisk();
  const { body } = await ask(`${url}/api/pictures?name=a.png`, 'POST', await png('#123'));
  const flushed = new Set(
    readFileSync(disk.log, 'utf8')
      .split('\n')
      .map((path) => path.split('/').at(-1)),
  );
  for (const name of ['original', 'pixels', 'thumb.png']) expect(flushed).toContain(name);
  // The name of the picture stands in the folder above it.
  expect(flushed).toContain(body.hash.slice(0, 2));
  expect(readdirSync(join(data, 'incoming'))).toEqual([]);
});

test('a full disk is said, and nothing is lost or left behind', async () => {
  const { data, disk, url } = await onTestDisk();
  const { body: job } = await ask(`${url}/api/jobs`, 'POST', { document: jobOf('Before') });
  disk.fill();
  const save = () => ask(`${url}/api/jobs/${job.id}`, 'PUT', { document: jobOf('After') }, { 'If-Match': '"1"' });
  for (const answer of [
    await save(),
    await ask(`${url}/api/jobs`, 'POST', { document: jobOf('New') }),
    await ask(`${url}/api/pictures?name=a.png`, 'POST', await png('#456')),
  ]) {
    expect([answer.status, answer.body.message]).toEqual([507, FULL]);
  }
  expect((await ask(`${url}/api/jobs/${job.id}`)).body).toMatchObject({ version: 1, document: { title: 'Before' } });
  expect((await ask(`${url}/api/jobs`)).body).toHaveLength(1);
  expect(readdirSync(join(data, 'incoming'))).toEqual([]);
  expect(existsSync(join(data, 'pictures'))).toBe(false);
  disk.empty();
  expect((await save()).status).toBe(200);
});

test('recipes, versions and job files that meet a full disk are refused, and come in when there is room', async () => {
  const { data, disk, url } = await onTestDisk();
  const { body: picture } = await ask(`${url}/api/pictures?name=a.png`, 'POST', await png('#234'));
  const { body: job } = await ask(`${url}/api/jobs`, 'POST', { document: jobWith('Kept', 40, picture) });
  const file = new Uint8Array(await (await fetch(`${url}/api/jobs/${job.id}/file`)).arrayBuffer());
  const recipe = { document: { ...shippedRecipes()[0]!.recipe, name: 'Own' } };
  const tries = [
    () => ask(`${url}/api/recipes`, 'POST', recipe),
    () => ask(`${url}/api/jobs/${job.id}/versions`, 'POST', { name: 'Now', why: 'named' }),
    () => ask(`${url}/api/jobs/import`, 'POST', file),
  ];
  const { body: before } = await ask(`${url}/api/recipes`);
  disk.fill();
  for (const again of tries) {
    const { status, body } = await again();
    expect([status, body.message]).toEqual([507, FULL]);
  }
  expect((await ask(`${url}/api/jobs`)).body).toHaveLength(1);
  expect((await ask(`${url}/api/recipes`)).body).toEqual(before);
  expect((await ask(`${url}/api/jobs/${job.id}/versions`)).body).toEqual([]);
  expect(readdirSync(join(data, 'incoming'))).toEqual([]);
  disk.empty();
  for (const again of tries) expect((await again()).status).toBe(201);
  expect((await ask(`${url}/api/jobs`)).body).toHaveLength(2);
});

test('a batch that meets a full disk waits for room, and is whole in the end', async () => {
  const { data, disk, url } = await onTestDisk();
  const pictures = [];
  for (const colour of ['#345', '#876']) {
    const { body } = await ask(`${url}/api/pictures?name=a.png`, 'POST', await png(colour));
    pictures.push({ hash: body.hash, name: `${colour.slice(1)}.png` });
  }
  const recipes = ['newspaper-front-page', 'comic-cover'];
  const own = { formats: ['png'], longest: 150, ppi: 300, names: '{number}', contact: true };
  const start = async () => (await ask(`${url}/api/batches`, 'POST', { pictures, recipes, ...own })).body.id as string;
  const stateOf = async (id: string) => (await ask(`${url}/api/runs/${id}`)).body;
  const bytesOf = async (id: string) => Buffer.from(await (await fetch(`${url}/api/runs/${id}/file`)).arrayBuffer());
  const undisturbed = await start();
  await until(async () => (await stateOf(undisturbed)).state === 'done', 60);
  const id = await start();
  await until(async () => (await stateOf(id)).progress > 0.1, 60);
  disk.fillOnly(join(data, 'runs'));
  await until(async () => /^The disk is full; /.test((await stateOf(id)).message ?? ''), 60);
  disk.empty();
  await until(async () => (await stateOf(id)).state === 'done', 60);
  expect((await stateOf(id)).message).toBeNull();
  expect(Buffer.compare(await bytesOf(id), await bytesOf(undisturbed))).toBe(0);
}, 180_000);

test('runs wait for room, say so, and go on by themselves', async () => {
  const { data, disk, url } = await onTestDisk();
  const { body: picture } = await ask(`${url}/api/pictures?name=a.png`, 'POST', await png('#789'));
  const { body: job } = await ask(`${url}/api/jobs`, 'POST', { document: jobWith('Full', 500, picture) });
  const run = async () => (await ask(`${url}/api/jobs/${job.id}/runs`, 'POST', { kind: 'sheet' })).body.id as string;
  const stateOf = async (id: string) => (await ask(`${url}/api/runs/${id}`)).body;
  const [first, second, third] = [await run(), await run(), await run()];
  await until(async () => (await stateOf(first)).progress > 0);
  // The disk fills while the first is written: how it ended cannot be written down either.
  disk.fill();
  await new Promise((resolve) => setTimeout(resolve, 3000));
  expect(readdirSync(join(data, 'runs')).filter((name) => name.includes('partial'))).toEqual([]);
  disk.empty();
  await until(async () => (await stateOf(first)).state === 'done', 40);
  // The last is cancelled while the second is made.
  expect((await ask(`${url}/api/runs/${third}/cancel`, 'POST')).body.state).toBe('cancelled');
  await until(async () => (await stateOf(second)).state === 'done', 40);
  expect((await stateOf(first)).message).toBeNull();
  for (const id of [first, second]) expect((await ask(`${url}/api/runs/${id}/file`)).status).toBe(200);
});

test('a run that found the disk full can be cancelled while it waits', async () => {
  const { data, disk, url } = await onTestDisk();
  const { body: picture } = await ask(`${url}/api/pictures?name=a.png`, 'POST', await png('#abc'));
  const { body: job } = await ask(`${url}/api/jobs`, 'POST', { document: jobWith('Waiting', 500, picture) });
  const { body: run } = await ask(`${url}/api/jobs/${job.id}/runs`, 'POST', { kind: 'sheet' });
  await until(async () => (await ask(`${url}/api/runs/${run.id}`)).body.progress > 0);
  // Room for the database, but not for the print: its file is refused alone.
  disk.fillOnly(join(data, 'runs'));
  await until(async () => (await ask(`${url}/api/runs/${run.id}`)).body.state === 'queued');
  expect((await ask(`${url}/api/runs/${run.id}`)).body.message).toMatch(/^The disk is full; .* when there is room\.$/);
  expect((await ask(`${url}/api/runs/${run.id}/cancel`, 'POST')).body.state).toBe('cancelled');
  disk.empty();
});

test('a start on a full disk is refused in one sentence', async () => {
  const data = all.folder();
  const disk = testDisk(data, all.folder());
  disk.fill();
  const server = all.start(data, disk.environment);
  expect((await server.ended).code).toBe(1);
  expect(server.errors().trim()).toMatch(/^[A-Z][^\n]*full\.$/);
});
