import { type ChildProcess, spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createJob, filePicture, INK_SETS, type Job, splitPicture, withFill } from '@chromatype/core';
import sharp from 'sharp';
import { type BenchServer, startServer } from './server.ts';
import type { Row } from './statistics.ts';

/* A batch and a large sheet, made by the server itself and by one and two render machines beside it. */

const [PORT, REDIS_PORT] = [4398, 4399];
const SECRET = 'kites over the quay wall';
const PICTURES = 24;
/** An A0 sheet of four plates. */
const A0 = { width: 841, height: 1189, bleed: 0, ppi: 200 } as const;

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

async function call<T>(address: string, method = 'GET', body?: string | Uint8Array<ArrayBuffer>): Promise<T> {
  const type = typeof body === 'string' ? 'application/json' : 'application/octet-stream';
  const response = await fetch(address, { method, body, headers: body ? { 'Content-Type': type } : {} });
  if (!response.ok) throw new Error(`${address}: ${response.status} ${await response.text()}`);
  return (await response.json()) as T;
}

/** Waits for a run; returns its seconds and the digest of its file. */
async function ended(address: string, run: string, start: number): Promise<{ seconds: number; digest: string }> {
  for (;;) {
    const { state, message } = await call<{ state: string; message: string | null }>(`${address}/api/runs/${run}`);
    if (state === 'failed' || state === 'cancelled') throw new Error(`The run ended as ${state}: ${message}`);
    if (state === 'done') break;
    await pause(50);
  }
  const seconds = (performance.now() - start) / 1000;
  const file = Buffer.from(await (await fetch(`${address}/api/runs/${run}/file`)).arrayBuffer());
  return { seconds, digest: createHash('sha256').update(file).digest('hex') };
}

async function upload(
  address: string,
  bytes: Buffer,
  name: string,
): Promise<{ hash: string; width: number; height: number }> {
  return call(`${address}/api/pictures?name=${name}`, 'POST', new Uint8Array(bytes));
}

async function batch(address: string, pictures: readonly Buffer[]) {
  const stored = [];
  for (const [k, bytes] of pictures.entries()) stored.push(await upload(address, bytes, `p${k}.jpg`));
  const body = {
    pictures: stored.map(({ hash }, k) => ({ hash, name: `p${k}.jpg` })),
    recipes: ['comic-cover'],
    formats: ['png'],
    longest: 210,
    ppi: 300,
    names: '{number}',
    contact: true,
  };
  const start = performance.now();
  const { id } = await call<{ id: string }>(`${address}/api/batches`, 'POST', JSON.stringify(body));
  return ended(address, id, start);
}

async function largeSheet(address: string, bytes: Buffer) {
  const { hash, width, height } = await upload(address, bytes, 'a0.jpg');
  const base = createJob('A0', 'p');
  const plain: Job = {
    ...base,
    sheet: { ...base.sheet, ...A0 },
    pictures: [filePicture({ id: 'a', name: 'a0.jpg', hash, width, height })],
    passes: base.passes.map((p) => withFill(p, { feed: { ...p.fills[0].feed, picture: 'a' } })),
  };
  let n = 0;
  const set = INK_SETS.find((s) => s.name === 'process')!;
  const { job } = splitPicture(plain, { set, from: 'p', newId: () => `n${n++}` });
  const document = { ...job, passes: job.passes.filter((p) => p.on) };
  const { id } = await call<{ id: string }>(`${address}/api/jobs`, 'POST', JSON.stringify({ document }));
  const start = performance.now();
  const run = await call<{ id: string }>(
    `${address}/api/jobs/${id}/runs`,
    'POST',
    JSON.stringify({ kind: 'plates-pdf' }),
  );
  return ended(address, run.id, start);
}

/** Starts a render machine and waits until it takes parts. */
async function machine(address: string, folder: string): Promise<ChildProcess> {
  const started = spawn(process.execPath, ['server/dist/machine/main.js'], {
    env: {
      ...process.env,
      CHROMATYPE_SERVER: address,
      CHROMATYPE_RENDER_SECRET: SECRET,
      CHROMATYPE_RENDER_FOLDER: folder,
      CHROMATYPE_RENDER_THREADS: '1',
    },
    stdio: ['ignore', 'pipe', 'ignore'],
  });
  await new Promise<void>((resolve, reject) => {
    started.stdout.on('data', (line: Buffer) => {
      if (line.toString().includes('takes parts')) resolve();
    });
    started.once('exit', (code) => reject(new Error(`A render machine ended with ${code}.`)));
  });
  return started;
}

/** How the work is done: by the server itself, or by so many machines. */
const WAYS = [
  { name: 'the server itself, two threads', machines: 0 },
  { name: 'one render process of one thread', machines: 1 },
  { name: 'two render processes of one thread', machines: 2 },
] as const;

/** The batch and the sheet in each way, beside the way before. */
export async function machineRows(picture: string): Promise<Row[]> {
  const pictures: Buffer[] = [];
  for (let k = 0; k < PICTURES; k++)
    pictures.push(
      await sharp(picture)
        .resize(1800)
        .modulate({ hue: 15 * k })
        .jpeg({ quality: 90 })
        .toBuffer(),
    );
  const large = await sharp(picture).resize(6000).jpeg({ quality: 90 }).toBuffer();
  const redis = spawn(
    'redis-server',
    ['--port', String(REDIS_PORT), '--bind', '127.0.0.1', '--save', '', '--appendonly', 'no'],
    { stdio: 'ignore' },
  );
  const queued = { CHROMATYPE_REDIS: `127.0.0.1:${REDIS_PORT}`, CHROMATYPE_RENDER_SECRET: SECRET };
  const rows: Row[] = [];
  const works = [
    [`batch, ${PICTURES} pictures by one recipe of four inks, 210 mm at 300 ppi`, (a: string) => batch(a, pictures)],
    [`A0 in four plates at ${A0.ppi} ppi, all plates as one PDF`, (a: string) => largeSheet(a, large)],
  ] as const;
  try {
    for (const [work, make] of works) {
      let itself: { seconds: number; digest: string } | null = null;
      for (const { name, machines } of WAYS) {
        const folder = mkdtempSync(join(tmpdir(), 'chromatype-machines-'));
        const server: BenchServer = await startServer(join(folder, 'data'), PORT, machines > 0 ? queued : {});
        const helpers: ChildProcess[] = [];
        for (let k = 0; k < machines; k++) helpers.push(await machine(server.address, join(folder, `m${k}`)));
        try {
          const made = await make(server.address);
          itself ??= made;
          const factor = itself.seconds / made.seconds;
          rows.push({
            work: `${work}: ${name}`,
            measured: `${made.seconds.toFixed(1)} s${machines > 0 ? `, ${factor.toFixed(2)} × the server itself` : ''}`,
            asked: 'the same bytes',
            holds: made.digest === itself.digest,
          });
        } finally {
          for (const helper of helpers) helper.kill('SIGKILL');
          server.stop();
          await pause(1500);
          rmSync(folder, { recursive: true, force: true });
        }
      }
    }
    return rows;
  } finally {
    redis.kill('SIGKILL');
  }
}
