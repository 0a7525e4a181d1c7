import { existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  createJob,
  createKernels,
  type Job,
  memorySource,
  packRows,
  filePicture,
  fillOf,
  withFill,
} from '@chromatype/core';
import request from 'supertest';
import sharp from 'sharp';
import { DataSource } from 'typeorm';
import { RunEntity } from '../src/runs/run.entity.ts';
import { startApp, type TestApp } from './app.ts';

let server: TestApp;
beforeAll(async () => {
  server = await startApp();
});
afterAll(() => server.close());

const http = () => request(server.app.getHttpServer());

/** A stored job that reads a grey slope, `mm` wide. */
async function slopeJob(mm: number): Promise<{ id: string; job: Job; pixels: Uint8Array }> {
  const pixels = Uint8Array.from({ length: 256 * 64 }, (_, k) => k % 256);
  const png = await sharp(pixels, { raw: { width: 256, height: 64, channels: 1 } })
    .png()
    .toBuffer();
  const { body: picture } = await http()
    .post('/api/pictures?name=slope.png')
    .set('Content-Type', 'application/octet-stream')
    .send(png)
    .expect(201);
  const base = createJob('Slope, ünder', 'p1');
  const job: Job = {
    ...base,
    sheet: { ...base.sheet, width: mm, height: mm / 2 },
    pictures: [filePicture({ id: 'a', name: 'slope.png', hash: picture.hash, width: 256, height: 64 })],
    passes: base.passes.map((p) => withFill(p, { feed: { ...fillOf(p).feed, picture: 'a' } })),
  };
  const { body } = await http().post('/api/jobs').send({ document: job }).expect(201);
  return { id: body.id, job, pixels };
}

