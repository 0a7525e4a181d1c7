import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import {
  createJob,
  filePicture,
  INK_SETS,
  type Job,
  LINEAR,
  type OutputAsked,
  splitPicture,
  withFill,
} from '@chromatype/core';
import sharp from 'sharp';
import request from 'supertest';
import { planParts } from '../../src/parts/plan-parts.ts';
import { startApp, type TestApp } from '../app.ts';
import { runFile } from '../run-file.ts';
import { SECRET, type TestMachine, testMachine } from './machine-process.ts';
import { type TestRedis, testRedis } from './redis.ts';

let redis: TestRedis;
/** A server that gives its work to machines, and one that does all itself. */
let queued: TestApp;
let alone: TestApp;
const machines: TestMachine[] = [];
let photo: Buffer;

beforeAll(async () => {
  redis = await testRedis();
  await redis.start();
  [queued, alone] = await Promise.all([startApp({ redis: redis.address, renderSecret: SECRET }), startApp()]);
  const pixels = Uint8Array.from(
    { length: 600 * 400 * 3 },
    (_, k) => 128 + 120 * Math.sin((k % 1800) / 300 + k / 90_000),
  );
  photo = await sharp(pixels, { raw: { width: 600, height: 400, channels: 3 } })
    .png()
    .toBuffer();
});
afterAll(async () => {
  for (const machine of machines) await machine.kill();
  await Promise.all([queued.close(), alone.close()]);
  await redis.clear();
});

const http = (app: TestApp) => request(app.app.getHttpServer());
const started = (): TestMachine => {
  const machine = testMachine(queued.url());
  machines.push(machine);
  return machine;
};

