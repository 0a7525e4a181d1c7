import { createJob, type Job } from '@chromatype/core';
import { getRepositoryToken } from '@nestjs/typeorm';
import request from 'supertest';
import type { Repository } from 'typeorm';
import { RunEntity } from '../src/runs/run.entity.ts';
import { startApp, type TestApp } from './app.ts';

let server: TestApp;
beforeAll(async () => {
  server = await startApp();
});
afterAll(() => server.close());

const http = () => request(server.app.getHttpServer());
const smallJob = (title: string): Job => {
  const job = createJob(title, 'p');
  return { ...job, sheet: { ...job.sheet, width: 20, height: 20 } };
};

async function startRun(title: string): Promise<string> {
  const { body: job } = await http()
    .post('/api/jobs')
    .send({ document: smallJob(title) })
    .expect(201);
  const { body } = await http().post(`/api/jobs/${job.id}/runs`).send({ kind: 'sheet' }).expect(201);
  return body.id;
}

/** How a run ended, from its events. */
async function ended(id: string): Promise<string> {
  const response = await fetch(`${server.url()}/api/runs/${id}/events`);
  const told = (await response.text()).split('\n').filter((l) => l.startsWith('data: '));
  return JSON.parse(told.at(-1)!.slice(6)).state;
}

/** Lets some calls of a method of the repository of runs fail, as a locked or full database would. */
function failing<K extends 'findOne' | 'update'>(method: K, times: number): { readonly calls: () => number } {
  const runs = server.app.get<Repository<RunEntity>>(getRepositoryToken(RunEntity));
  const own = runs[method];
  let calls = 0;
  runs[method] = ((...args: readonly unknown[]) => {
    if (calls++ < times) return Promise.reject(new Error('SQLITE_BUSY: database is locked'));
    runs[method] = own;
    return (own as (...a: readonly unknown[]) => unknown).apply(runs, args);
  }) as Repository<RunEntity>[K];
  return { calls: () => calls };
}

test('the queue goes on after the database failed to tell which run is next', async () => {
  const broken = failing('findOne', 2);
  const id = await startRun('Next unknown');
  expect(await ended(id)).toBe('done');
  expect(broken.calls()).toBeGreaterThanOrEqual(3);
});

test('the queue goes on after the database failed to take down how a run stands', async () => {
  const broken = failing('update', 2);
  const [first, second] = [await startRun('First'), await startRun('Second')];
  expect(await ended(first)).toBe('done');
  expect(await ended(second)).toBe('done');
  expect(broken.calls()).toBeGreaterThanOrEqual(3);
  for (const id of [first, second]) await http().get(`/api/runs/${id}/file`).expect(200);
});
