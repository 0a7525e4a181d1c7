import { createHash } from 'node:crypto';
import { CLIP_PARAMS, createJob, filePicture, type Job, madePicture, newMade, normalsOf } from '@chromatype/core';
import sharp from 'sharp';
import request from 'supertest';
import { unzipSync, type Zippable, zipSync } from 'fflate';
import { startApp, type TestApp } from './app.ts';
import { runFile } from './run-file.ts';

let here: TestApp;
let there: TestApp;
beforeAll(async () => {
  [here, there] = await Promise.all([startApp(), startApp()]);
});
afterAll(() => Promise.all([here.close(), there.close()]));

const http = (app: TestApp) => request(app.app.getHttpServer());
const binary = (app: TestApp, path: string) =>
  http(app)
    .get(path)
    .buffer(true)
    .parse((response, done) => {
      const pieces: Buffer[] = [];
      response.on('data', (piece: Buffer) => pieces.push(piece));
      response.on('end', () => done(null, Buffer.concat(pieces)));
    });

async function upload(app: TestApp, name: string, bytes: Buffer) {
  const { body } = await http(app)
    .post(`/api/pictures?name=${name}`)
    .set('Content-Type', 'application/octet-stream')
    .send(bytes)
    .expect(201);
  const { hash, width, height } = body as { hash: string; width: number; height: number };
  return { hash, width, height };
}

/** Photographs whose pixels a reader could round in another way: a JPEG, and a PNG as a tile. */
async function fullJob(): Promise<Job> {
  const wave = Uint8Array.from({ length: 90 * 60 * 3 }, (_, k) => 128 + 100 * Math.sin(k / 37));
  const raw = { raw: { width: 90, height: 60, channels: 3 as const } };
  const photo = await upload(here, 'photo.jpg', await sharp(wave, raw).jpeg({ quality: 88 }).toBuffer());
  const tile = await upload(here, 'tile.png', await sharp(wave, raw).resize(16, 16).png().toBuffer());
  await http(here).post('/api/tiles').send({ name: 'Ripples', hash: tile.hash }).expect(201);
  const base = createJob('Pier & quay', 'p');
  const [pass] = base.passes;
  const [fill] = pass!.fills;
  const lettering = newMade('lettering');
  return {
    ...base,
    sheet: { ...base.sheet, width: 60, height: 40 },
    pictures: [
      filePicture({ id: 'photo', name: 'photo.jpg', ...photo }),
      filePicture({ id: 'tile', name: 'tile.png', ...tile }),
      madePicture({
        id: 'words',
        name: 'Words',
        made: { ...lettering, settings: { ...lettering.settings, font: 'Bricolage Grotesque ExtraBold' } },
        width: 100,
        height: 50,
      }),
    ],
    passes: [
      {
        ...pass!,
        fills: [
          {
            ...fill,
            feed: { ...fill.feed, picture: 'photo' },
            screen: { ...fill.screen, family: 'tile', tile: { ...fill.screen.tile, made: 'own', picture: 'tile' } },
          },
        ],
      },
    ],
  };
}

async function storedJob(): Promise<{ id: string; file: Buffer; document: Job }> {
  const { body } = await http(here)
    .post('/api/jobs')
    .send({ document: await fullJob() })
    .expect(201);
  await http(here)
    .put(`/api/jobs/${body.id}/tags`)
    .send({ tags: ['pier'] })
    .expect(200);
  const { body: file } = await binary(here, `/api/jobs/${body.id}/file`).expect(200);
  return { id: body.id, file, document: body.document };
}

const take = (app: TestApp, file: Uint8Array) =>
  http(app).post('/api/jobs/import').set('Content-Type', 'application/octet-stream').send(Buffer.from(file));