async function until<T>(what: () => Promise<T | null>, seconds = 30): Promise<T> {
  for (let tries = 0; tries < seconds * 20; tries++) {
    const found = await what();
    if (found !== null) return found;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error('It did not come.');
}

async function withPhoto(app: TestApp): Promise<string> {
  const { body } = await http(app)
    .post('/api/pictures?name=photo.png')
    .set('Content-Type', 'application/octet-stream')
    .send(photo)
    .expect(201);
  return body.hash;
}

/** A job of four process inks on a sheet that is worth dividing, and one of diffused grain. */
function largeJob(hash: string, grain: boolean): Job {
  const base = createJob(grain ? 'Grain' : 'Process', 'p');
  const plain: Job = {
    ...base,
    sheet: { ...base.sheet, width: 210, height: 297, bleed: 0, ppi: 300 },
    pictures: [filePicture({ id: 'a', name: 'photo.png', hash, width: 600, height: 400 })],
    passes: base.passes.map((p) => withFill(p, { feed: { ...p.fills[0].feed, picture: 'a' } })),
  };
  let n = 0;
  const set = INK_SETS.find((s) => s.name === 'process')!;
  const { job } = splitPicture(plain, { set, from: 'p', newId: () => `n${n++}` });
  if (!grain) return { ...job, passes: job.passes.filter((p) => p.on) };
  return {
    ...job,
    passes: job.passes
      .filter((p) => p.on)
      .map((p) => withFill(p, { screen: { ...p.fills[0].screen, family: 'grain' as const } })),
  };
}

/** A small clip in which a screen turns: 24 drawings. */
function turningJob(hash: string): Job {
  const job = largeJob(hash, false);
  const [pass] = job.passes;
  const keys = [0, 2].map((at) => ({ ...LINEAR, at, value: at * 45 }));
  const track = { id: 'turn', setting: 'screen.angle', pass: pass!.id, fill: null, on: true, keys };
  return {
    ...job,
    sheet: { ...job.sheet, width: 30, height: 20, bleed: 0 },
    passes: [pass!],
    motion: { settings: { ...job.motion.settings, seconds: 2, rate: 12 }, tracks: [track] },
  };
}

async function stored(app: TestApp, made: boolean | ((hash: string) => Job)): Promise<string> {
  const hash = await withPhoto(app);
  const document = typeof made === 'boolean' ? largeJob(hash, made) : made(hash);
  return (await http(app).post('/api/jobs').send({ document }).expect(201)).body.id;
}

const folders = (app: TestApp): string[] =>
  readdirSync(join(app.data, 'runs')).filter((name) => /\.(parts|d)$/.test(name));

test('without a machine a run says so and waits; with one it goes on by itself', async () => {
  const id = await stored(queued, false);
  const { body: run } = await http(queued).post(`/api/jobs/${id}/runs`).send({ kind: 'sheet' }).expect(201);
  const message = await until(async () => (await http(queued).get(`/api/runs/${run.id}`)).body.message);
  expect(message).toBe('No render machine is at work; start one with "npm run render".');
  started();
  const done = await until(async () => {
    const { body } = await http(queued).get(`/api/runs/${run.id}`);
    return body.state === 'done' ? body : null;
  }, 60);
  expect(done.message).toBeNull();
  expect(folders(queued)).toEqual([]);
});

test.each([
  [false, { kind: 'sheet' }],
  [false, { kind: 'package' }],
  [true, { kind: 'plates-pdf' }],
])(
  'a sheet that machines made in parts (grain: %s) is byte for byte the one that the server makes itself: %j',
  async (grain, asked) => {
    const [a, b] = [await stored(queued, grain), await stored(alone, grain)];
    const [parts, whole] = await Promise.all([runFile(queued, a, asked), runFile(alone, b, asked)]);
    expect(parts.length).toBeGreaterThan(100_000);
    expect(Buffer.compare(parts, whole)).toBe(0);
  },
  120_000,
);

test.each(['clip-gif', 'clip-apng'])(
  'a clip whose frames machines made is byte for byte the same: %s',
  async (kind) => {
    const [a, b] = [await stored(queued, turningJob), await stored(alone, turningJob)];
    const divided = planParts(turningJob('a'.repeat(64)), { kind } as OutputAsked);
    expect(divided).toHaveLength(6);
    const [parts, whole] = await Promise.all([runFile(queued, a, { kind }), runFile(alone, b, { kind })]);
    expect(parts.length).toBeGreaterThan(50_000);
    expect(Buffer.compare(parts, whole)).toBe(0);
  },
  60_000,
);

test('a batch is made by machines, byte for byte', async () => {
  const files: Buffer[] = [];
  for (const app of [queued, alone]) {
    const hash = await withPhoto(app);
    const body = {
      pictures: [0, 1, 2].map((k) => ({ hash, name: `p${k}.png` })),
      recipes: ['newspaper-front-page', 'light-amber-board'],
      formats: ['png', 'svg'],
      longest: 50,
      ppi: 150,
      names: '{number}',
      contact: true,
    };
    const { body: run } = await http(app).post('/api/batches').send(body).expect(201);
    const done = await until(async () => {
      const { body: now } = await http(app).get(`/api/runs/${run.id}`);
      return now.state === 'done' ? now : null;
    }, 60);
    expect(done.message).toMatch(/^3 of 6 prints could not be made/);
    const answer = await http(app)
      .get(`/api/runs/${run.id}/file`)
      .buffer(true)
      .parse((response, end) => {
        const pieces: Buffer[] = [];
        response.on('data', (piece: Buffer) => pieces.push(piece));
        response.on('end', () => end(null, Buffer.concat(pieces)));
      });
    files.push(answer.body);
  }
  expect(Buffer.compare(files[0]!, files[1]!)).toBe(0);
  expect(folders(queued)).toEqual([]);
}, 120_000);

test('a machine with a wrong secret or another version is turned away in one sentence', async () => {
  const wrong = testMachine(queued.url(), { CHROMATYPE_RENDER_SECRET: 'something else entirely' });
  expect(await wrong.ended).toBe(2);
  expect(wrong.said().trim()).toBe('The secret of this render machine is not the one of the server.');
  const none = testMachine(alone.url());
  expect(await none.ended).toBe(2);
  expect(none.said().trim()).toBe('This server gives no work to render machines.');
  const old = await http(queued)
    .get('/api/render/hello')
    .set('Authorization', `Bearer ${SECRET}`)
    .set('x-chromatype-engine', 'older');
  expect(old.status).toBe(409);
  expect(old.body.message).toMatch(/has another version \(older\) than the server/);
});

test('machines see parts that are wanted, and nothing else', async () => {
  const { engineVersion } = await import('../../src/queue/engine-version.ts');
  const ask = (path: string) =>
    http(queued)
      .get(`/api/render/${path}`)
      .set('Authorization', `Bearer ${SECRET}`)
      .set('x-chromatype-engine', engineVersion());
  expect((await ask('parts/none')).body.message).toBe('Nobody waits for this part any more.');
  const hash = await withPhoto(queued);
  expect((await ask(`pictures/${hash}/pixels`)).status).toBe(410);
  // The secret of machines opens nothing else, and other addresses need no secret of machines.
  expect((await http(queued).get('/api/render/hello')).status).toBe(401);
});

test('a run that is cancelled leaves nothing behind, and machines go on with the next', async () => {
  const id = await stored(queued, false);
  const { body: run } = await http(queued).post(`/api/jobs/${id}/runs`).send({ kind: 'package' }).expect(201);
  await until(async () => {
    const { body } = await http(queued).get(`/api/runs/${run.id}`);
    return body.progress > 0.05 ? body : null;
  });
  expect((await http(queued).post(`/api/runs/${run.id}/cancel`)).body.state).toBe('cancelled');
  await http(queued).delete(`/api/runs/${run.id}`).expect(204);
  expect(existsSync(join(queued.data, 'runs', `${run.id}.parts`))).toBe(false);
  expect(
    (await runFile(queued, id, { kind: 'plate', pass: largeJob('a'.repeat(64), false).passes[0]!.id })).length,
  ).toBeGreaterThan(1000);
}, 120_000);

test('a Redis that goes away in the middle and comes back empty loses nothing', async () => {
  const id = await stored(queued, false);
  const { body: run } = await http(queued).post(`/api/jobs/${id}/runs`).send({ kind: 'package' }).expect(201);
  await until(async () => {
    const { body } = await http(queued).get(`/api/runs/${run.id}`);
    return body.progress > 0.1 ? body : null;
  });
  await redis.kill();
  const message = await until(async () => (await http(queued).get(`/api/runs/${run.id}`)).body.message);
  expect(message).toMatch(/^Redis at 127\.0\.0\.1:\d+ cannot be reached; this run goes on by itself/);
  await redis.start();
  await until(async () => {
    const { body } = await http(queued).get(`/api/runs/${run.id}`);
    return body.state === 'done' && body.message === null ? body : null;
  }, 90);
}, 180_000);

test('a Redis that is full says so, and the run goes on when there is room', async () => {
  await redis.kill();
  await redis.start('1mb');
  const { Redis } = await import('ioredis');
  const direct = new Redis(redis.address);
  await direct.set('ballast', 'x'.repeat(600_000)).catch(() => {});
  for (let k = 0; k < 400; k++) await direct.set(`b${k}`, 'y'.repeat(4000)).catch(() => {});
  const id = await stored(queued, false);
  const { body: run } = await http(queued).post(`/api/jobs/${id}/runs`).send({ kind: 'sheet' }).expect(201);
  const message = await until(async () => {
    const { body } = await http(queued).get(`/api/runs/${run.id}`);
    return /full/.test(body.message ?? '') ? body.message : null;
  });
  expect(message).toMatch(/^Redis at .* is full; this run goes on by itself when there is room\.$/);
  await direct.config('SET', 'maxmemory', '200mb');
  direct.disconnect();
  await until(async () => {
    const { body } = await http(queued).get(`/api/runs/${run.id}`);
    return body.state === 'done' ? body : null;
  }, 90);
}, 180_000);
