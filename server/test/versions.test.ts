import { createJob, type Job } from '@chromatype/core';
import fc from 'fast-check';
import request from 'supertest';
import { DataSource } from 'typeorm';
import { type Aged, thinnedOut } from '../src/versions/thinning.ts';
import { startApp, type TestApp } from './app.ts';

let here: TestApp;
beforeAll(async () => {
  here = await startApp();
});
afterAll(() => here.close());

const http = () => request(here.app.getHttpServer());
const DAY = 86_400_000;
const NOW = Date.parse('2026-06-30T12:00:00.000Z');

async function newJob(title: string): Promise<{ id: string; document: Job }> {
  const { body } = await http()
    .post('/api/jobs')
    .send({ document: createJob(title, 'p') })
    .expect(201);
  return body;
}

const ppi = (job: Job, value: number): Job => ({ ...job, sheet: { ...job.sheet, ppi: value } });
const save = (id: string, version: number, document: Job) =>
  http().put(`/api/jobs/${id}`).set('If-Match', `"${version}"`).send({ document }).expect(200);

test('a state is kept under a name, listed, looked at, renamed and deleted', async () => {
  const { id, document } = await newJob('Named');
  const { body: first } = await http()
    .post(`/api/jobs/${id}/versions`)
    .send({ name: ' First proof ', why: 'named' })
    .expect(201);
  expect(first).toMatchObject({ name: 'First proof', why: 'named', jobId: id });
  await save(id, 1, ppi(document, 150));
  await http()
    .post(`/api/jobs/${id}/versions`)
    .send({ why: 'before a recipe', document: ppi(document, 200) })
    .expect(201);
  const { body: list } = await http().get(`/api/jobs/${id}/versions`).expect(200);
  expect(list.map((v: { name: string | null; why: string }) => [v.name, v.why])).toEqual([
    [null, 'before a recipe'],
    ['First proof', 'named'],
  ]);
  const { body: looked } = await http().get(`/api/jobs/${id}/versions/${first.id}`).expect(200);
  expect(looked.document).toEqual(document);
  await http().patch(`/api/jobs/${id}/versions/${list[0].id}`).send({ name: 'Second' }).expect(200);
  await http().delete(`/api/jobs/${id}/versions/${first.id}`).expect(204);
  const { body: left } = await http().get(`/api/jobs/${id}/versions`).expect(200);
  expect(left.map((v: { name: string }) => v.name)).toEqual(['Second']);
});

test('the same state is not kept twice; a name that comes later names it', async () => {
  const { id } = await newJob('Twice');
  const keep = (body: object) => http().post(`/api/jobs/${id}/versions`).send(body).expect(201);
  const { body: a } = await keep({ why: 'before a split' });
  const { body: b } = await keep({ why: 'before a recipe' });
  const { body: c } = await keep({ why: 'named', name: 'Good' });
  expect([b.id, c.id]).toEqual([a.id, a.id]);
  expect(c.name).toBe('Good');
  // Another name for the same state is another version.
  const { body: d } = await keep({ why: 'named', name: 'Better' });
  expect(d.id).not.toBe(a.id);
});

test('the first change of a day keeps the state before it, later ones do not', async () => {
  const { id, document } = await newJob('Daily');
  const database = here.app.get(DataSource);
  await save(id, 1, ppi(document, 150));
  expect((await http().get(`/api/jobs/${id}/versions`)).body).toEqual([]);
  await database.query("UPDATE job SET updatedAt = '2026-01-01T10:00:00.000Z' WHERE id = ?", [id]);
  await save(id, 2, ppi(document, 160));
  await save(id, 3, ppi(document, 170));
  const { body: list } = await http().get(`/api/jobs/${id}/versions`).expect(200);
  expect(list.map((v: { why: string }) => v.why)).toEqual(['daily']);
  const { body } = await http().get(`/api/jobs/${id}/versions/${list[0].id}`);
  expect(body.document.sheet.ppi).toBe(150);
});

test.each([
  [{ why: 'whim' }, /"why" must be one of/],
  [{ why: 'named', name: '' }, /needs a name/],
  [{ why: 'named', name: 'x', document: { format: 'x' } }, /"format"/],
])('%j is refused in one sentence', async (body, said) => {
  const { id } = await newJob('Refused');
  const answer = await http().post(`/api/jobs/${id}/versions`).send(body);
  expect(answer.status).toBeGreaterThanOrEqual(400);
  expect(answer.body.message).toMatch(said);
  expect((await http().get(`/api/jobs/${id}/versions/none`)).body.message).toMatch(/may have been thinned out/);
});

const aged = fc
  .uniqueArray(fc.integer({ min: 0, max: 900 * DAY }), { maxLength: 120 })
  .chain((ages) => fc.tuple(...ages.map((age) => fc.boolean().map((named) => ({ age, named })))))
  .map((list): Aged[] =>
    list.map(({ age, named }, k) => ({
      id: `v${k}`,
      name: named ? `n${k}` : null,
      createdAt: new Date(NOW - age).toISOString(),
    })),
  );

test('thinning keeps what is named, all of the last day, and one of each later span; once more it finds nothing to do', () => {
  fc.assert(
    fc.property(aged, (versions) => {
      const gone = new Set(thinnedOut(versions, NOW));
      const left = versions.filter((v) => !gone.has(v.id));
      const age = ({ createdAt }: Aged) => NOW - Date.parse(createdAt);
      for (const v of versions) if (v.name !== null) expect(gone.has(v.id)).toBe(false);
      const automatic = left.filter((v) => v.name === null);
      // Nothing within the last day goes, up to the most that are kept of it.
      const today = versions.filter((v) => v.name === null && age(v) < DAY);
      expect(automatic.filter((v) => age(v) < DAY).length).toBe(Math.min(40, today.length));
      // No two of a later span stay, and a span that had one still has one.
      const span = (v: Aged) => {
        const days = age(v) / DAY;
        const one = days >= 365 ? 30 : days >= 30 ? 7 : 1;
        return `${one} ${Math.floor(Date.parse(v.createdAt) / (one * DAY))}`;
      };
      const spans = automatic.filter((v) => age(v) >= DAY).map(span);
      expect(new Set(spans).size).toBe(spans.length);
      const had = versions.filter((v) => v.name === null && age(v) >= DAY).map(span);
      expect(new Set(spans)).toEqual(new Set(had));
      expect(thinnedOut(left, NOW)).toEqual([]);
    }),
    { numRuns: 300 },
  );
});
