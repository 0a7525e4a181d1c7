import { execFileSync } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { clipServer } from './clips.ts';

const { clips, http, data } = clipServer();
const [WIDTH, HEIGHT, FRAMES] = [1280, 720, 6];

/** A film that ffmpeg made, as a browser would be given it. */
function film(ending: 'mp4' | 'webm'): Buffer {
  const file = join(clips.folder, `film.${ending}`);
  const codec = ending === 'mp4' ? ['-c:v', 'mpeg4'] : ['-c:v', 'libvpx'];
  const source = ['-f', 'lavfi', '-i', `testsrc=size=${WIDTH}x${HEIGHT}:rate=12:duration=0.5`];
  if (!existsSync(file)) execFileSync('ffmpeg', ['-v', 'error', ...source, ...codec, '-y', file]);
  return clips.file(`film.${ending}`);
}

const jpeg = (k: number, width = WIDTH, height = HEIGHT) =>
  sharp({ create: { width, height, channels: 3, background: { r: 30 * k, g: 120, b: 200 } } })
    .jpeg({ quality: 95 })
    .toBuffer();

const asked = (change: object = {}) => ({
  name: 'film.mp4',
  width: WIDTH,
  height: HEIGHT,
  frames: FRAMES,
  seconds: 0.5,
  ...change,
});
const begin = (bytes: Buffer, change: object = {}) =>
  http().post('/api/clips').query(asked(change)).set('Content-Type', 'application/octet-stream').send(bytes);
const frame = (id: string, place: number, bytes: Buffer) =>
  http().put(`/api/clips/${id}/frames/${place}`).set('Content-Type', 'application/octet-stream').send(bytes);
const ENDS = Array.from({ length: FRAMES }, (_, k) => (k + 1) / 12);

async function taken(bytes: Buffer): Promise<{ hash: string; clip: { ends: number[]; level: number } }> {
  const { body } = await begin(bytes).expect(201);
  for (let k = 0; k < FRAMES; k++) await frame(body.id, k, await jpeg(k)).expect(204);
  return (await http().post(`/api/clips/${body.id}/end`).send({ ends: ENDS }).expect(201)).body;
}

test('a film comes in with the frames that the browser sends, and is there once', async () => {
  const picture = await taken(film('mp4'));
  expect(picture).toMatchObject({ name: 'film.mp4', format: 'mp4', width: WIDTH, height: HEIGHT });
  expect(picture.clip.ends).toEqual(ENDS);
  // 1280 pixels are halved, so that small copies have 640.
  expect(picture.clip.level).toBe(1);
  for (const k of [0, 1, 5]) {
    const name = k === 0 ? picture.hash : `${picture.hash}.${k}`;
    const { body } = await http().get(`/api/pictures/${name}/pixels`).buffer(true).expect(200);
    const expected = await sharp(await jpeg(k))
      .ensureAlpha()
      .raw()
      .toBuffer();
    expect(body.equals(expected)).toBe(true);
  }
  const small = await http().get(`/api/pictures/${picture.hash}/frames/5?count=1`).buffer(true).expect(200);
  expect(small.body.length).toBe((4 * WIDTH * HEIGHT) / 4);
  const original = await http().get(`/api/pictures/${picture.hash}/original`).buffer(true).expect(200);
  expect(original.body.equals(film('mp4'))).toBe(true);
  // The same film again needs no frames.
  expect((await begin(film('mp4'))).body.picture.hash).toBe(picture.hash);
});

test('WebM is known by its first bytes', async () => {
  const { body } = await begin(film('webm'), { name: 'film.webm' }).expect(201);
  await http().delete(`/api/clips/${body.id}`).expect(204);
});

describe('what is wrong with a film is said in one sentence, and nothing of it stays', () => {
  const incoming = (): string[] => {
    const folder = join(data(), 'incoming');
    return existsSync(folder) ? readdirSync(folder) : [];
  };
  const another = (): Buffer => Buffer.concat([film('mp4'), Buffer.from(String(Math.random()))]);

  test.each([
    [{ seconds: 10800 }, 'This clip lasts 3 hours; at most 60 seconds are taken. Cut it shorter first.'],
    [
      { frames: 1801 },
      'This clip has 1801 frames; at most 1800 are taken. Cut it shorter or save it with fewer frames a second.',
    ],
    [
      { width: 7680, height: 4320 },
      'The frames of this clip have 7680 × 4320 pixels; at most 4096 × 2304 are taken. Make it smaller first.',
    ],
    [{ frames: 'many' }, '"frames" must be a whole number of at least 1.'],
  ])('%j', async (change, sentence) => {
    const { status, body } = await begin(another(), change);
    expect([400, 413]).toContain(status);
    expect([body.message].flat().join(' ')).toContain(sentence);
    expect(incoming()).toEqual([]);
  });

  test('a file that is no film', async () => {
    const { body } = await begin(clips.file('plain.gif')).expect(415);
    expect(body.message).toBe('This film is neither MP4 nor WebM; save it as one of these.');
    expect(incoming()).toEqual([]);
  });

  test('a frame of another size, a damaged one, and one out of turn', async () => {
    for (const [bytes, place, sentence] of [
      [await jpeg(1, 640, 360), 0, 'A frame of this clip has 640 × 360 pixels and not 1280 × 720.'],
      [(await jpeg(1)).subarray(0, 2000), 0, 'A frame of this clip came damaged; try again.'],
      [Buffer.from('kites'), 0, 'A frame of this clip came as no picture that can be read.'],
      [await jpeg(1), 3, 'Frame 0 of this film is awaited, and not 3.'],
    ] as const) {
      const { body } = await begin(another()).expect(201);
      expect((await frame(body.id, place, bytes)).body.message).toBe(sentence);
      await frame(body.id, 0, await jpeg(0)).expect(404);
      expect(incoming()).toEqual([]);
    }
  });

  test('a film that ends before its last frame, or whose times do not rise', async () => {
    const first = (await begin(another()).expect(201)).body.id;
    await frame(first, 0, await jpeg(0)).expect(204);
    const short = await http().post(`/api/clips/${first}/end`).send({ ends: ENDS }).expect(409);
    expect(short.body.message).toBe('This film has 6 frames and 1 of them came.');
    const second = (await begin(another(), { frames: 2 }).expect(201)).body.id;
    for (const k of [0, 1]) await frame(second, k, await jpeg(k)).expect(204);
    const wrong = await http()
      .post(`/api/clips/${second}/end`)
      .send({ ends: [0.2, 0.1] })
      .expect(400);
    expect(wrong.body.message).toBe('"ends" must hold times that rise from frame to frame.');
    expect(incoming()).toEqual([]);
  });

  test('one that is cancelled', async () => {
    const { body } = await begin(another()).expect(201);
    await frame(body.id, 0, await jpeg(0)).expect(204);
    await http().delete(`/api/clips/${body.id}`).expect(204);
    expect(incoming()).toEqual([]);
    const gone = await frame(body.id, 1, await jpeg(1)).expect(404);
    expect(gone.body.message).toBe('This film is no longer being taken in; add the file again.');
  });
});