async function finished(id: string): Promise<{ state: string; bytes: number; progress: number }> {
  for (let k = 0; k < 400; k++) {
    const { body } = await http().get(`/api/runs/${id}`);
    if (body.state !== 'queued' && body.state !== 'running') return body;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error('The run does not end.');
}

/** Every event that a run tells until it has ended. */
async function events(id: string): Promise<{ state: string; progress: number }[]> {
  const response = await fetch(`${server.url()}/api/runs/${id}/events`);
  const text = await response.text();
  return text
    .split('\n')
    .filter((l) => l.startsWith('data: '))
    .map((l) => JSON.parse(l.slice(6)));
}

/** Waits for the first event of a run that fits; throws when the run ends without one. */
async function firstEvent(id: string, fits: (run: { progress: number }) => boolean): Promise<void> {
  const stop = new AbortController();
  const response = await fetch(`${server.url()}/api/runs/${id}/events`, { signal: stop.signal });
  let text = '';
  try {
    for await (const piece of response.body!.pipeThrough(new TextDecoderStream())) {
      text += piece;
      const whole = text.split('\n\n').slice(0, -1).join('\n');
      const told = whole.split('\n').filter((l) => l.startsWith('data: '));
      if (told.some((l) => fits(JSON.parse(l.slice(6))))) return;
    }
  } finally {
    stop.abort();
  }
  throw new Error('The run ended without such an event.');
}

const binary = (path: string) =>
  http()
    .get(path)
    .buffer(true)
    .parse((res, done) => {
      const pieces: Buffer[] = [];
      res.on('data', (p: Buffer) => pieces.push(p));
      res.on('end', () => done(null, Buffer.concat(pieces)));
    });

describe('runs', () => {
  test('a plate is made in a thread, tells its progress, and is the plate that the engine makes', async () => {
    const { id, job, pixels } = await slopeJob(120);
    const { body: run } = await http().post(`/api/jobs/${id}/runs`).send({ kind: 'plate', pass: 'p1' }).expect(201);
    const told = await events(run.id);
    expect(told.at(-1)).toMatchObject({ state: 'done', progress: 1 });
    expect(told.map((t) => t.progress)).toEqual(told.map((t) => t.progress).toSorted((a, b) => a - b));
    const file = await binary(`/api/runs/${run.id}/file`).expect(200);
    expect(file.headers['content-disposition']).toContain('slope-%C3%BCnder-black-plate.png');
    const { data, info } = await sharp(file.body as Buffer)
      .raw()
      .toBuffer({ resolveWithObject: true });
    const rows = packRows(createKernels(), job, job.passes[0]!, () => memorySource(256, 64, 1, pixels));
    const stride = (info.width + 7) >> 3;
    let different = 0;
    for (let y = 0; y < info.height; y++) {
      for (let x = 0; x < info.width; x++) {
        const ink = (rows[y * stride + (x >> 3)]! >> (7 - (x & 7))) & 1;
        if ((data[(y * info.width + x) * info.channels]! < 128 ? 1 : 0) !== ink) different++;
      }
    }
    expect(different).toBe(0);
    expect((await finished(run.id)).bytes).toBe((file.body as Buffer).length);
  });

  test('the estimate comes before and is near', async () => {
    const { id } = await slopeJob(100);
    const { body: estimate } = await http().post(`/api/jobs/${id}/estimate`).send({ kind: 'sheet' }).expect(200);
    expect(estimate).toMatchObject({ width: 1181, height: 591, mm: { width: 100, height: 50 }, ppi: 300 });
    const { body: run } = await http().post(`/api/jobs/${id}/runs`).send({ kind: 'sheet' });
    expect(Math.abs(estimate.bytes / (await finished(run.id)).bytes - 1)).toBeLessThan(0.3);
  });

  test('a run is cancelled within a second and leaves no file', async () => {
    const { id } = await slopeJob(1500);
    const { body: run } = await http().post(`/api/jobs/${id}/runs`).send({ kind: 'sheet' }).expect(201);
    await firstEvent(run.id, ({ progress }) => progress > 0);
    // How far it is can be asked for while it goes on.
    expect((await http().get(`/api/runs/${run.id}`)).body.progress).toBeGreaterThan(0);
    const start = Date.now();
    const { body } = await http().post(`/api/runs/${run.id}/cancel`).expect(200);
    expect(Date.now() - start).toBeLessThan(1000);
    expect(body.state).toBe('cancelled');
    await http().get(`/api/runs/${run.id}/file`).expect(409);
    expect(readdirSync(join(server.data, 'runs')).filter((f) => f.startsWith(run.id))).toEqual([]);
  });

  test('a run that a crash cut off starts again and ends', async () => {
    const { id } = await slopeJob(60);
    const { body: run } = await http().post(`/api/jobs/${id}/runs`).send({ kind: 'sheet' });
    await finished(run.id);
    // As a crash leaves it: under way in the database, and nobody at it.
    await server.app
      .get(DataSource)
      .getRepository(RunEntity)
      .update({ id: run.id }, { state: 'running', progress: 0.4, bytes: null });
    const half = join(server.data, 'runs', `${run.id}.png.4242.partial`);
    writeFileSync(half, 'half');
    mkdirSync(`${half}.d`);
    writeFileSync(join(`${half}.d`, '0'), 'aside');
    await server.restart();
    expect([existsSync(half), existsSync(`${half}.d`)]).toEqual([false, false]);
    expect(await finished(run.id)).toMatchObject({ state: 'done', progress: 1 });
    expect(existsSync(join(server.data, 'runs', `${run.id}.png`))).toBe(true);
  });

  test('a pass that is not there and a kind that is none are refused', async () => {
    const { id } = await slopeJob(50);
    expect(
      (await http().post(`/api/jobs/${id}/runs`).send({ kind: 'plate', pass: 'gone' }).expect(400)).body.message,
    ).toMatch(/"pass" must name a pass/);
    await http().post(`/api/jobs/${id}/runs`).send({ kind: 'poster' }).expect(400);
  });

  test('small prints show the job', async () => {
    const { id } = await slopeJob(80);
    const { body } = await binary(`/api/jobs/${id}/print.png?width=160`).expect(200);
    const { data, info } = await sharp(body as Buffer)
      .raw()
      .toBuffer({ resolveWithObject: true });
    expect(info).toMatchObject({ width: 160, height: 80 });
    // A slope from black to white lies on the sheet: its left is darker than its right.
    const column = (x: number) =>
      Array.from({ length: 80 }, (_, y) => data[(y * 160 + x) * info.channels]!).reduce((a, b) => a + b) / 80;
    expect(column(30)).toBeLessThan(column(130) - 40);
  });
});
