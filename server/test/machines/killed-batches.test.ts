import sharp from 'sharp';
import { processes } from '../processes/servers.ts';
import { SECRET, type TestMachine, testMachine } from './machine-process.ts';
import { freePort, type TestRedis, testRedis } from './redis.ts';

/*
 * Batches that are killed at random moments: the server, a render machine, or both. Fifty trials by hand:
 * BATCH_TRIALS=50 npm run unit -- server/test/machines/killed-batches
 */
const TRIALS = Number(process.env.BATCH_TRIALS ?? 2);
const SEED = Number(process.env.BATCH_SEED ?? 20261129);

/** Whole numbers of a seed (the linear congruence of Numerical Recipes, 7.1). */
function numbers(seed: number): (below: number) => number {
  let state = seed >>> 0;
  return (below) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return Math.floor((state / 2 ** 32) * below);
  };
}

const all = processes();
let redis: TestRedis;
const machines = new Set<TestMachine>();
beforeAll(async () => {
  redis = await testRedis();
  await redis.start();
});
afterAll(async () => {
  for (const machine of machines) await machine.kill();
  await all.clear();
  await redis.clear();
});

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** A server that is started again on the same port and data whenever it is killed. */
async function lastingServer(settings: Readonly<Record<string, string>>) {
  const data = all.folder();
  const port = String(await freePort());
  const start = () => all.start(data, { ...settings, CHROMATYPE_PORT: port });
  let server = start();
  await server.ready;
  const address = `http://127.0.0.1:${port}`;
  return {
    address,
    async killed() {
      server.kill('SIGKILL');
      await server.ended;
      server = start();
      await server.ready;
    },
    async ask<T>(path: string, options: RequestInit = {}): Promise<T> {
      const response = await fetch(`${address}/api${path}`, options);
      if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
      return (await response.json()) as T;
    },
    async stop() {
      server.kill('SIGKILL');
      await server.ended;
    },
  };
}

type Server = Awaited<ReturnType<typeof lastingServer>>;

async function startBatch({ ask }: Server): Promise<string> {
  const pictures: { hash: string; name: string }[] = [];
  for (let k = 0; k < 3; k++) {
    const pixels = Uint8Array.from({ length: 300 * 200 * 3 }, (_, n) => (n * (k + 3) * 7 + (n >> 8)) & 255);
    const body = await sharp(pixels, { raw: { width: 300, height: 200, channels: 3 } })
      .png()
      .toBuffer();
    const sent = {
      method: 'POST',
      body: new Uint8Array(body),
      headers: { 'Content-Type': 'application/octet-stream' },
    };
    const { hash } = await ask<{ hash: string }>(`/pictures?name=p${k}.png`, sent);
    pictures.push({ hash, name: `p${k}.png` });
  }
  const recipes = ['newspaper-front-page', 'comic-two-colours', 'zine-photocopied'];
  const own = { formats: ['png', 'tif'], longest: 50, ppi: 300, names: '{number}', contact: true };
  const body = JSON.stringify({ pictures, recipes, ...own });
  const { id } = await ask<{ id: string }>('/batches', {
    method: 'POST',
    body,
    headers: { 'Content-Type': 'application/json' },
  });
  return id;
}

async function archiveOf({ ask, address }: Server, run: string): Promise<Buffer> {
  for (let tries = 0; tries < 1200; tries++) {
    const { state, message } = await ask<{ state: string; message: string | null }>(`/runs/${run}`);
    if (state === 'done') {
      expect(message).toBeNull();
      return Buffer.from(await (await fetch(`${address}/api/runs/${run}/file`)).arrayBuffer());
    }
    if (state === 'failed' || state === 'cancelled') throw new Error(`The batch ended as ${state}: ${message}`);
    await pause(50);
  }
  throw new Error('The batch did not end.');
}

let undisturbed: Buffer;
let milliseconds: number;
beforeAll(async () => {
  const server = await lastingServer({});
  const start = Date.now();
  undisturbed = await archiveOf(server, await startBatch(server));
  milliseconds = Date.now() - start;
  await server.stop();
  expect(undisturbed.length).toBeGreaterThan(50_000);
}, 120_000);

const QUEUED = () => ({ CHROMATYPE_REDIS: redis.address, CHROMATYPE_RENDER_SECRET: SECRET });

test('batches whose server or machines are killed at random moments are complete, and byte for byte the undisturbed one', async () => {
  const pick = numbers(SEED);
  for (let trial = 0; trial < TRIALS; trial++) {
    const queued = trial % 2 === 1;
    const server = await lastingServer(queued ? QUEUED() : {});
    const own = queued ? [testMachine(server.address), testMachine(server.address)] : [];
    for (const machine of own) machines.add(machine);
    const run = await startBatch(server);
    const kills = 1 + pick(2);
    for (let k = 0; k < kills; k++) {
      await pause(pick(Math.max(400, milliseconds)));
      const what = queued ? pick(3) : 0;
      if (what !== 1) await server.killed();
      if (what !== 0) {
        const [victim] = own.splice(pick(own.length), 1);
        await victim!.kill();
        machines.delete(victim!);
        const next = testMachine(server.address);
        machines.add(next);
        own.push(next);
      }
    }
    const archive = await archiveOf(server, run);
    expect([trial, Buffer.compare(archive, undisturbed)]).toEqual([trial, 0]);
    for (const machine of own) {
      await machine.kill();
      machines.delete(machine);
    }
    await server.stop();
  }
}, 1_800_000);
