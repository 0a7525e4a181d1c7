import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { recipeFileText, shippedRecipes } from '@chromatype/core';
import { zipSync } from 'fflate';
import { PDFDocument } from 'pdf-lib';
import sharp from 'sharp';
import { commandLine } from './command-line.ts';

const line = await commandLine();
afterAll(() => line.clear());

const at = (...parts: string[]) => join(line.folder, ...parts);
const files = (folder: string) => readdirSync(at(folder)).sort();
const batch = (...args: string[]) =>
  line.chromatype('batch', ...args, '--longest', '30', '--ppi', '150', '--data', at('data'));

beforeAll(async () => {
  mkdirSync(at('photos'));
  for (const [name, level] of [
    ['one.png', 90],
    ['two.jpg', 170],
  ] as const) {
    await sharp({ create: { width: 90, height: 60, channels: 3, background: { r: level, g: 120, b: 60 } } }).toFile(
      at('photos', name),
    );
  }
  writeFileSync(at('photos', 'notes.txt'), 'no picture');
  writeFileSync(at('photos.zip'), zipSync({ 'in/three.png': readFileSync(at('photos', 'one.png')) }));
  writeFileSync(at('own.recipe.json'), recipeFileText(shippedRecipes()[0]!.recipe, {}));
});

test('a folder and an archive are printed by a named recipe and one of a file, with a contact sheet', async () => {
  const ran = await batch(
    'photos',
    'photos.zip',
    '--recipe',
    'sand',
    '--recipe',
    'own.recipe.json',
    '--out',
    'out',
    '--sheet',
    'contact.pdf',
  );
  expect(ran).toMatchObject({ code: 0, err: '' });
  expect(ran.out).toMatch(/6 of 6 prints\./);
  expect(files('out')).toEqual(
    ['one-Sand', 'one-Front page', 'two-Sand', 'two-Front page', 'three-Sand', 'three-Front page']
      .map((n) => `${n}.png`)
      .sort(),
  );
  expect((await PDFDocument.load(readFileSync(at('contact.pdf')))).getPageCount()).toBe(1);
});

test('what was printed is left out when the batch is taken up again', async () => {
  const args = ['photos', '--recipe', 'sand', '--out', 'resumed', '--name', '{number}'] as const;
  await batch(...args);
  expect(files('resumed')).toEqual(['001.png', '002.png']);
  const old = new Date(2020, 0, 1);
  utimesSync(at('resumed', '001.png'), old, old);
  rmSync(at('resumed', '002.png'));
  await batch(...args, '--resume');
  expect(files('resumed')).toEqual(['001.png', '002.png']);
  expect(statSync(at('resumed', '001.png')).mtimeMs).toBe(old.getTime());
});

test('a picture that cannot be read is told, and the others are printed', async () => {
  mkdirSync(at('mixed'));
  writeFileSync(at('mixed', 'broken.png'), 'no picture');
  writeFileSync(at('mixed', 'good.png'), readFileSync(at('photos', 'one.png')));
  const ran = await batch('mixed', '--recipe', 'sand', '--out', 'mixed-out', '--format', 'jpg', '--format', 'tif');
  expect(ran.code).toBe(1);
  expect(ran.err).toMatch(/broken\.png/);
  expect(files('mixed-out')).toEqual(['good-Sand Black.tif', 'good-Sand.jpg']);
});

test.each([
  [['photos'], /needs at least one --recipe/],
  [['photos', '--recipe', 'sand'], /needs --out/],
  [['--recipe', 'sand', '--out', 'x'], /takes pictures/],
  [['photos', '--recipe', 'nothing', '--out', 'x'], /There is no recipe "nothing"/],
  [['photos', '--recipe', 'sand', '--out', 'x', '--format', 'gif'], /--format must be one of/],
  [['photos', '--recipe', 'sand', '--out', 'x', '--name', '{colour}'], /holds \{colour\}/],
  [['photos', '--recipe', 'sand', '--out', 'x', '--sheet', 'c.gif'], /must end in .pdf or .png/],
  [['nowhere', '--recipe', 'sand', '--out', 'x'], /There is no file nowhere/],
  [['data', '--recipe', 'sand', '--out', 'x'], /There is no (picture|file)/],
])('batch %j is refused in one sentence, and nothing is left behind', async (args, said) => {
  const { code, err } = await batch(...args);
  expect(code).toBe(2);
  expect(err).toMatch(said);
  expect(existsSync(at('x')) ? files('x') : []).toEqual([]);
});
