import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import {
  checkOutput,
  clipChannels,
  clipFrame,
  drawingsOf,
  estimateOutput,
  type Job,
  type OutputAsked,
  printFrame,
  spriteColumns,
  STARTER_INKS,
} from '../../src/index.ts';
import { clipFrames, clipJob, moving, rollingDisc } from '../motion/moving-jobs.ts';
import { decodeByFfmpeg, probe, readByPillow } from '../motion/read-clips.ts';
import { outputBytes, outputEnv } from '../outputs.ts';

// Formats: GIF89a (CompuServe 1990) and PNG, Third Edition (W3C 2025), as Pillow and ffmpeg read them.
const [WIDTH, HEIGHT, FRAMES, SECONDS] = [150, 100, 10, 0.5];
const pictures = clipFrames(WIDTH, HEIGHT, FRAMES, rollingDisc(WIDTH, FRAMES));

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'clips-'));
});
afterAll(() => rmSync(folder, { recursive: true }));

/** The same clip in so many inks. */
function inksJob(count: number): Job {
  const job = clipJob(WIDTH, HEIGHT, FRAMES, SECONDS);
  const [pass] = job.passes;
  const fill = pass!.fills[0];
  return {
    ...job,
    passes: Array.from({ length: count }, (_, k) => ({
      ...pass!,
      id: `p${k}`,
      fills: [{ ...fill, id: `f${k}`, screen: { ...fill.screen, angle: 20 * k } }] as const,
      ink: { ...STARTER_INKS[k % STARTER_INKS.length]!, strength: 1 - k / 20 },
    })),
  };
}

const env = { ...outputEnv(pictures) };
const printed = (job: Job) =>
  Promise.all(drawingsOf(job.motion.settings).map(({ frame }) => printFrame(env, job, frame)));

async function write(job: Job, kind: OutputAsked['kind']): Promise<string> {
  const file = join(folder, `${kind}-${Math.random().toString(36).slice(2)}`);
  checkOutput(job, { kind });
  writeFileSync(file, await outputBytes(job, { kind }, pictures));
  return file;
}

/** RGBA of printed pixels, whatever their channels. */
const rgbaOf = (bytes: Uint8Array, channels: 3 | 4): Uint8Array =>
  channels === 4
    ? bytes
    : Uint8Array.from({ length: (bytes.length / 3) * 4 }, (_, k) =>
        k % 4 === 3 ? 255 : bytes[3 * (k >> 2) + (k % 4)]!,
      );

describe.each([1, 2, 3, 5, 8])('a clip in %d inks', (count) => {
  const job = inksJob(count);

  test.each(['clip-gif', 'clip-apng'] as const)(
    '%s holds every frame with exactly the colours of the print',
    async (kind) => {
      const read = readByPillow(await write(job, kind));
      const frames = await printed(job);
      expect([read.width, read.height, read.frames.length]).toEqual([WIDTH, HEIGHT, FRAMES]);
      for (const [k, { rgba }] of read.frames.entries()) expect(rgba.equals(rgbaOf(frames[k]!, 3))).toBe(true);
    },
  );
});

describe('a GIF', () => {
  test('lasts as long as the clip, begins again, and has the frames that ffmpeg counts', async () => {
    const file = await write(inksJob(2), 'clip-gif');
    const read = readByPillow(file);
    expect(read.format).toBe('GIF');
    expect(read.loop).toBe('0');
    expect(read.frames.map(({ milliseconds }) => milliseconds)).toEqual(Array(FRAMES).fill(50));
    const seen = probe(file);
    expect(seen).toMatchObject({ width: WIDTH, height: HEIGHT, codec: 'gif', frames: FRAMES, rate: 20 });
  });

  test('shows by ffmpeg the very pixels that Pillow shows', async () => {
    const file = await write(inksJob(3), 'clip-gif');
    const frames = await printed(inksJob(3));
    expect(decodeByFfmpeg(file).equals(Buffer.concat(frames))).toBe(true);
  });

  test('that does not loop says so, and on twos holds each drawing for two frames', async () => {
    const once = moving(inksJob(1), [], { loop: false, drawings: 'twos' });
    const read = readByPillow(await write(once, 'clip-gif'));
    expect(read.loop).toBe('None');
    expect(read.frames.map(({ milliseconds }) => milliseconds)).toEqual(Array(FRAMES / 2).fill(100));
    const frames = await printed(once);
    for (const [k, { rgba }] of read.frames.entries()) expect(rgba.equals(rgbaOf(frames[k]!, 3))).toBe(true);
  });

  test('of ink alone is clear where nothing is printed', async () => {
    const job = moving(inksJob(2), [], { ground: 'ink' });
    const read = readByPillow(await write(job, 'clip-gif'));
    const frames = await printed(job);
    read.frames.forEach(({ rgba }, k) => {
      const own = frames[k]!;
      for (let at = 0; at < own.length; at += 4) {
        expect(rgba[at + 3]).toBe(own[at + 3]! >= 128 ? 255 : 0);
        if (own[at + 3]! >= 128) expect(rgba.subarray(at, at + 3).equals(own.subarray(at, at + 3))).toBe(true);
      }
    });
  });

  test('of more colours than a palette holds is near to all of them', async () => {
    const job = moving(inksJob(8), [], { size: 'width', width: 75 });
    const read = readByPillow(await write(job, 'clip-gif'));
    const frames = await printed(job);
    expect(new Set(rgbaTriples(frames[0]!)).size).toBeGreaterThan(256);
    read.frames.forEach(({ rgba }, k) => {
      const own = rgbaOf(frames[k]!, 3);
      let sum = 0;
      for (let at = 0; at < own.length; at++) sum += Math.abs(own[at]! - rgba[at]!);
      expect(sum / own.length).toBeLessThan(4);
    });
  });

  test('is not made of more frames a second than browsers show', () => {
    const fast = moving(inksJob(1), [], { rate: 60 });
    expect(() => checkOutput(fast, { kind: 'clip-gif' })).toThrow('at most 50 frames a second');
  });
});

