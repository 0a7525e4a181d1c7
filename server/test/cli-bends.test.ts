import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { commandLine } from './command-line.ts';

const { folder, chromatype, clear } = await commandLine();
afterAll(clear);

/** Ink of every pixel of a file, 1 or 0. */
async function inkOf(name: string) {
  const { data, info } = await sharp(join(folder, name)).greyscale().raw().toBuffer({ resolveWithObject: true });
  return { ...info, ink: Uint8Array.from(data, (v) => (v < 128 ? 1 : 0)) };
}

const refusal = async (...args: string[]): Promise<string> => {
  const { code, err } = await chromatype('screen', 'flat.png', 'refused.png', ...args);
  expect(code).toBe(2);
  expect(err.trim().split('\n')).toHaveLength(1);
  return err.trim();
};

describe('bends on the command line', () => {
  test('each kind is listed by its name, and its settings by their paths', async () => {
    expect((await chromatype('list', 'bends')).out.trim().split('\n')).toEqual(
      expect.arrayContaining(['wave', 'banner', 'fan', 'bow', 'swirl', 'bulge', 'mesh', 'pins', 'push', 'light']),
    );
    expect((await chromatype('list', 'settings')).out).toContain('bend.swirl.turn: ');
  });

  test('several bends are applied, in their order', async () => {
    const lines = ['--lines', 'straight', '--lpi', '20'];
    await chromatype('screen', 'flat.png', 'straight.png', ...lines);
    await chromatype('screen', 'flat.png', 'one.png', ...lines, '--bend', 'swirl turn=120');
    await chromatype(
      'screen',
      'flat.png',
      'two.png',
      ...lines,
      '--bend',
      'swirl turn=120',
      '--bend',
      'slant sideways=30',
    );
    await chromatype(
      'screen',
      'flat.png',
      'turned.png',
      ...lines,
      '--bend',
      'slant sideways=30',
      '--bend',
      'swirl turn=120',
    );
    const all = await Promise.all(['straight.png', 'one.png', 'two.png', 'turned.png'].map(inkOf));
    const coverage = all.map(({ ink }) => ink.reduce((sum, v) => sum + v, 0) / ink.length);
    for (const share of coverage) expect(Math.abs(share - coverage[0]!)).toBeLessThan(0.01);
    for (let a = 0; a < 4; a++) {
      for (let b = 0; b < a; b++) {
        const differ = all[a]!.ink.filter((v, k) => v !== all[b]!.ink[k]).length / all[a]!.ink.length;
        expect(differ).toBeGreaterThan(0.05);
      }
    }
  });

  test('a bend of nothing makes the same bytes', async () => {
    await chromatype('screen', 'flat.png', 'plain.png', '--lpi', '24');
    await chromatype('screen', 'flat.png', 'still.png', '--lpi', '24', '--bend', 'wave height=0');
    expect(readFileSync(join(folder, 'still.png')).equals(readFileSync(join(folder, 'plain.png')))).toBe(true);
  });

  test.each([
    [['--bend', 'spiral'], /^There is no bend spiral/],
    [['--bend', 'swirl speed=3'], /^--bend swirl has no speed; it has x, y, reach, turn\.$/],
    [['--bend', 'swirl turn'], /wants NAME=VALUE/],
    [['--bend', 'swirl turn=fast'], /turn must be/],
    [['--bend', 'swirl reach=0'], /has no reach/],
    [['--bend', 'swirl', '--bend-what', 'frame'], /^--bend-what must be one of lattice/],
    [['--bend-what', 'marks'], /has no effect without --bend/],
  ])('%j is refused in one sentence', async (args, sentence) => {
    expect(await refusal(...args)).toMatch(sentence);
  });
});

describe('swatches on the command line', () => {
  test('a half-drop is twice as wide, and its second half is moved down by half a repeat', async () => {
    const made = await chromatype(
      'screen',
      'flat.png',
      'swatch.png',
      '--lpi',
      '24',
      '--angle',
      '30',
      '--repeat',
      'half-drop',
    );
    expect(made).toMatchObject({ code: 0, err: '' });
    const { width, height, ink } = await inkOf('swatch.png');
    expect([width, height]).toEqual([1600, 800]);
    let differ = 0;
    for (let y = 0; y < 800; y++)
      for (let x = 0; x < 800; x++) if (ink[y * 1600 + x] !== ink[((y + 400) % 800) * 1600 + x + 800]) differ++;
    expect(differ).toBe(0);
  });

  test('an SVG holds one pattern; settings say how its seams are made', async () => {
    const made = await chromatype(
      'screen',
      'flat.png',
      'swatch.svg',
      '--lpi',
      '12',
      '--repeat',
      'square',
      '--set',
      'repeat.seam=mirror',
    );
    expect(made).toMatchObject({ code: 0, err: '' });
    const text = readFileSync(join(folder, 'swatch.svg'), 'utf8');
    expect(text.match(/<pattern /g)).toHaveLength(1);
    expect(text).toContain('width="1600" height="1600"');
  });

  test('other repeats and other files are refused in one sentence', async () => {
    expect(await refusal('--repeat', 'spiral')).toBe('--repeat must be one of square, half-drop, brick.');
    const { code, err } = await chromatype('screen', 'flat.png', 'swatch.tif', '--repeat', 'square');
    expect([code, err.trim()]).toEqual([2, 'A swatch is a .png or an .svg file.']);
  });
});
