import { randomUUID } from 'node:crypto';
import { createJob } from '@chromatype/core';
import request from 'supertest';
import { DataSource } from 'typeorm';
import { searchText } from '../src/jobs/search-text.ts';
import { startApp, type TestApp } from './app.ts';

let here: TestApp;
beforeAll(async () => {
  here = await startApp();
});
afterAll(() => here.close());

const http = () => request(here.app.getHttpServer());

async function make(title: string, tags: readonly string[] = []): Promise<string> {
  const { body } = await http()
    .post('/api/jobs')
    .send({ document: createJob(title, 'p') })
    .expect(201);
  if (tags.length > 0) await http().put(`/api/jobs/${body.id}/tags`).send({ tags }).expect(200);
  return body.id;
}

const titles = async (query: string): Promise<{ list: string[]; total: number }> => {
  const { body, headers } = await http().get(`/api/jobs?${query}`).expect(200);
  return { list: body.map((j: { title: string }) => j.title), total: Number(headers['x-total-count']) };
};

test('jobs are searched by words of title and tags, without regard to case and accents, and sorted', async () => {
  await make('Bäckerei poster', ['Kunde Ört', 'poster']);
  await make('Anchor zine', ['zine']);
  await make('100% cotton shirt', ['shirt']);
  await make('Zebra_crossing');
  expect((await titles('sort=title')).list).toEqual([
    '100% cotton shirt',
    'Anchor zine',
    'Bäckerei poster',
    'Zebra_crossing',
  ]);
  expect((await titles('q=BACKEREI%20ort')).list).toEqual(['Bäckerei poster']);
  // What a search language would take for a sign of its own stands for itself.
  expect((await titles('q=0%25')).list).toEqual(['100% cotton shirt']);
  expect((await titles('q=a_c')).list).toEqual(['Zebra_crossing']);
  expect(await titles('q=nothing')).toEqual({ list: [], total: 0 });
  expect(await titles('sort=created&limit=2&offset=1')).toEqual({
    list: ['100% cotton shirt', 'Anchor zine'],
    total: 4,
  });
  expect((await http().get('/api/jobs/tags')).body).toEqual([
    { tag: 'Kunde Ört', jobs: 1 },
    { tag: 'poster', jobs: 1 },
    { tag: 'shirt', jobs: 1 },
    { tag: 'zine', jobs: 1 },
  ]);
});

test('tags are trimmed, stay through a save, and are searched after the title has changed', async () => {
  const id = await make('Tagged', [' night ', 'night', 'sea']);
  const { body: job } = await http().get(`/api/jobs/${id}`);
  await http()
    .put(`/api/jobs/${id}`)
    .set('If-Match', '"1"')
    .send({ document: { ...job.document, title: 'Renamed' } })
    .expect(200);
  const { body: list } = await http().get('/api/jobs?q=renamed%20night').expect(200);
  expect(list).toMatchObject([{ title: 'Renamed', tags: ['night', 'sea'], version: 2 }]);
});

test('removed jobs lie in the trash, come back, and are deleted for good only from there', async () => {
  const [a, b] = [await make('Trash A'), await make('Trash B')];
  for (const id of [a, b]) await http().delete(`/api/jobs/${id}`).expect(204);
  expect((await titles('q=trash')).list).toEqual([]);
  expect((await titles('trash=yes&q=trash')).list.sort()).toEqual(['Trash A', 'Trash B']);
  await http().post(`/api/jobs/${a}/restore`).expect(201);
  // One that is on the Shelf again is not deleted although it is named.
  expect(
    (
      await http()
        .post('/api/jobs/trash/empty')
        .send({ ids: [a, b] })
    ).body,
  ).toEqual({ deleted: 1 });
  expect((await titles('q=trash')).list).toEqual(['Trash A']);
  await http().delete(`/api/jobs/${a}`).expect(204);
  expect((await http().post('/api/jobs/trash/empty').send({ ids: [] })).body.deleted).toBe(1);
  expect((await titles('trash=yes')).list).toEqual([]);
});

test.each([
  ['limit=0', /"limit" must be a whole number between 1 and 1000/],
  ['offset=-1', /"offset" must be a whole number/],
  ['sort=colour', /"sort" must be one of changed, title, created/],
  ['trash=no', /"trash" must be yes/],
  ['colour=red', /"colour", which is not known here/],
])('%s is refused in one sentence', async (query, said) => {
  const answer = await http().get(`/api/jobs?${query}`);
  expect(answer.status).toBe(400);
  expect(answer.body.message).toMatch(said);
});

/** Milliseconds in which the Shelf opens and searches among 10 000 jobs; the median of five. */
const MOST = 300;

test('among 10 000 jobs the first page, any page, a search and the tags take less than 300 ms each', async () => {
  const database = here.app.get(DataSource);
  const document = JSON.stringify(createJob('Large shelf', 'p'));
  await database.query('BEGIN');
  for (let k = 0; k < 10_000; k++) {
    const title = `Print ${k} of ${['harbour', 'kite', 'pier', 'market'][k % 4]}`;
    const tags = [`series ${k % 50}`];
    const time = new Date(Date.UTC(2026, 0, 1) + k * 60_000).toISOString();
    await database.query(
      `INSERT INTO job (id, title, version, document, demo, createdAt, updatedAt, removedAt, tags, search)
       VALUES (?, ?, 1, ?, 0, ?, ?, NULL, ?, ?)`,
      [randomUUID(), title, document, time, time, JSON.stringify(tags), searchText(title, tags)],
    );
  }
  await database.query('COMMIT');
  const queries = [
    'limit=60',
    'limit=60&offset=9000',
    'limit=60&sort=title&offset=5000',
    'limit=60&q=market%209999',
    'limit=60&q=series%2049%20pier&sort=created',
  ];
  for (const query of queries) {
    const times: number[] = [];
    for (let k = 0; k < 5; k++) {
      const start = performance.now();
      await http().get(`/api/jobs?${query}`).expect(200);
      times.push(performance.now() - start);
    }
    expect(times.sort((x, y) => x - y)[2]!).toBeLessThan(MOST);
  }
  const start = performance.now();
  expect((await http().get('/api/jobs/tags')).body.length).toBeGreaterThanOrEqual(50);
  expect(performance.now() - start).toBeLessThan(MOST);
  expect((await titles('limit=1&q=print%20harbour')).total).toBe(2500);
});