const rgbaTriples = (bytes: Uint8Array): number[] =>
  Array.from(
    { length: bytes.length / 3 },
    (_, k) => (bytes[3 * k]! << 16) | (bytes[3 * k + 1]! << 8) | bytes[3 * k + 2]!,
  );

describe('an APNG', () => {
  test('lasts as long as the clip at any rate, and begins again', async () => {
    const file = await write(moving(inksJob(2), [], { rate: 23.976, seconds: 10 / 23.976 }), 'clip-apng');
    const read = readByPillow(file);
    expect(read.loop).toBe('0');
    for (const { milliseconds } of read.frames) expect(milliseconds).toBeCloseTo(1000 / 23.976, 2);
    expect(probe(file)).toMatchObject({ codec: 'apng', frames: 10 });
    execFileSync('pngcheck', ['-q', file]);
  });

  test('of ink alone has the alpha of the print, also half clear', async () => {
    const job = moving(inksJob(3), [], { ground: 'ink', size: 'width', width: 80 });
    const read = readByPillow(await write(job, 'clip-apng'));
    const frames = await printed(job);
    expect(clipChannels(job)).toBe(4);
    expect(new Set(frames[0]!.filter((_, k) => k % 4 === 3)).size).toBeGreaterThan(5);
    for (const [k, { rgba }] of read.frames.entries()) expect(rgba.equals(frames[k]!)).toBe(true);
  });
});

test('the archive holds a PNG of every drawing and how long it lasts', async () => {
  const job = moving(inksJob(2), [], { drawings: 'twos' });
  const entries = unzipSync(readFileSync(await write(job, 'clip-frames')));
  expect(Object.keys(entries)).toEqual([1, 2, 3, 4, 5].map((n) => `frame-000${n}.png`).concat('times.csv'));
  expect(new TextDecoder().decode(entries['times.csv']).split('\n')[2]).toBe('frame-0002.png,0.1,0.1');
  const frames = await printed(job);
  frames.forEach((own, k) => {
    const file = join(folder, 'one.png');
    writeFileSync(file, entries[`frame-000${k + 1}.png`]!);
    expect(readByPillow(file).frames[0]!.rgba.equals(rgbaOf(own, 3))).toBe(true);
  });
});

test('the sprite sheet holds every drawing in its place', async () => {
  const job = inksJob(2);
  const read = readByPillow(await write(job, 'clip-sprites'));
  const columns = spriteColumns(job);
  expect([read.width, read.height]).toEqual([columns * WIDTH, Math.ceil(FRAMES / columns) * HEIGHT]);
  const [sheet] = read.frames;
  (await printed(job)).forEach((own, k) => {
    const frame = rgbaOf(own, 3);
    const [left, top] = [(k % columns) * WIDTH, Math.floor(k / columns) * HEIGHT];
    for (let y = 0; y < HEIGHT; y++) {
      const at = 4 * ((top + y) * read.width + left);
      expect(sheet!.rgba.subarray(at, at + 4 * WIDTH).equals(frame.subarray(4 * y * WIDTH, 4 * (y + 1) * WIDTH))).toBe(
        true,
      );
    }
  });
});

test('sizes are said beforehand, nearly', async () => {
  const job = inksJob(3);
  for (const kind of ['clip-gif', 'clip-apng', 'clip-frames', 'clip-sprites'] as const) {
    const { length } = await outputBytes(job, { kind }, pictures);
    const said = await estimateOutput(env, job, { kind });
    expect(Math.abs(said / length - 1)).toBeLessThan(0.2);
  }
  expect(clipFrame(job)).toMatchObject({ width: WIDTH, height: HEIGHT });
});

test('a job in which nothing moves gives no clip', () => {
  const still = { ...inksJob(1), pictures: inksJob(1).pictures.map((p) => ({ ...p, clip: null })) };
  expect(() => checkOutput(still, { kind: 'clip-gif' })).toThrow('Nothing of this job moves');
});