test('a job file opens on another computer with the same document, tags, tile and plates, byte for byte', async () => {
  const { id, file, document } = await storedJob();
  const members = unzipSync(new Uint8Array(file));
  expect(Object.keys(members)).toEqual(
    expect.arrayContaining([
      'chromatype-job.json',
      'preview.png',
      ...document.pictures.flatMap((p) => (p.hash ? [`pictures/${p.hash}`] : [])),
    ]),
  );
  expect(Object.keys(members).some((name) => /^fonts\/.*\.woff$/.test(name))).toBe(true);
  expect((await sharp(Buffer.from(members['preview.png']!)).metadata()).width).toBeGreaterThan(100);

  const { body: taken } = await take(there, file).expect(201);
  expect(taken).toMatchObject({ title: 'Pier & quay', notes: [] });
  const { body: copy } = await http(there).get(`/api/jobs/${taken.id}`).expect(200);
  expect(copy.document).toEqual(document);
  expect((await http(there).get('/api/jobs?q=pier')).body).toMatchObject([{ tags: ['pier'] }]);
  expect((await http(there).get('/api/tiles')).body).toMatchObject([{ name: 'Ripples' }]);
  const asked = { kind: 'plate', pass: document.passes[0]!.id };
  const [a, b] = await Promise.all([runFile(here, id, asked), runFile(there, taken.id, asked)]);
  expect(a.length).toBeGreaterThan(1000);
  expect(Buffer.compare(a, b)).toBe(0);
  // The same job makes the same file, and one that comes back is stored once.
  const { body: again } = await binary(there, `/api/jobs/${taken.id}/file`).expect(200);
  expect(Buffer.compare(again, file)).toBe(0);
  await take(here, file).expect(201);
});

test('several jobs leave in one archive, each under a name of its own', async () => {
  const [a, b] = [await storedJob(), await storedJob()];
  const { body } = await binary(here, `/api/jobs/files?ids=${a.id},${b.id},none`).expect(200);
  const members = unzipSync(new Uint8Array(body));
  expect(Object.keys(members).sort()).toEqual(
    ['job none is missing.txt', 'pier-quay 2.chromatype.zip', 'pier-quay.chromatype.zip'].sort(),
  );
  expect(Buffer.compare(members['pier-quay.chromatype.zip']!, a.file)).toBe(0);
});

/** A job file with other members. */
async function spoilt(change: (members: Record<string, Uint8Array>) => void): Promise<Uint8Array> {
  const { file } = await storedJob();
  const members = unzipSync(new Uint8Array(file)) as Record<string, Uint8Array>;
  change(members);
  return zipSync(members as Zippable);
}

const listOf = (members: Record<string, Uint8Array>) =>
  JSON.parse(Buffer.from(members['chromatype-job.json']!).toString()) as Record<string, unknown>;
const withList = (part: object) => (members: Record<string, Uint8Array>) => {
  members['chromatype-job.json'] = Buffer.from(JSON.stringify({ ...listOf(members), ...part }));
};
const pictureIn = (members: Record<string, Uint8Array>) => Object.keys(members).find((n) => n.startsWith('pictures/'))!;

const REFUSED: readonly (readonly [string, () => Promise<Uint8Array>, RegExp])[] = [
  ['a newer file', () => spoilt(withList({ version: 9 })), /newer than this program/],
  [
    'a newer job',
    () => spoilt((m) => withList({ job: { ...(listOf(m).job as object), version: 99 } })(m)),
    /newer than this program/,
  ],
  ['an archive of something else', async () => zipSync({ 'a.txt': Buffer.from('a') }), /is no job file/],
  ['a picture that is missing', () => spoilt((m) => delete m[pictureIn(m)]), /is missing from this job file/],
  [
    'a picture that was swapped',
    () =>
      spoilt((m) => {
        m[pictureIn(m)] = Buffer.from('another picture');
      }),
    /another one than it names/,
  ],
  [
    'a path that leads out of the archive',
    () =>
      spoilt((m) => {
        m['../../escaped'] = Buffer.from('x');
      }),
    /leads out of it/,
  ],
  ['an archive that is cut short', async () => (await storedJob()).file.subarray(0, 900), /not a ZIP archive|damaged/],
  [
    'a damaged list',
    () =>
      spoilt((m) => {
        m['chromatype-job.json'] = Buffer.from('{"format"');
      }),
    /damaged; export the job again/,
  ],
  [
    'a bomb',
    () =>
      spoilt((m) => {
        m['chromatype-job.json'] = new Uint8Array(60e6);
      }),
    /larger than 50 MB/,
  ],
  ['no archive at all', async () => Buffer.from('no archive'), /not a ZIP archive/],
];

