import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { COUNT, DURATIONS, FRAME_BYTES, HEIGHT, clipServer, mostApart, rgbaOf, WIDTH } from './clips.ts';

const { clips, http, add, data } = clipServer();
const pixels = async (name: string): Promise<Buffer> =>
  (await http().get(`/api/pictures/${name}/pixels`).buffer(true).expect(200)).body as Buffer;

describe.each([
  ['plain.gif', DURATIONS, 0],
  ['clear.gif', Array(COUNT).fill(60), 0],
  ['grey.gif', Array(COUNT).fill(100), 0],
  ['plain.webp', DURATIONS, 0],
  ['plain.png', DURATIONS, 0],
  ['clear.png', Array(COUNT).fill(80), 0],
  // ffmpeg and we round half clear pixels over others each in our own way.
  ['over.png', Array(COUNT).fill(80), 1],
  ['back.png', Array(COUNT).fill(80), 0],
  ['stills.zip', Array(COUNT).fill(1000 / 24), 0],
] as const)('%s', (name, durations, near) => {
  test('is taken in as a clip whose frames last as long as its file says', async () => {
    const { body } = await add(name).expect(201);
    expect(body).toMatchObject({ width: WIDTH, height: HEIGHT, name });
    const ends = durations.map((_, k) => durations.slice(0, k + 1).reduce((a, b) => a + b, 0) / 1000);
    expect(body.clip.ends).toHaveLength(COUNT);
    for (const [k, end] of body.clip.ends.entries()) expect(end).toBeCloseTo(ends[k]!, 5);
  });

  test('gives every frame with the pixels that another program shows', async () => {
    const { body } = await add(name).expect(201);
    for (const [k, frame] of clips.frames(name).entries()) {
      const id = k === 0 ? body.hash : `${body.hash}.${k}`;
      const { colour, alpha } = mostApart(rgbaOf(await pixels(id)), frame);
      expect(colour).toBeLessThanOrEqual(near);
      expect(alpha).toBe(0);
      const about = (await http().get(`/api/pictures/${id}`).expect(200)).body;
      expect(about).toMatchObject({ hash: id, width: WIDTH, height: HEIGHT });
      expect((await pixels(id)).length).toBe(WIDTH * HEIGHT * about.channels);
    }
  });

  test('keeps small copies of all frames', async () => {
    const { body } = await add(name).expect(201);
    expect(body.clip.level).toBe(0);
    const small = await http().get(`/api/pictures/${body.hash}/frames/2?count=3`).buffer(true).expect(200);
    expect(small.body.length).toBe(3 * FRAME_BYTES);
    const { colour } = mostApart(small.body.subarray(0, FRAME_BYTES), clips.frames(name)[2]!);
    expect(colour).toBeLessThanOrEqual(near);
  });
});

test('an archive comes in by the way of films too, where it may be larger', async () => {
  const { body } = await http()
    .post('/api/clips/archive?name=stills.zip')
    .set('Content-Type', 'application/octet-stream')
    .send(clips.file('stills.zip'))
    .expect(201);
  expect(body).toMatchObject({ format: 'zip', width: WIDTH, height: HEIGHT });
  expect(body.clip.ends).toHaveLength(COUNT);
});

test('a GIF of one frame stays a still', async () => {
  expect((await add('still.gif').expect(201)).body.clip).toBeNull();
});

test('frames and levels that are not there are refused in a sentence', async () => {
  const { body } = await add('plain.gif').expect(201);
  const sentence = 'This clip has no such frame.';
  expect((await http().get(`/api/pictures/${body.hash}.7`).expect(404)).body.message).toBe(sentence);
  expect((await http().get(`/api/pictures/${body.hash}.7/pixels`).expect(404)).body.message).toBe(sentence);
  await http().get(`/api/pictures/${body.hash}/frames/7?count=1`).expect(404);
  await http().get(`/api/pictures/${body.hash}/frames/0?count=1000`).expect(400);
  await http()
    .get(`/api/pictures/${'0'.repeat(64)}.1/pixels`)
    .expect(404);
});

test('a frame has the levels that a still of its size has', async () => {
  const { body } = await add('plain.gif').expect(201);
  const half = await http().get(`/api/pictures/${body.hash}.3/levels/1`).buffer(true).expect(200);
  expect(half.body.length).toBe(FRAME_BYTES / 4);
});

describe('what cannot be used is refused in one sentence, and nothing of it stays', () => {
  const empty = (): void => {
    const incoming = join(data(), 'incoming');
    expect(existsSync(incoming) ? readdirSync(incoming) : []).toEqual([]);
  };

  test.each([
    ['short.gif', 'This GIF file is damaged or cut short; fetch or save it again.'],
    ['short.webp', 'This WebP file is damaged or cut short; fetch or save it again.'],
    ['short.png', 'This animated PNG is damaged or cut short; fetch or save it again.'],
    ['short.zip', 'This is not a ZIP archive that can be opened.'],
    ['notes.zip', 'This archive holds "notes.txt", which is no picture; pack the frames alone.'],
    ['sizes.zip', 'Frame 2, "2.png", has 50 × 50 pixels and the first 96 × 64; all frames need one size.'],
    ['empty.zip', 'This archive holds no pictures.'],
    [
      'frames.gif',
      'This clip has 1801 frames; at most 1800 are taken. Cut it shorter or save it with fewer frames a second.',
    ],
    ['hours.webp', 'This clip lasts 3 hours; at most 60 seconds are taken. Cut it shorter first.'],
  ])('%s', async (name, sentence) => {
    const { status, body } = await add(name);
    expect(body.message).toBe(sentence);
    expect([413, 422]).toContain(status);
    empty();
  });

  test('an animated PNG with a chunk that is not what it was', async () => {
    const bytes = Buffer.from(clips.file('plain.png'));
    const at = bytes.indexOf('fdAT') + 40;
    bytes[at] = bytes[at]! ^ 255;
    expect((await add('broken.png', bytes)).body.message).toBe(
      'This animated PNG is damaged or cut short; fetch or save it again.',
    );
  });

  test('a clip under the name of another format', async () => {
    const { body } = await add('plain.webp', clips.file('plain.gif'));
    expect(body.message).toBe('The name ends in .webp but the file holds GIF; name it .gif.');
  });
});
