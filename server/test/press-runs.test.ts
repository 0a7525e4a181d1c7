import { createJob, INK_SETS, type Job, splitPicture, fillOf, withFill } from '@chromatype/core';
import { unzipSync } from 'fflate';
import request from 'supertest';
import sharp from 'sharp';
import { startApp, type TestApp } from './app.ts';

let server: TestApp;
beforeAll(async () => {
  server = await startApp();
});
afterAll(() => server.close());

const http = () => request(server.app.getHttpServer());

/** A stored job of two inks from a picture made here, so that no file is needed. */
async function storedJob(change: (job: Job) => Job = (job) => job): Promise<string> {
  const base = createJob('Two inks', 'p');
  let n = 0;
  const set = INK_SETS.find((s) => s.name === 'harbour-two')!;
  const { job } = splitPicture(
    { ...base, sheet: { ...base.sheet, width: 70, height: 50 } },
    { set, from: 'p', newId: () => `n${n++}` },
  );
  const { body } = await http()
    .post('/api/jobs')
    .send({ document: change(job) })
    .expect(201);
  return body.id;
}

const binary = (path: string) =>
  http()
    .get(path)
    .buffer(true)
    .parse((response, done) => {
      const pieces: Buffer[] = [];
      response.on('data', (piece: Buffer) => pieces.push(piece));
      response.on('end', () => done(null, Buffer.concat(pieces)));
    });

async function run(job: string, asked: object): Promise<{ id: string; state: string; fileName: string }> {
  const { body } = await http().post(`/api/jobs/${job}/runs`).send(asked).expect(201);
  for (let k = 0; k < 400; k++) {
    const { body: now } = await http().get(`/api/runs/${body.id}`);
    if (now.state !== 'queued' && now.state !== 'running') return now;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error('The run does not end.');
}

test.each([
  ['plates-pdf', 'application/pdf', 'two-inks-plates-pdf.pdf', '%PDF'],
  ['composite-pdf', 'application/pdf', 'two-inks-composite-pdf.pdf', '%PDF'],
  ['proof', 'image/png', 'two-inks-proof.png', '\u0089PNG'],
  ['proof-pdf', 'application/pdf', 'two-inks-proof-pdf.pdf', '%PDF'],
  ['package', 'application/zip', 'two-inks-for-press.zip', 'PK'],
])('%s comes out under its own name and type', async (kind, type, fileName, head) => {
  const made = await run(await storedJob(), { kind });
  expect(made).toMatchObject({ state: 'done', fileName });
  const { body, headers } = await binary(`/api/runs/${made.id}/file`).expect(200);
  expect(headers['content-type']).toContain(type);
  expect((body as Buffer).toString('latin1').startsWith(head)).toBe(true);
});

test('what is expected of an archive before it is made is near what it takes', async () => {
  const id = await storedJob();
  const { body: expected } = await http().post(`/api/jobs/${id}/estimate`).send({ kind: 'plates-pdf' }).expect(200);
  const made = (await run(id, { kind: 'plates-pdf' })) as unknown as { bytes: number };
  // Marks and the objects of the PDF come on top of a small sheet.
  expect(made.bytes).toBeGreaterThan(0.5 * expected.bytes);
  expect(made.bytes).toBeLessThan(3 * expected.bytes + 60_000);
});

test('plates go to the press and a proof comes back; other files are refused', async () => {
  const id = await storedJob();
  const made = await run(id, { kind: 'package' });
  const { body: answer } = await http().post(`/api/runs/${made.id}/press`).expect(200);
  expect(answer.accepted).toBe(true);
  const { body: proof } = await binary(`/api/press/${answer.proof}/proof`).expect(200);
  expect((await sharp(proof as Buffer).metadata()).format).toBe('png');
  const sheet = await run(id, { kind: 'sheet' });
  const { body: refused } = await http().post(`/api/runs/${sheet.id}/press`).expect(400);
  expect(refused.message).toMatch(/finished archive/);
  await http().get('/api/press/nothing/proof').expect(404);

  // The same archive from outside, and one that is none.
  const { body: zip } = await binary(`/api/runs/${made.id}/file`);
  const send = (bytes: Buffer) =>
    http().post('/api/press').set('Content-Type', 'application/octet-stream').send(bytes).expect(200);
  expect((await send(zip as Buffer)).body.accepted).toBe(true);
  expect((await send(Buffer.from('nothing'))).body).toMatchObject({ accepted: false, proof: null });
  expect(Object.keys(unzipSync(new Uint8Array(zip as Buffer)))).toContain('ticket.txt');
});

test('levels cannot be plates, and a job in which nothing prints has none: each said at once', async () => {
  const levels = await storedJob((job) => ({
    ...job,
    passes: job.passes.map((p) =>
      withFill(p, {
        screen: {
          ...fillOf(p).screen,
          family: 'grain',
          grain: { ...fillOf(p).screen.grain, prints: 'levels', levels: 4 },
        },
      }),
    ),
  }));
  const { body } = await http().post(`/api/jobs/${levels}/runs`).send({ kind: 'package' }).expect(400);
  expect(body.message).toMatch(/one bit a pixel/);
  const none = await storedJob((job) => ({ ...job, passes: job.passes.map((p) => ({ ...p, on: false })) }));
  const { body: empty } = await http().post(`/api/jobs/${none}/runs`).send({ kind: 'plates-pdf' }).expect(400);
  expect(empty.message).toMatch(/No pass prints/);
  await http().post(`/api/jobs/${none}/runs`).send({ kind: 'poster' }).expect(400);
});