test.each(REFUSED)('%s is refused in one sentence, and no job is made', async (_, make, said) => {
  const file = await make();
  const fresh = await startApp();
  try {
    const answer = await take(fresh, file);
    expect(answer.status).toBe(422);
    expect(answer.body.message).toMatch(said);
    expect(answer.body.message).toMatch(/^[A-Z"].*\.$/s);
    expect((await http(fresh).get('/api/jobs')).body).toEqual([]);
    expect((await http(fresh).get('/api/tiles')).body).toEqual([]);
  } finally {
    await fresh.close();
  }
});

test('a picture that is read otherwise than by the writer is said', async () => {
  const file = await spoilt((members) => {
    const list = listOf(members) as { pictures: object[] };
    withList({
      pictures: list.pictures.map((p) => ({ ...p, pixels: createHash('sha256').update('x').digest('hex') })),
    })(members);
  });
  const { body } = await take(there, file).expect(201);
  expect(body.notes[0]).toMatch(/read a little differently here, so that its plates may differ/);
});

test('a job whose picture is missing here gives no half file', async () => {
  const base = await fullJob();
  const document = {
    ...base,
    pictures: base.pictures.map((p) => (p.id === 'photo' ? { ...p, hash: 'a'.repeat(64) } : p)),
  };
  const { body } = await http(here).post('/api/jobs').send({ document }).expect(201);
  const answer = await http(here).get(`/api/jobs/${body.id}/file`);
  expect(answer.status).toBe(409);
  expect(answer.body.message).toMatch(/"photo.jpg" of this job is missing here/);
});

test('a film goes with its frames, which the other server shows with the same pixels', async () => {
  const film = Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from('ftypisom'), Buffer.alloc(200, 7)]);
  const about = { name: 'waves.mp4', width: 64, height: 48, frames: 3, seconds: 0.25 };
  const send = (path: string, bytes: Buffer) =>
    http(here).post(path).query(about).set('Content-Type', 'application/octet-stream').send(bytes);
  const { body: begun } = await send('/api/clips', film).expect(201);
  for (let k = 0; k < 3; k++) {
    const frame = await sharp({
      create: { width: 64, height: 48, channels: 3, background: { r: 80 * k, g: 90, b: 200 } },
    })
      .jpeg({ quality: 95 })
      .toBuffer();
    await http(here)
      .put(`/api/clips/${begun.id}/frames/${k}`)
      .set('Content-Type', 'application/octet-stream')
      .send(frame)
      .expect(204);
  }
  const ends = [1 / 12, 2 / 12, 3 / 12];
  const { body: picture } = await http(here).post(`/api/clips/${begun.id}/end`).send({ ends }).expect(201);
  const base = createJob('Film', 'p');
  const clip = { ends, settings: normalsOf(CLIP_PARAMS) };
  const { hash, width, height } = picture;
  const document = { ...base, pictures: [filePicture({ id: 'film', name: 'waves.mp4', hash, width, height, clip })] };
  const { body: job } = await http(here).post('/api/jobs').send({ document }).expect(201);
  const { body: file } = await binary(here, `/api/jobs/${job.id}/file`).expect(200);
  await take(there, file).expect(201);
  for (const name of [hash, `${hash}.1`, `${hash}.2`]) {
    const [a, b] = await Promise.all(
      [here, there].map((app) => binary(app, `/api/pictures/${name}/pixels`).expect(200)),
    );
    expect(a!.body.length).toBeGreaterThan(1000);
    expect(Buffer.compare(a!.body, b!.body)).toBe(0);
  }
});
