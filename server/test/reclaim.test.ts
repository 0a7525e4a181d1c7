import { existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createJob } from '@chromatype/core';
import request from 'supertest';
import { DataSource } from 'typeorm';
import { RunEntity } from '../src/runs/run.entity.ts';
import { startApp, type TestApp } from './app.ts';

let server: TestApp;
beforeAll(async () => {
  server = await startApp();
});
afterAll(() => server.close());

const http = () => request(server.app.getHttpServer());
const small = (title: string) => {
  const job = createJob(title, 'p');
  return { ...job, sheet: { ...job.sheet, width: 20, height: 20 } };
};

async function jobWithPrint(title: string): Promise<string> {
  const { body } = await http()
    .post('/api/jobs')
    .send({ document: small(title) })
    .expect(201);
  await http().get(`/api/jobs/${body.id}/print.png?width=64`).expect(200);
  return body.id;
}

const DAYS = 86_400_000;

test('half written files, prints of removed jobs and old runs go at the next start; all else stays', async () => {
  const [kept, removed] = [await jobWithPrint('Kept'), await jobWithPrint('Removed')];
  await http().delete(`/api/jobs/${removed}`).expect(204);
  const runs = server.app.get(DataSource).getRepository(RunEntity);
  const finished: Record<string, string> = {};
  for (const [name, days] of [
    ['old', 31],
    ['recent', 29],
  ] as const) {
    const { body: run } = await http().post(`/api/jobs/${kept}/runs`).send({ kind: 'sheet' }).expect(201);
    const events = await fetch(`${server.url()}/api/runs/${run.id}/events`);
    await events.text();
    await runs.update({ id: run.id }, { updatedAt: new Date(Date.now() - days * DAYS).toISOString() });
    finished[name] = run.id;
  }
  const halfWritten = [
    'runs/a.png.7.partial',
    'pictures/ab/x/pixels.1-2.partial',
    'prints/p.png.1.partial',
    'press/p.png.partial',
    'incoming/u/original',
  ];
  for (const path of [...halfWritten, 'prints/0123.png']) {
    mkdirSync(join(server.data, path, '..'), { recursive: true });
    writeFileSync(join(server.data, path), 'half');
  }
  await server.restart();
  for (const path of halfWritten) expect([path, existsSync(join(server.data, path))]).toEqual([path, false]);
  // The prints of removed jobs go, and so do those of an earlier version, which had no folder for each job.
  expect(readdirSync(join(server.data, 'prints'))).toEqual([kept]);
  expect(readdirSync(join(server.data, 'runs'))).toEqual([`${finished.recent}.png`]);
  expect((await http().get('/api/runs')).body.map(({ id }: RunEntity) => id)).toEqual([finished.recent]);
  // A job that comes back gets its print anew.
  await http().post(`/api/jobs/${removed}/restore`).expect(201);
  await http().get(`/api/jobs/${removed}/print.png?width=64`).expect(200);
});

test('a job keeps one print of each width', async () => {
  const id = await jobWithPrint('Changing');
  await http().get(`/api/jobs/${id}/print.png?width=80`).expect(200);
  const changed = { ...small('Changing'), sheet: { ...small('').sheet, width: 21 } };
  await http().put(`/api/jobs/${id}`).set('If-Match', '"1"').send({ document: changed }).expect(200);
  await http().get(`/api/jobs/${id}/print.png?width=64`).expect(200);
  expect(
    readdirSync(join(server.data, 'prints', id))
      .map((name) => name.split('-')[0])
      .sort(),
  ).toEqual(['64', '80']);
});
