import { INK_SETS, inkSetDocument } from '@chromatype/core';
import request from 'supertest';
import { startApp, type TestApp } from './app.ts';

let server: TestApp;
beforeAll(async () => {
  server = await startApp();
});
afterAll(() => server.close());

const http = () => request(server.app.getHttpServer());
const document = inkSetDocument(INK_SETS[2]!);
const labels = async () => (await http().get('/api/ink-sets').expect(200)).body.map((s: { label: string }) => s.label);

test('a set of inks is stored, changed, kept over a restart and deleted', async () => {
  const { body: made } = await http().post('/api/ink-sets').send({ document }).expect(201);
  expect(made).toMatchObject({ label: 'Harbour, two inks', document });
  await http()
    .post('/api/ink-sets')
    .send({ document: { ...document, label: 'Anchorage' } })
    .expect(201);
  expect(await labels()).toEqual(['Anchorage', 'Harbour, two inks']);
  const ink = { ...document.inks[0]!, colour: '#00aa55' };
  const { body: changed } = await http()
    .put(`/api/ink-sets/${made.id}`)
    .send({ document: { ...document, label: ' Slip inks ', inks: [ink] } })
    .expect(200);
  expect(changed.label).toBe('Slip inks');
  await server.restart();
  const { body: all } = await http().get('/api/ink-sets').expect(200);
  expect(all.map((s: { label: string }) => s.label)).toEqual(['Anchorage', 'Slip inks']);
  expect(all[1].document.inks).toEqual([ink]);
  await http().delete(`/api/ink-sets/${made.id}`).expect(204);
  expect(await labels()).toEqual(['Anchorage']);
});

test.each([
  [{}, /set of inks/],
  [{ document: 'x' }, /set of inks/],
  [{ document: { ...document, format: 'other' } }, /chromatype-inks/],
  [{ document: { ...document, inks: [] } }, /at least one ink/],
  [{ document: { ...document, inks: [{ ...document.inks[0], colour: 'red' }] } }, /must be a colour/],
  [{ document: { ...document, note: 1 } }, /"note" is not a field/],
])('%j is refused in one sentence', async (body, sentence) => {
  const { body: answer } = await http().post('/api/ink-sets').send(body).expect(400);
  expect(answer.message).toMatch(sentence);
  expect(answer.message).toMatch(/\.$/);
});

test('a set that is gone is said to be', async () => {
  await http().put('/api/ink-sets/nothing').send({ document }).expect(404);
  const { body } = await http().delete('/api/ink-sets/nothing').expect(404);
  expect(body.message).toMatch(/no such set/);
});
