import { jest } from '@jest/globals';
import sharp from 'sharp';
import {
  greyPng,
  gzipBomb,
  nestedJson,
  overlappingZip,
  patterns,
  softShadow,
  zipOf,
} from '../../../bench/src/processes/bombs.ts';
import { ask, jobOf } from '../../../bench/src/processes/requests.ts';
import type { ServerProcess } from '../../../bench/src/processes/server-process.ts';
import { memoryOf, whileWatching } from '../../../bench/src/processes/watch.ts';
import { examine } from '../../src/keeping/doctor.ts';
import { processes } from './servers.ts';

// Milliseconds are measured beside other tests: a slow moment of the machine gets another try.
jest.retryTimes(2);

const all = processes();
afterAll(() => all.clear());

let server: ServerProcess;
let url: string;
let data: string;
let job: Parameters<typeof whileWatching>[1];
beforeAll(async () => {
  // More is sent than an artist does in a minute.
  data = all.folder();
  server = all.start(data, { CHROMATYPE_LIMITS: 'off' });
  url = await server.ready;
  const { body } = await ask(`${url}/api/jobs`, 'POST', { document: jobOf('Watched') });
  job = { id: body.id, document: jobOf('Watched'), version: 1 };
});

const upload = (name: string, bytes: Uint8Array) => ask(`${url}/api/pictures?name=${name}`, 'POST', bytes);
const press = (bytes: Uint8Array) => ask(`${url}/api/press`, 'POST', bytes);

/** Sends bad input, and sees that saves and the Shelf answer meanwhile as if nothing was. */
async function sentWhileWatching<T>(work: () => Promise<T>): Promise<{ result: T; memory: number; ms: number }> {
  const { result, beyond, memory, ms } = await whileWatching({ url, pid: server.pid }, job, work);
  expect(beyond.save).toBeLessThan(500);
  expect(beyond.shelf).toBeLessThan(500);
  expect(memory).toBeLessThan(1.5e9);
  return { result, memory, ms };
}

/** A refusal in one sentence. */
function expectRefusal({ status, body }: Awaited<ReturnType<typeof ask>>, sentence: RegExp): void {
  expect([status >= 400 && status < 500, body.message]).toEqual([true, expect.stringMatching(sentence)]);
  expect(body.message).toMatch(/^[A-Z][^\n]*\.$/);
}

test('a drawing with a soft shadow is drawn, if need be smaller', async () => {
  const { status, body } = await upload('shadow.svg', softShadow());
  expect(status).toBe(201);
  // One square of the library, or a half or a quarter of it.
  expect([1, 2, 4].some((part) => Math.abs(1960 / part - body.width) <= 1)).toBe(true);
  expect(body.height).toBe(body.width);
});

test('drawings that are hard to vet are refused at once', async () => {
  const { result, ms } = await sentWhileWatching(async () => {
    const refused = [];
    for (const text of patterns(200_000)) refused.push(await upload('a.svg', text));
    refused.push(await upload('a.svgz', gzipBomb(150)));
    return refused;
  });
  for (const refused of result) expectRefusal(refused, /\./);
  expect(ms).toBeLessThan(10_000);
});

test('an archive whose members lie over each other is sent back at once', async () => {
  const bomb = overlappingZip({ name: '00.tif', bytes: Buffer.alloc(100e6) }, 20);
  expect(bomb.length).toBeLessThan(120_000);
  const { result, ms } = await sentWhileWatching(() => press(bomb));
  // It took 23 seconds once.
  expect(ms).toBeLessThan(5000);
  expect(result.body).toMatchObject({ accepted: false, proof: null });
  expect(result.body.checks[0].said).toBe('The members of this archive lie over each other; pack it again.');
});

test('archives of many empty megabytes, of too many and of too large files are sent back', async () => {
  const ticket = { name: 'ticket.txt', bytes: new Uint8Array(9) };
  const zeros = Buffer.alloc(90e6);
  const many = zipOf([ticket, ...Array.from({ length: 12 }, (_, k) => ({ name: `${k}.tif`, bytes: zeros }))]);
  const names = zipOf(Array.from({ length: 1200 }, (_, k) => ({ name: `${k}.tif`, bytes: new Uint8Array(1) })));
  const { result } = await sentWhileWatching(async () => [await press(many), await press(names)]);
  expect(result[0]!.body.checks[0].said).toMatch(/^The plate 0\.tif cannot be read/);
  expect(result[1]!.body.checks[0].said).toMatch(/holds 1200 files; at most 1000/);
});

test('plates that are damaged anywhere are sent back in a sentence', async () => {
  const plate = await sharp(Buffer.alloc(900 * 600, 90), { raw: { width: 900, height: 600, channels: 1 } })
    .threshold(80)
    .tiff({ compression: 'lzw', xres: 300 / 25.4, yres: 300 / 25.4 })
    .toBuffer();
  const { result } = await sentWhileWatching(async () => {
    const answers = [];
    for (let k = 0; k < 60; k++) {
      const broken = Buffer.from(plate);
      // Every part of the file in turn: its head, its strips, its list of tags.
      broken.fill((k * 83) & 255, Math.floor((k * plate.length) / 60), Math.floor(((k + 1) * plate.length) / 60));
      answers.push(
        await press(
          zipOf([
            { name: 'a.tif', bytes: broken },
            { name: 'ticket.txt', bytes: new Uint8Array(9) },
          ]),
        ),
      );
    }
    return answers;
  });
  for (const { status, body } of result) {
    expect(status).toBe(200);
    expect(body.accepted).toBe(false);
    for (const { said } of body.checks) expect(said).toMatch(/^[A-Z][^\n]*\.$/);
  }
});

test('large grey pictures are read one after the other, in bounded memory', async () => {
  const pictures = [9000, 8999].map(greyPng);
  const before = memoryOf(server.pid);
  const { result, memory } = await sentWhileWatching(() => Promise.all(pictures.map((png) => upload('a.png', png))));
  for (const { status, body } of result) expect([status, body.channels]).toEqual([201, 1]);
  // One of them with alpha, as it was read before, takes 324 MB alone.
  expect(memory - before).toBeLessThan(250e6);
}, 120_000);

test('documents without end are refused', async () => {
  const { result } = await sentWhileWatching(async () => {
    const bodies = [nestedJson(5000), nestedJson(900_000)];
    return Promise.all(
      bodies.map(async (body) => {
        const response = await fetch(`${url}/api/jobs`, {
          method: 'POST',
          body,
          headers: { 'Content-Type': 'application/json' },
        });
        return { status: response.status, body: await response.json(), headers: response.headers };
      }),
    );
  });
  for (const refused of result) expectRefusal(refused, /64 levels|8 MB/);
});

test('of two uploads of one file at the same time one is stored and both are answered', async () => {
  const png = new Uint8Array(
    await sharp({ create: { width: 700, height: 700, channels: 3, background: '#a31' } })
      .png()
      .toBuffer(),
  );
  const answers = await Promise.all([upload('a.png', png), upload('b.png', png), upload('c.jpg', png)]);
  expect(answers.map(({ status }) => status)).toEqual([201, 201, 422]);
  expect(answers[0]!.body.hash).toBe(answers[1]!.body.hash);
  // No file of all that was sent here is without its row.
  const { damaged, missing, unused } = await examine(data, () => {});
  expect([damaged, missing]).toEqual([[], []]);
  expect(unused.filter((line) => line.includes('belongs to no picture'))).toEqual([]);
});
