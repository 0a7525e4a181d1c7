import { DEFAULT_STONES } from '@chromatype/core';
import request from 'supertest';
import { startApp, type TestApp } from './app.ts';

let server: TestApp;
beforeAll(async () => {
  server = await startApp();
});
afterAll(() => server.close());

const http = () => request(server.app.getHttpServer());

test('the stones of the studio are those that ship until they are changed, and stay over a restart', async () => {
  expect((await http().get('/api/stone-table').expect(200)).body).toEqual(DEFAULT_STONES);
  const sizes = [{ ...DEFAULT_STONES.sizes[0]!, name: 'Q4', shape: 'square', width: 4, height: 4 }];
  const document = { sizes, colours: [{ name: 'Rose', colour: '#d86a88' }] };
  expect((await http().put('/api/stone-table').send({ document }).expect(200)).body).toEqual(document);
  await server.restart();
  expect((await http().get('/api/stone-table').expect(200)).body).toEqual(document);
});

test.each([
  [{}, /table of stones/],
  [{ document: { sizes: [] } }, /at least one size/],
  [
    {
      document: {
        sizes: [
          { name: 'A', width: 2 },
          { name: 'B', width: 2 },
        ],
      },
    },
    /A and B are alike/,
  ],
  [{ document: { sizes: [{ name: 'A', width: 'wide' }] } }, /width/],
  [{ document: { colours: [{ name: 'A', colour: 'red' }] } }, /colour/],
])('a table that is not sound is refused in one sentence: %j', async (body, said) => {
  const before = (await http().get('/api/stone-table')).body;
  const { body: answer } = await http().put('/api/stone-table').send(body).expect(400);
  expect(answer.message).toMatch(said);
  expect((await http().get('/api/stone-table')).body).toEqual(before);
});

const svg = (inner: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="40mm" viewBox="0 0 60 40">${inner}</svg>`;
const cut = (bytes: Buffer | string) =>
  http().post('/api/cutter').set('Content-Type', 'application/octet-stream').send(Buffer.from(bytes));

test('the cutter reads a template in a process of its own and says what it would cut', async () => {
  const holes = '<g id="SS10"><circle cx="10" cy="10" r="1.5"/><circle cx="20" cy="10" r="1.5"/></g>';
  const { body } = await cut(svg(`${holes}<g id="SS6"><circle cx="30" cy="10" r="1.1"/></g>`)).expect(200);
  expect(body).toMatchObject({
    format: 'SVG',
    holes: 3,
    stones: 3,
    by_layer: { SS10: 2, SS6: 1 },
    by_diameter: { '3.00': 2, '2.20': 1 },
    width_mm: 60,
    cannot_cut: [],
  });
  expect(body.path_mm).toBeCloseTo(2 * Math.PI * (1.5 + 1.5 + 1.1), 1);
});

test.each([
  ['Dear cutter', /takes templates as SVG, DXF or PDF/],
  ['%PDF-1.7 and then nothing', /The PDF is damaged/],
  ['<svg><g>', /damaged/],
  ['0\nSECTION\n2\nHEADER\n0\nENDSEC\n0\nEOF\n', /no section of entities/],
  ['0\nSECTION\n2\nENTITIES\n0\nCIRCLE\n8\n0\n10\nhere\n0\nENDSEC\n', /no number for its code 10/],
])('what is no template gets one sentence: %j', async (text, said) => {
  const { body } = await cut(text).expect(422);
  expect(body.message).toMatch(said);
});

test('only finished templates of the job go to the cutter', async () => {
  await http().post('/api/runs/none/cutter').expect(404);
});
