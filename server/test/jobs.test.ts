import { createJob, JOB_VERSION, fillOf, withFill } from '@chromatype/core';
import request from 'supertest';
import { DataSource } from 'typeorm';
import { startApp, type TestApp } from './app.ts';

let test1: TestApp;
beforeAll(async () => {
  test1 = await startApp();
});
afterAll(() => test1.close());

const http = () => request(test1.app.getHttpServer());
const document = (title: string) => createJob(title, 'p1');

async function created(title: string): Promise<string> {
  const { body } = await http()
    .post('/api/jobs')
    .send({ document: document(title) })
    .expect(201);
  return body.id as string;
}

describe('jobs', () => {
  test('are stored and come back as they were', async () => {
    const id = await created('First');
    const { body } = await http().get(`/api/jobs/${id}`).expect(200);
    expect(body).toMatchObject({ id, version: 1, document: document('First') });
    const { body: list } = await http().get('/api/jobs').expect(200);
    expect(list).toContainEqual(expect.objectContaining({ id, title: 'First', passes: 1 }));
  });

  test('a save names its version; an outdated one changes nothing', async () => {
    const id = await created('Twice');
    await http()
      .put(`/api/jobs/${id}`)
      .set('If-Match', '"1"')
      .send({ document: document('Mine') })
      .expect(200);
    const late = await http()
      .put(`/api/jobs/${id}`)
      .set('If-Match', '"1"')
      .send({ document: document('Late') });
    expect(late.status).toBe(409);
    expect(late.body).toMatchObject({ version: 2, message: expect.stringContaining('changed elsewhere') });
    const { body } = await http().get(`/api/jobs/${id}`);
    expect(body).toMatchObject({ version: 2, document: { title: 'Mine' } });
    await http()
      .put(`/api/jobs/${id}`)
      .send({ document: document('No version') })
      .expect(400);
  });

  test('of many saves from one version at once, exactly one wins', async () => {
    const id = await created('Race');
    const saves = await Promise.all(
      Array.from({ length: 12 }, (_, k) =>
        http()
          .put(`/api/jobs/${id}`)
          .set('If-Match', '"1"')
          .send({ document: document(`Racer ${k}`) }),
      ),
    );
    expect(saves.filter((s) => s.status === 200)).toHaveLength(1);
    expect(saves.filter((s) => s.status === 409)).toHaveLength(11);
  });

  test.each([
    ['a newer version', { version: 7 }, 'version'],
    ['nonsense in a number', { sheet: { ...document('x').sheet, ppi: 'many' } }, 'sheet.ppi'],
    ['an unknown field', { colour: 'red' }, 'colour'],
    [
      'a pass that reads no picture of the job',
      { passes: document('x').passes.map((p) => withFill(p, { feed: { ...fillOf(p).feed, picture: 'gone' } })) },
      'passes[0].fills[0].feed.picture',
    ],
  ])('%s is refused with the field named, and the stored job stays', async (_, change, field) => {
    const id = await created('Stays');
    const { body } = await http()
      .put(`/api/jobs/${id}`)
      .set('If-Match', '"1"')
      .send({ document: { ...document('x'), ...change } })
      .expect(422);
    expect(body.field).toBe(field);
    expect(body.message).toContain(`"${field}"`);
    const stored = await http().get(`/api/jobs/${id}`);
    expect(stored.body).toMatchObject({ version: 1, document: { title: 'Stays' } });
  });

  test('broken JSON and unknown fields are plain refusals', async () => {
    const broken = await http()
      .post('/api/jobs')
      .set('Content-Type', 'application/json')
      .send('{"document":')
      .expect(400);
    expect(broken.body.message).toBe('The request is not valid JSON.');
    await http()
      .post('/api/jobs')
      .send({ document: document('x'), owner: 'me' })
      .expect(400);
    await http().get('/api/jobs/none').expect(404);
  });

  test('a removed job is gone from the Shelf and can be brought back', async () => {
    const id = await created('Removed');
    await http().delete(`/api/jobs/${id}`).expect(204);
    await http().get(`/api/jobs/${id}`).expect(404);
    await http().post(`/api/jobs/${id}/restore`).expect(201);
    await http().get(`/api/jobs/${id}`).expect(200);
  });

  test('jobs outlive a restart, in a database in write-ahead mode', async () => {
    const id = await created('Lasting');
    await test1.restart();
    const { body } = await http().get(`/api/jobs/${id}`).expect(200);
    expect(body.document.title).toBe('Lasting');
    const { DataSource } = await import('typeorm');
    const [mode] = await test1.app.get(DataSource).query('PRAGMA journal_mode');
    expect(mode.journal_mode).toBe('wal');
  });

  test('the OpenAPI page describes the paths', async () => {
    const { body } = await http().get('/api/docs-json').expect(200);
    expect(Object.keys(body.paths)).toEqual(
      expect.arrayContaining(['/api/jobs/{id}', '/api/pictures', '/api/runs/{id}/events']),
    );
  });
});

test('a job of an older version is brought forward when it is read', async () => {
  const now = document('Old');
  const { fills, ink, ...pass } = now.passes[0]!;
  const { feed, tone, screen: made } = fills[0]!;
  const { frequency, angle, smallest, solidFrom, oneTone } = made;
  const screen = { shape: 'Diamond', lattice: 'square', frequency, angle, smallest, solidFrom, oneTone };
  const id = await created('Old');
  const old = { ...now, version: 1, passes: [{ ...pass, feed, tone, screen, ink: { ...ink, opacity: ink.strength } }] };
  const db = test1.app.get(DataSource);
  await db.query('UPDATE job SET document = ? WHERE id = ?', [JSON.stringify(old), id]);
  const { body } = await http().get(`/api/jobs/${id}`).expect(200);
  expect(body.document.version).toBe(JOB_VERSION);
  expect(body.document.passes[0].fills[0].screen.dots.shape).toBe('Diamond');
  const print = await http().get(`/api/jobs/${id}/print.png?width=64`).expect(200);
  expect(print.headers['content-type']).toBe('image/png');
});
