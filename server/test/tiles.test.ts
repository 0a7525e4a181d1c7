import sharp from 'sharp';
import request from 'supertest';
import { startApp, type TestApp } from './app.ts';

let test1: TestApp;
beforeAll(async () => {
  test1 = await startApp();
});
afterAll(() => test1.close());

const http = () => request(test1.app.getHttpServer());

async function picture(grey: number): Promise<string> {
  const file = await sharp({
    create: { width: 24, height: 16, channels: 3, background: { r: grey, g: grey, b: grey } },
  })
    .png()
    .toBuffer();
  const { body } = await http()
    .post('/api/pictures?name=tile.png')
    .set('Content-Type', 'application/octet-stream')
    .send(file)
    .expect(201);
  return body.hash as string;
}

test('tiles are saved under a name, listed by it, renamed and deleted; the picture stays', async () => {
  const hash = await picture(40);
  const { body: made } = await http().post('/api/tiles').send({ name: '  Waves ', hash }).expect(201);
  expect(made).toMatchObject({ name: 'Waves', hash, width: 24, height: 16 });
  await http()
    .post('/api/tiles')
    .send({ name: 'Anchors', hash: await picture(90) })
    .expect(201);
  const names = async () => (await http().get('/api/tiles').expect(200)).body.map((t: { name: string }) => t.name);
  expect(await names()).toEqual(['Anchors', 'Waves']);
  await http().patch(`/api/tiles/${made.id}`).send({ name: 'Ropes' }).expect(200);
  expect(await names()).toEqual(['Anchors', 'Ropes']);
  await test1.restart();
  expect(await names()).toEqual(['Anchors', 'Ropes']);
  await http().delete(`/api/tiles/${made.id}`).expect(204);
  expect(await names()).toEqual(['Anchors']);
  await http().get(`/api/pictures/${hash}`).expect(200);
});

test.each([
  [{ name: '', hash: 'a'.repeat(64) }, 400, /needs a name/],
  [{ name: 'x'.repeat(81), hash: 'a'.repeat(64) }, 400, /needs a name/],
  [{ name: 'x', hash: 'zz' }, 400, /"hash"/],
  [{ name: 'x', hash: 'a'.repeat(64) }, 404, /not stored here/],
])('%j is refused in one sentence', async (body, status, message) => {
  const answer = await http().post('/api/tiles').send(body);
  expect(answer.status).toBe(status);
  expect(answer.body.message).toMatch(message);
});

test('what is gone is said to be gone', async () => {
  for (const answer of [
    await http().delete('/api/tiles/none'),
    await http().patch('/api/tiles/none').send({ name: 'x' }),
  ]) {
    expect(answer.status).toBe(404);
    expect(answer.body.message).toMatch(/may have been deleted/);
  }
});
