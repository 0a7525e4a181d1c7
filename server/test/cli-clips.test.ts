import { copyFileSync, existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import { readByPillow } from '../../core/test/motion/read-clips.ts';
import { rateOf } from '../src/cli/clip.ts';
import { makeClips } from './clips/clips.ts';
import { commandLine } from './command-line.ts';

const clips = makeClips();
const { folder, chromatype, clear } = await commandLine();
afterAll(() => {
  clear();
  clips.remove();
});
const take = (name: string): void => copyFileSync(join(clips.folder, name), join(folder, name));
for (const name of [
  'plain.gif',
  'plain.webp',
  'plain.png',
  'grey.gif',
  'stills.zip',
  'still.gif',
  'notes.zip',
  'short.gif',
])
  take(name);

const read = (name: string) => readByPillow(join(folder, name));
const SCREEN = ['--lpi', '40', '--dots', 'Round', '--cell'];

test.each([
  ['grey.gif', 'out.gif', 7],
  ['stills.zip', 'out.apng', 7],
  ['plain.webp', 'out.webp', 17],
])('%s becomes %s', async (input, out, frames) => {
  expect(await chromatype('clip', input, out, ...SCREEN)).toMatchObject({ code: 0, err: '' });
  expect(read(out)).toMatchObject({ width: 96, height: 64, loop: '0' });
  expect(read(out).frames).toHaveLength(frames);
});

test('formats hold the same frames', async () => {
  for (const out of ['same.gif', 'same.png', 'same.webp', 'same.zip'])
    await chromatype('clip', 'grey.gif', out, ...SCREEN);
  const [gif, png, webp] = ['same.gif', 'same.png', 'same.webp'].map((name) => read(name).frames);
  expect(gif).toHaveLength(7);
  for (const [k, { rgba }] of gif!.entries()) {
    expect(rgba.equals(png![k]!.rgba)).toBe(true);
    expect(rgba.equals(webp![k]!.rgba)).toBe(true);
  }
  expect(Object.keys(unzipSync(readFileSync(join(folder, 'same.zip'))))).toHaveLength(8);
});

test('an archive of our own comes in again with its times', async () => {
  await chromatype('clip', 'grey.gif', 'own.zip', ...SCREEN);
  await chromatype('clip', 'own.zip', 'again.gif', '--grain', 'cut-off');
  expect(read('again.gif').frames.map(({ milliseconds }) => milliseconds)).toEqual(Array(7).fill(100));
});

test('a clip by a recipe: every frame is printed in its inks, and its screens are not mixed with others', async () => {
  const made = await chromatype(
    'clip',
    'grey.gif',
    'recipe.png',
    '--recipe',
    'duplicator-red-and-blue',
    '--ppi',
    '100',
  );
  expect(made).toMatchObject({ code: 0, err: '' });
  const { frames } = read('recipe.png');
  expect(frames).toHaveLength(7);
  const colours = (rgba: Buffer) =>
    new Set(Array.from({ length: rgba.length / 4 }, (_, k) => rgba.readUIntBE(4 * k, 3))).size;
  // Two inks, both and the bare stock; the plain screen has one ink.
  for (const { rgba } of frames) expect(colours(rgba)).toBeGreaterThan(2);
  expect(
    await chromatype('clip', 'grey.gif', 'no.gif', '--recipe', 'duplicator-red-and-blue', '--lpi', '40'),
  ).toMatchObject({
    code: 2,
    err: expect.stringContaining('Give one of --recipe and --lpi: a recipe holds its own screens.'),
  });
  expect(await chromatype('clip', 'grey.gif', 'no.gif', '--recipe', 'no such look')).toMatchObject({
    code: 2,
    err: expect.stringContaining('There is no recipe "no such look"'),
  });
  expect(existsSync(join(folder, 'no.gif'))).toBe(false);
});

test('trimmed, at another rate, and once', async () => {
  await chromatype('clip', 'grey.gif', 'part.gif', ...SCREEN, '--from', '0.2', '--to', '0.5', '--fps', '20', '--once');
  const part = read('part.gif');
  expect(part.loop).toBe('None');
  expect(part.frames.map(({ milliseconds }) => milliseconds)).toEqual(Array(6).fill(50));
  await chromatype('clip', 'grey.gif', 'whole.gif', ...SCREEN);
  expect(part.frames[0]!.rgba.equals(read('whole.gif').frames[2]!.rgba)).toBe(true);
});

test('still parts of diffused grain are held where that is asked', async () => {
  await chromatype('clip', 'grey.gif', 'held.png', '--grain', 'floyd-steinberg', '--hold');
  await chromatype('clip', 'grey.gif', 'free.png', '--grain', 'floyd-steinberg');
  const source = clips.frames('grey.gif');
  const boiling = (name: string): number => {
    const { frames } = read(name);
    let count = 0;
    for (let k = 1; k < frames.length; k++)
      for (let at = 0; at < source[0]!.length; at += 4)
        if (source[k]![at] === source[k - 1]![at] && frames[k]!.rgba[at] !== frames[k - 1]!.rgba[at]) count++;
    return count;
  };
  expect(boiling('held.png')).toBe(0);
  expect(boiling('free.png')).toBeGreaterThan(100);
});

test.each([
  [['still.gif', 'x.gif'], 'still.gif holds one still; print it with "chromatype screen".'],
  [['notes.zip', 'x.gif'], 'This archive holds "notes.txt", which is no picture; pack the frames alone.'],
  [['short.gif', 'x.gif'], 'This GIF file is damaged or cut short; fetch or save it again.'],
  [['plain.gif', 'x.mp4'], 'OUT must end in .gif, .apng, .png, .webp, .zip, .svg.'],
  [['plain.gif', 'x.svg'], 'No pass prints marks'],
  [['plain.gif', 'x.gif', '--fps', '60'], 'at most 50 frames a second'],
  [['plain.gif', 'x.gif', '--from', '0.5', '--to', '0.2'], '--to must lie after --from.'],
  [['plain.gif'], 'clip takes IN and OUT.'],
  [['gone.gif', 'x.gif'], 'There is no file gone.gif.'],
])('%j is refused in a sentence, and nothing is written', async (args, sentence) => {
  const { code, err } = await chromatype('clip', ...args);
  expect(code).not.toBe(0);
  expect(err).toContain(sentence);
  expect(existsSync(join(folder, args[1] ?? 'x.gif'))).toBe(false);
});

test('the rate of a clip is that of its frames, or the usual one where they differ', () => {
  expect(rateOf([0.1, 0.2, 0.3])).toBe(10);
  expect(rateOf([1 / 30, 2 / 30, 3 / 30])).toBe(30);
  expect(rateOf([0.1, 0.4, 0.5])).toBe(24);
  expect(rateOf([0.001])).toBe(60);
});
