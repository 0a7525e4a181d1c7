import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { commandLine } from './command-line.ts';

let line: Awaited<ReturnType<typeof commandLine>>;
beforeAll(async () => {
  line = await commandLine();
});
afterAll(() => line.clear());

const write = (name: string, text: string) => writeFileSync(join(line.folder, name), text);
const svg = (inside: string, head = 'width="67.733mm" height="67.733mm" viewBox="0 0 67.733 67.733"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${head}>${inside}</svg>`;

/** Share of ink in a box of a plate, in pixels. */
async function inkIn(file: string, left: number, top: number, width: number, height: number): Promise<number> {
  const pixels = await sharp(join(line.folder, file))
    .extract({ left, top, width, height })
    .greyscale()
    .raw()
    .toBuffer();
  return pixels.filter((v) => v < 128).length / pixels.length;
}

describe('tint', () => {
  test.each([
    ['25', '30', 0.25],
    ['5', '65', 0.05],
    ['90', '85', 0.9],
  ])('%s %% at %s lpi measures what it says', async (percent, lpi, share) => {
    const args = [
      '--width',
      '60',
      '--height',
      '50',
      '--percent',
      percent,
      '--lpi',
      lpi,
      '--angle',
      '15',
      '--ppi',
      '600',
    ];
    expect(await line.chromatype('tint', 't.png', ...args)).toMatchObject({ code: 0, err: '' });
    const { out } = await line.chromatype('measure', 't.png');
    const measured = JSON.parse(out) as { coverage: number; lpi: number };
    expect(Math.abs(measured.coverage - share)).toBeLessThan(0.005);
    expect(measured.lpi / Number(lpi)).toBeCloseTo(1, 2);
  });

  test('a gradation runs the way that was asked', async () => {
    const args = ['--width', '40', '--height', '40', '--percent', '10', '--to', '90', '--along', '90', '--lpi', '60'];
    expect((await line.chromatype('tint', 'g.tif', ...args)).code).toBe(0);
    const shares = await Promise.all([400, 200, 20].map((top) => inkIn('g.tif', 0, top, 472, 50)));
    expect(shares[0]).toBeLessThan(shares[1]!);
    expect(shares[1]).toBeLessThan(shares[2]!);
    expect(shares[2]).toBeGreaterThan(0.75);
  });

  test.each([
    [['t.png', '--width', '60', '--percent', '5'], 'tint needs --height.'],
    [['t.png', '--width', '60', '--height', '60', '--percent', '101'], '--percent must be a number from 0 to 100.'],
    [
      ['t.png', '--width', '60', '--height', '60', '--percent', '5', '--along', '5'],
      '--along has no effect without --to; leave it out.',
    ],
    [['t.gif', '--width', '60', '--height', '60', '--percent', '5'], 'OUT must end in'],
  ])('%j is refused in one sentence', async (args, sentence) => {
    const { code, err } = await line.chromatype('tint', ...args);
    expect([code, err.includes(sentence), err.trim().split('\n').length]).toEqual([2, true, 1]);
  });
});

describe('screen with a stencil', () => {
  const dots = ['--dots', 'Round', '--lpi', '30'];

  test('an SVG in mm lets print only inside it, through its transforms', async () => {
    // 20 mm are 236 pixels at 300 ppi.
    write('s.svg', svg('<g transform="translate(20 20)"><rect width="20" height="20"/></g>'));
    expect(await line.chromatype('screen', 'flat.png', 'o.png', ...dots, '--stencil', 's.svg')).toMatchObject({
      code: 0,
    });
    expect(await inkIn('o.png', 0, 0, 800, 236)).toBe(0);
    expect(await inkIn('o.png', 0, 0, 236, 800)).toBe(0);
    expect(await inkIn('o.png', 473, 0, 327, 800)).toBe(0);
    expect(await inkIn('o.png', 240, 240, 230, 230)).toBeGreaterThan(0.4);
  });

  test('inset, grow and feather move its edge in mm', async () => {
    write('s.svg', svg('<rect x="20" y="20" width="20" height="20"/>'));
    const solid = ['--solid-from', '0.05', '--stencil', 's.svg'];
    const areas: number[] = [];
    for (const edge of [[], ['--inset', '3'], ['--grow', '3']]) {
      await line.chromatype('screen', 'flat.png', 'o.png', ...solid, ...edge);
      areas.push((await inkIn('o.png', 0, 0, 800, 800)) * 67.733 * 67.733);
    }
    expect(areas[0]).toBeCloseTo(400, -1);
    expect(Math.abs(areas[1]! - 14 * 14)).toBeLessThan(5);
    expect(Math.abs(areas[2]! - (400 + 4 * 20 * 3 + Math.PI * 9))).toBeLessThan(8);
  });

  test('a PNG: opaque parts are inside, or dark ones where nothing is clear', async () => {
    const square = { create: { width: 40, height: 40, channels: 4 as const, background: '#ffff00' } };
    const clear = { create: { width: 80, height: 80, channels: 4 as const, background: '#00000000' } };
    const file = (name: string) => join(line.folder, name);
    await sharp(clear)
      .composite([{ input: square, left: 20, top: 20 }])
      .png()
      .toFile(file('clear.png'));
    const white = { create: { width: 80, height: 80, channels: 3 as const, background: '#ffffff' } };
    const dark = { create: { width: 40, height: 40, channels: 3 as const, background: '#202020' } };
    await sharp(white)
      .composite([{ input: dark, left: 20, top: 20 }])
      .png()
      .toFile(file('dark.png'));
    for (const stencil of ['clear.png', 'dark.png']) {
      expect((await line.chromatype('screen', 'flat.png', 'o.png', ...dots, '--stencil', stencil)).code).toBe(0);
      expect(await inkIn('o.png', 0, 0, 800, 190)).toBe(0);
      expect(await inkIn('o.png', 210, 210, 380, 380)).toBeGreaterThan(0.4);
    }
  });

  test.each([
    ['an SVG that refers to a file', svg('<image href="http://example.org/x.png"/>'), 'refers to files outside itself'],
    ['an SVG with text', svg('<text>words</text>'), 'This SVG holds text; turn it into outlines first.'],
    ['an SVG without outlines', svg('<path d="M0 0L5 5" fill="none" stroke="black"/>'), 'holds no filled outlines'],
    ['an SVG whose outline has no area', svg('<path d="M1 1H9H5Z"/>'), 'has no area'],
  ])('%s is refused in one sentence', async (_, text, sentence) => {
    write('bad.svg', text);
    const { code, err } = await line.chromatype('screen', 'flat.png', 'bad.png', ...dots, '--stencil', 'bad.svg');
    expect([code, err.includes(sentence), err.trim().split('\n').length]).toEqual([2, true, 1]);
  });

  test('an edge without a stencil is refused', async () => {
    const { code, err } = await line.chromatype('screen', 'flat.png', 'o.png', '--inset', '2');
    expect([code, err.trim()]).toEqual([2, '--inset has no effect without --stencil; leave it out.']);
  });
});
