import { existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { commandLine } from './command-line.ts';

const { folder, chromatype, clear } = await commandLine();
afterAll(clear);

describe('the command line refuses', () => {
  test.each([
    ['a missing file', ['screen', 'none.png', 'x.png'], /There is no file none\.png/],
    ['no picture', ['screen', 'text.png', 'x.png'], /not a picture/],
    ['an unknown shape', ['screen', 'flat.png', 'x.png', '--dots', 'Blob'], /--dots must be one of Round/],
    ['an unknown option', ['screen', 'flat.png', 'x.png', '--blob'], /Unknown option '--blob'/],
    ['nonsense for a number', ['screen', 'flat.png', 'x.png', '--lpi', 'many'], /--lpi must be a number/],
    ['a frequency that cannot be', ['screen', 'flat.png', 'x.png', '--lpi', '900'], /must be 2 to 2000 pixels/],
    ['a format that is not written', ['screen', 'flat.png', 'x.bmp'], /OUT must end in \.png/],
    ['a file that cannot be measured', ['measure', 'text.png'], /not a picture/],
    ['a directory', ['screen', 'sub', 'x.png'], /sub is a directory, not a file/],
    ['a directory to measure', ['measure', 'sub'], /sub is a directory, not a file/],
    ['an empty file', ['screen', 'empty.png', 'x.png'], /empty\.png is empty/],
    ['an OUT that is a directory', ['screen', 'flat.png', 'sub.png'], /sub\.png is a directory; name a file/],
    ['an OUT that is a directory without an ending', ['screen', 'flat.png', 'sub'], /sub is a directory; name a file/],
    ['an OUT below a file', ['screen', 'flat.png', 'text.png/x.png'], /text\.png is a file, so nothing can be written/],
    [
      'an OUTDIR that is a file',
      ['separate', 'flat.png', 'text.png', '--inks', 'process'],
      /text\.png is a file; name/,
    ],
    [
      'a tiny picture',
      ['screen', 'tiny.png', 'x.png'],
      /The sheet would be 0\.8 × 0\.3 mm; both sides must be 5 to 3000/,
    ],
    ['a thin picture', ['screen', 'thin.png', 'x.png', '--width', '100'], /The sheet would be 100 × 0\.4 mm/],
    [
      'a tiny picture to separate',
      ['separate', 'tiny.png', 'p', '--inks', 'process'],
      /The sheet would be 0\.8 × 0\.3/,
    ],
    ['cells that are too wide', ['screen', 'flat.png', 'x.png', '--lpi', '0.05'], /6000 pixels wide.*more rows/],
    ['cells that are too fine', ['screen', 'flat.png', 'x.png', '--lpi', '900'], /0\.333 pixels wide.*fewer rows/],
    [
      'a lattice for lines',
      ['screen', 'flat.png', 'x.png', '--lines', 'wave', '--lattice', 'rings'],
      /--lattice has no/,
    ],
    [
      'softness for grain',
      ['screen', 'flat.png', 'x.png', '--grain', 'stucki', '--softness', '0.5'],
      /--softness has no/,
    ],
    [
      'noise for ordered grain',
      ['screen', 'flat.png', 'x.png', '--grain', 'bayer-8', '--noise', '0.5'],
      /--noise has no/,
    ],
    [
      'an angle for grain',
      ['screen', 'flat.png', 'x.png', '--grain', 'stucki', '--angle', '15'],
      /--angle has no effect/,
    ],
    ['lpi for grain', ['screen', 'flat.png', 'x.png', '--grain', 'stucki', '--lpi', '15'], /--lpi has no effect/],
    ['cut for diffusion', ['screen', 'flat.png', 'x.png', '--grain', 'stucki', '--cut', '0.5'], /--cut has no effect/],
    ['a seed for round dots', ['screen', 'flat.png', 'x.png', '--seed', '4'], /--seed has no effect with dots Round/],
    [
      'a setting of lines',
      ['screen', 'flat.png', 'x.png', '--set', 'lines.wobble=1'],
      /--set lines\.wobble has no effect/,
    ],
    [
      'a space without a palette',
      ['screen', 'flat.png', 'x.png', '--grain', 'stucki', '--space', 'light'],
      /--space has/,
    ],
    ['an unknown command', ['squash'], /has the commands screen, tint, separate, job, measure, list/],
  ])('%s: exit 2, one sentence, no file', async (_, args, sentence) => {
    writeFileSync(join(folder, 'text.png'), 'no picture');
    writeFileSync(join(folder, 'empty.png'), '');
    for (const name of ['sub', 'sub.png']) mkdirSync(join(folder, name), { recursive: true });
    const plain = (width: number, height: number) =>
      sharp({ create: { width, height, channels: 3, background: '#888' } })
        .png()
        .withMetadata({ density: 300 });
    await plain(10, 4).toFile(join(folder, 'tiny.png'));
    await plain(1000, 4).toFile(join(folder, 'thin.png'));
    const { code, err, out } = await chromatype(...args);
    expect(code).toBe(2);
    expect(err).toMatch(sentence);
    expect(err.trim().split('\n')).toHaveLength(1);
    expect(out).toBe('');
    expect(existsSync(join(folder, 'x.png'))).toBe(false);
    expect(readdirSync(folder).filter((f) => f.includes('partial'))).toEqual([]);
  });

  test.each([
    [['separate', 'flat.png', 'p', '--inks', 'glitter'], /--inks must be one of process/],
    [['separate', 'flat.png', 'p'], /needs --inks/],
    [['separate', 'flat.png', 'p', '--inks', 'process', '--format', 'gif'], /--format must be png or tif/],
    [['job', 'flat.png', 'p'], /is not valid JSON/],
  ])('%j is refused in one sentence', async (args, sentence) => {
    const { code, err } = await chromatype(...args);
    expect([code, err.trim().split('\n').length]).toEqual([2, 1]);
    expect(err).toMatch(sentence);
    expect(existsSync(join(folder, 'p'))).toBe(false);
  });
});
