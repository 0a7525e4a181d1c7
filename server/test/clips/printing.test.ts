import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createJob, filePicture, fillOf, frameName, type Job, type OutputAsked, withFill } from '@chromatype/core';
import sharp from 'sharp';
import { probe, readByPillow } from '../../../core/test/motion/read-clips.ts';
import { COUNT, HEIGHT, clipServer, WIDTH } from './clips.ts';

const { clips, http, add } = clipServer();
/** A job of one pixel for each of the picture's. */
function jobOf(picture: { hash: string; clip: { ends: number[] } | null }, name = picture.hash): Job {
  const base = createJob('Kites', 'p');
  const clip = picture.clip && { ends: picture.clip.ends, settings: { from: 0, to: 0, speed: 1, after: 'loop' } };
  const screen = { ...fillOf(base.passes[0]!).screen, frequency: { value: 40, per: 'lpi' as const } };
  return {
    ...base,
    sheet: { ...base.sheet, width: (WIDTH / 300) * 25.4, height: (HEIGHT / 300) * 25.4, bleed: 0, ppi: 300 },
    pictures: [filePicture({ id: 'a', name: 'a', hash: name, width: WIDTH, height: HEIGHT, clip })],
    passes: base.passes.map((p) => withFill(p, { screen, feed: { ...fillOf(p).feed, picture: 'a' } })),
    motion: { ...base.motion, settings: { ...base.motion.settings, rate: 10, seconds: 0.7 } },
  };
}

async function printed(job: Job, asked: OutputAsked): Promise<Buffer> {
  const stored = await http().post('/api/jobs').send({ document: job }).expect(201);
  const run = await http().post(`/api/jobs/${stored.body.id}/runs`).send(asked).expect(201);
  for (;;) {
    const { body } = await http().get(`/api/runs/${run.body.id}`);
    if (body.state === 'done') break;
    if (body.state !== 'queued' && body.state !== 'running') throw new Error(`The run ended: ${body.message}`);
    await new Promise((resolve) => setTimeout(resolve, 30));
  }
  return (await http().get(`/api/runs/${run.body.id}/file`).buffer(true).parse(binary).expect(200)).body as Buffer;
}

/** Takes an answer as it is, whatever its type. */
function binary(response: NodeJS.ReadableStream, done: (error: Error | null, body: Buffer) => void): void {
  const pieces: Buffer[] = [];
  response.on('data', (piece: Buffer) => pieces.push(piece));
  response.on('end', () => done(null, Buffer.concat(pieces)));
}

const clip = async () => (await add('plain.gif').expect(201)).body as { hash: string; clip: { ends: number[] } };

test('a still of a frame has the bytes of the job whose picture is that frame as a file', async () => {
  const picture = await clip();
  for (const frame of [0, 3, 5]) {
    const pixels = clips.frames('plain.gif');
    const at = picture.clip.ends.findIndex((end) => end > frame / 10 + 1e-6);
    const png = await sharp(pixels[at]!, { raw: { width: WIDTH, height: HEIGHT, channels: 4 } })
      .png()
      .toBuffer();
    const still = (await add(`still-${at}.png`, png).expect(201)).body;
    for (const kind of ['sheet', 'plate', 'plate-tif'] as const) {
      const own = await printed(jobOf(picture), { kind, pass: 'p', frame });
      expect(own.equals(await printed(jobOf(still), { kind, pass: 'p' }))).toBe(true);
    }
  }
});

test('a job whose picture rests on a later frame prints that frame', async () => {
  const picture = await clip();
  const resting = await printed(jobOf(picture, frameName(picture.hash, 4)), { kind: 'sheet' });
  expect(resting.equals(await printed(jobOf(picture), { kind: 'sheet', frame: 5 }))).toBe(true);
  expect(resting.equals(await printed(jobOf(picture), { kind: 'sheet' }))).toBe(false);
});

test.each([
  ['clip-gif', 'GIF'],
  ['clip-apng', 'PNG'],
  ['clip-webp', 'WEBP'],
] as const)('%s made by a run holds the frames that stills have', async (kind, format) => {
  const job = jobOf(await clip());
  const file = join(clips.folder, `made-${kind}`);
  writeFileSync(file, await printed(job, { kind }));
  const read = readByPillow(file);
  expect([read.format, read.width, read.height, read.frames.length, read.loop]).toEqual([
    format,
    WIDTH,
    HEIGHT,
    COUNT,
    '0',
  ]);
  for (const [k, frame] of read.frames.entries()) {
    expect(frame.milliseconds).toBeCloseTo(100, 5);
    const still = await sharp(await printed(job, { kind: 'sheet', frame: k }))
      .ensureAlpha()
      .raw()
      .toBuffer();
    expect(frame.rgba.equals(still)).toBe(true);
  }
});

test('a WebP of ink alone keeps its alpha, and ffmpeg counts the frames of an APNG', async () => {
  const base = jobOf(await clip());
  const job = { ...base, motion: { ...base.motion, settings: { ...base.motion.settings, ground: 'ink' } } };
  const [webp, apng] = [join(clips.folder, 'ink.webp'), join(clips.folder, 'ink.png')];
  writeFileSync(webp, await printed(job, { kind: 'clip-webp' }));
  writeFileSync(apng, await printed(job, { kind: 'clip-apng' }));
  const [one, other] = [readByPillow(webp), readByPillow(apng)];
  expect(one.frames.some(({ rgba }) => rgba.some((v, k) => k % 4 === 3 && v === 0))).toBe(true);
  for (const [k, { rgba }] of one.frames.entries()) {
    // Where nothing shows, colours do not count.
    const seen = (bytes: Buffer) => bytes.map((v, n) => (bytes[n | 3] === 0 ? 0 : v));
    expect(seen(rgba).equals(seen(other.frames[k]!.rgba))).toBe(true);
  }
  expect(probe(apng).frames).toBe(COUNT);
  execFileSync('pngcheck', ['-q', apng]);
});

test('a frame that is not there, and a clip of what does not move, are refused', async () => {
  const picture = await clip();
  const stored = (
    await http()
      .post('/api/jobs')
      .send({ document: jobOf(picture) })
      .expect(201)
  ).body.id;
  const none = await http().post(`/api/jobs/${stored}/runs`).send({ kind: 'sheet', frame: 7 }).expect(400);
  expect(none.body.message).toBe('This clip has 7 frames, counted from 0; there is no frame 7.');
  await http().post(`/api/jobs/${stored}/runs`).send({ kind: 'sheet', frame: -1 }).expect(400);
  const still = (
    await http()
      .post('/api/jobs')
      .send({ document: createJob('Still', 'p') })
      .expect(201)
  ).body.id;
  const fault = await http().post(`/api/jobs/${still}/runs`).send({ kind: 'clip-gif' }).expect(400);
  expect(fault.body.message).toBe('Nothing of this job moves; add a clip, or a key to a setting, in the Motion view.');
});

test('the size of a clip is said beforehand', async () => {
  const stored = (
    await http()
      .post('/api/jobs')
      .send({ document: jobOf(await clip()) })
      .expect(201)
  ).body.id;
  const { body } = await http().post(`/api/jobs/${stored}/estimate`).send({ kind: 'clip-webp' }).expect(200);
  const { length } = await printed(jobOf(await clip()), { kind: 'clip-webp' });
  expect(Math.abs(body.bytes / length - 1)).toBeLessThan(0.2);
});
