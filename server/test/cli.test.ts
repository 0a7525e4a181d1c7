import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createJob, filePicture, fillOf, withFill } from '@chromatype/core';
import sharp from 'sharp';
import { commandLine } from './command-line.ts';

const { folder, chromatype, clear } = await commandLine();
afterAll(clear);

const hashOf = (name: string) =>
  createHash('sha256')
    .update(readFileSync(join(folder, name)))
    .digest('hex');

/** A PNG without its statement of resolution. */
function withoutPhys(png: Buffer): Buffer {
  const at = png.indexOf('pHYs');
  return at < 0 ? png : Buffer.concat([png.subarray(0, at - 4), png.subarray(at + 17)]);
}

describe('the command line', () => {
  test('screens a picture, and measures what it made', async () => {
    expect(
      await chromatype('screen', 'flat.png', 'out.png', '--lpi', '24', '--angle', '15', '--dots', 'Ellipse'),
    ).toMatchObject({ code: 0, err: '' });
    const { out } = await chromatype('measure', 'out.png');
    const found = JSON.parse(out);
    expect(found).toMatchObject({ width: 800, height: 800, ppi: 300 });
    expect(Math.abs(found.lpi / 24 - 1)).toBeLessThan(0.001);
    expect(Math.abs((found.angle % 90) - 15)).toBeLessThan(0.05);
    // 188/255 encoded is 0.5029 of the light (IEC 61966-2-1), so 0.4971 is inked.
    expect(Math.abs(found.coverage - 0.4971)).toBeLessThan(1 / 512);
  });

  test('prints even steps, other sizes and counts across', async () => {
    await chromatype(
      'screen',
      'flat.png',
      'even.png',
      '--tone',
      'even',
      '--width',
      '50',
      '--ppi',
      '400',
      '--across',
      '40',
      '--cell',
    );
    const { out } = await chromatype('measure', 'even.png');
    const found = JSON.parse(out);
    expect(found.width).toBe(787);
    expect(Math.abs(found.coverage - (1 - 188 / 255))).toBeLessThan(1 / 256);
    expect(Math.abs(found.lpi / (40 / (50 / 25.4)) - 1)).toBeLessThan(0.002);
  });

  test('lists names', async () => {
    expect((await chromatype('list', 'dots')).out.trim().split('\n')).toEqual(
      expect.arrayContaining(['SimpleDot', 'Round', 'Ellipse', 'Square', 'Diamond', 'Line', 'Cross']),
    );
    expect((await chromatype('screen', '--help')).out).toContain('--solid-from');
  });

  test('separates a picture into the plates of a set, and measures them', async () => {
    expect(
      await chromatype(
        'separate',
        'flat.png',
        'plates',
        '--inks',
        'process',
        '--lpi',
        '40',
        '--black',
        '1',
        '--format',
        'tif',
      ),
    ).toMatchObject({ code: 0, err: '' });
    expect(readdirSync(join(folder, 'plates')).sort()).toEqual([
      '1-cyan.tif',
      '2-magenta.tif',
      '3-yellow.tif',
      '4-black.tif',
    ]);
    // A neutral grey in the most black is black alone, at black's own angle.
    const ink = async (name: string) => {
      const { data, info } = await sharp(join(folder, 'plates', name))
        .toColourspace('b-w')
        .raw()
        .toBuffer({ resolveWithObject: true });
      return data.filter((v, k) => k % info.channels === 0 && v < 128).length / (info.width * info.height);
    };
    expect(await ink('1-cyan.tif')).toBeLessThan(0.05);
    expect(await ink('4-black.tif')).toBeGreaterThan(0.4);
    await sharp(join(folder, 'plates', '4-black.tif'))
      .png()
      .withMetadata({ density: 300 })
      .toFile(join(folder, 'black.png'));
    const found = JSON.parse((await chromatype('measure', 'black.png')).out);
    expect(Math.abs(found.lpi / 40 - 1)).toBeLessThan(0.002);
    expect(Math.abs((found.angle % 90) - 45)).toBeLessThan(0.1);
  });

  test('makes every output of a saved job, its pictures beside it', async () => {
    const base = createJob('Quay sign', 'p');
    const document = {
      ...base,
      sheet: { ...base.sheet, width: 60, height: 60 },
      pictures: [filePicture({ id: 'a', name: 'flat.png', hash: hashOf('flat.png'), width: 800, height: 800 })],
      passes: base.passes.map((p) => withFill(p, { feed: { ...fillOf(p).feed, picture: 'a' } })),
    };
    writeFileSync(join(folder, 'sign.json'), JSON.stringify(document));
    expect(await chromatype('job', 'sign.json', 'made')).toMatchObject({ code: 0, err: '' });
    expect(readdirSync(join(folder, 'made')).sort()).toEqual(['quay-sign.png', 'quay-sign.zip']);
    expect((await sharp(join(folder, 'made', 'quay-sign.png')).metadata()).width).toBe(709);
    writeFileSync(
      join(folder, 'lost.json'),
      JSON.stringify({ ...document, pictures: [{ ...document.pictures[0], name: 'lost.png' }] }),
    );
    // The picture has another name now, and is known by its content.
    expect(await chromatype('job', 'lost.json', 'found')).toMatchObject({ code: 0, err: '' });
    expect(readFileSync(join(folder, 'found', 'quay-sign.png'))).toEqual(
      readFileSync(join(folder, 'made', 'quay-sign.png')),
    );
    writeFileSync(
      join(folder, 'gone.json'),
      JSON.stringify({ ...document, pictures: [{ ...document.pictures[0], name: 'gone.png', hash: 'b'.repeat(64) }] }),
    );
    const gone = await chromatype('job', 'gone.json', 'none');
    expect([gone.code, gone.err.trim()]).toEqual([2, 'The job needs the picture gone.png, which is not in ..']);
    expect(existsSync(join(folder, 'none'))).toBe(false);
  });

  test('a picture of the right name and another content is refused', async () => {
    const base = createJob('Quay sign', 'p');
    const picture = filePicture({ id: 'a', name: 'flat.png', hash: 'c'.repeat(64), width: 800, height: 800 });
    writeFileSync(join(folder, 'other.json'), JSON.stringify({ ...base, pictures: [picture] }));
    const { code, err } = await chromatype('job', 'other.json', 'none');
    expect([code, err.trim()]).toEqual([
      2,
      "flat.png is another picture than the job's flat.png: its content differs.",
    ]);
    expect(existsSync(join(folder, 'none'))).toBe(false);
  });

  test('a negative angle is a value', async () => {
    expect(await chromatype('screen', 'flat.png', 'minus.png', '--lpi', '24', '--angle', '-15')).toMatchObject({
      code: 0,
      err: '',
    });
    const { angle } = JSON.parse((await chromatype('measure', 'minus.png')).out);
    expect(Math.abs((angle % 90) - 75)).toBeLessThan(0.05);
  });

  test('a picture without a resolution prints at 300 ppi', async () => {
    const plain = sharp({ create: { width: 300, height: 300, channels: 3, background: '#bcbcbc' } });
    writeFileSync(join(folder, 'plain.jpg'), await plain.clone().jpeg().toBuffer());
    writeFileSync(join(folder, 'plain.png'), withoutPhys(await plain.clone().png().toBuffer()));
    for (const name of ['plain.jpg', 'plain.png']) {
      expect(await chromatype('screen', name, 'at300.png')).toMatchObject({ code: 0, err: '' });
      expect((await sharp(join(folder, 'at300.png')).metadata()).density).toBe(300);
      expect(JSON.parse((await chromatype('measure', name)).out).ppi).toBe(300);
    }
  });

  test('a drawing that states its size prints at it', async () => {
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" width="4cm" height="20mm"><rect width="100%" height="100%"/></svg>';
    writeFileSync(join(folder, 'size.svg'), svg);
    expect(await chromatype('screen', 'size.svg', 'size.png', '--ppi', '254')).toMatchObject({ code: 0, err: '' });
    expect(await sharp(join(folder, 'size.png')).metadata()).toMatchObject({ width: 400, height: 200 });
  });

  test.each(['pdf', 'zip'])('%s is the same bytes twice', async (ending) => {
    const twice = [];
    for (const wait of [0, 2100]) {
      await new Promise((resolve) => setTimeout(resolve, wait));
      await chromatype('screen', 'flat.png', `same.${ending}`);
      twice.push(readFileSync(join(folder, `same.${ending}`)));
    }
    expect(twice[0]!.equals(twice[1]!)).toBe(true);
  });

  test('screens to TIFF and PDF by the ending', async () => {
    for (const ending of ['tif', 'pdf']) {
      expect(await chromatype('screen', 'flat.png', `out.${ending}`, '--lpi', '30')).toMatchObject({
        code: 0,
        err: '',
      });
    }
    expect((await sharp(join(folder, 'out.tif')).metadata()).width).toBe(800);
    expect(readFileSync(join(folder, 'out.pdf')).subarray(0, 5).toString()).toBe('%PDF-');
  });

  test('writes one-bit files', async () => {
    await chromatype('screen', 'flat.png', 'bits.png');
    const bytes = readFileSync(join(folder, 'bits.png'));
    expect([bytes[24], bytes[25]]).toEqual([1, 0]);
  });

  test.each([
    ['lines', ['--lines', 'wave', '--lpi', '20']],
    ['lattice', ['--dots', 'Cone', '--lattice', 'hexagonal', '--softness', '0.5', '--lpi', '20']],
    ['grain', ['--grain', 'stucki', '--serpentine', '--noise', '0.2']],
    ['ordered', ['--grain', 'blue-noise', '--grain-size', '2']],
  ])('%s keep the light of the picture', async (name, options) => {
    expect(await chromatype('screen', 'flat.png', `${name}.png`, ...options)).toMatchObject({ code: 0, err: '' });
    const found = JSON.parse((await chromatype('measure', `${name}.png`)).out);
    expect(Math.abs(found.coverage - 0.4971)).toBeLessThan(0.01);
  });

  test('levels are greys, a palette from a .gpl file its colours', async () => {
    writeFileSync(join(folder, 'two.gpl'), 'GIMP Palette\nName: two\n#\n20 30 40 Ink\n250 240 200 Sail\n');
    await chromatype('screen', 'flat.png', 'levels.png', '--grain', 'floyd-steinberg', '--levels', '5');
    await chromatype(
      'screen',
      'flat.png',
      'palette.png',
      '--grain',
      'curve',
      '--palette',
      'two.gpl',
      '--space',
      'light',
    );
    const colours = async (file: string) => {
      const { data } = await sharp(join(folder, file))
        .toColourspace('srgb')
        .removeAlpha()
        .raw()
        .toBuffer({ resolveWithObject: true });
      return new Set(
        Array.from({ length: data.length / 3 }, (_, k) => data.subarray(3 * k, 3 * k + 3).toString('hex')),
      );
    };
    expect([...(await colours('palette.png'))].sort()).toEqual(['141e28', 'faf0c8']);
    expect((await colours('levels.png')).size).toBeLessThanOrEqual(3);
    const wrong = await chromatype('screen', 'flat.png', 'x.png', '--grain', 'curve', '--palette', 'flat.png');
    expect(wrong.code).not.toBe(0);
    expect(wrong.err).toMatch(/not a \.gpl palette/);
  });
});
