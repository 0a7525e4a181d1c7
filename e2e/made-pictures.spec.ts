import { decodeSrgb } from '@chromatype/core';
import { expect, test } from '@playwright/test';
import { makeOutput, newJob, saved, settled, smallJob, storedJob, type } from './support/bench.ts';
import { coverageRound, inkOf } from './support/pictures.ts';
import { openFold } from './support/sheet.ts';

test('a step wedge made here prints its steps; lettering and a shape print where they stand', async ({ page }) => {
  const id = await newJob(page);
  const picture = page.getByLabel('Picture of this pass');
  await picture.selectOption('make wedge');
  await openFold(page, 'Picture', 'Settings');
  await type(page, 'Steps', '5');
  await saved(page);
  await settled(page);
  const plate = await inkOf((await makeOutput(page, /Plate of/)).bytes);
  await page.getByRole('button', { name: 'Close Output' }).click();
  for (const [k, value] of [1, 0.75, 0.5, 0.25, 0].entries()) {
    expect(coverageRound(plate, (k + 0.5) / 5, 0.5, 300)).toBeCloseTo(1 - decodeSrgb(value), 2);
  }

  await picture.selectOption('make lettering');
  await openFold(page, 'Picture', 'Settings');
  await page.getByLabel('Text').fill('OO');
  await page.getByLabel('Font').selectOption('Alfa Slab One');
  await saved(page);
  await expect
    .poll(async () => JSON.stringify((await storedJob(page, id)).document.pictures.at(-1)!.made!.settings).length)
    .toBeGreaterThan(500);
  await saved(page);
  await settled(page);
  const letters = await inkOf((await makeOutput(page, /Plate of/)).bytes);
  await page.getByRole('button', { name: 'Close Output' }).click();
  expect(coverageRound(letters, 0.02, 0.05, 60)).toBe(0);
  const across = Array.from({ length: letters.width }, (_, x) => letters.ink(x, Math.round(letters.height / 2)));
  // Two letters O: ink, hole, ink, twice.
  const runs = across.filter((v, k) => v === 1 && across[k - 1] !== 1).length;
  expect(runs).toBe(4);

  await picture.selectOption('make shape');
  await openFold(page, 'Picture', 'Settings');
  await page
    .getByRole('region', { name: 'Picture station' })
    .getByRole('combobox', { name: 'Shape' })
    .selectOption('circle');
  await saved(page);
  await settled(page);
  const disc = await inkOf((await makeOutput(page, /Plate of/)).bytes);
  const share = Array.from({ length: disc.height }, (_, y) => y).reduce((sum, y) => {
    for (let x = 0; x < disc.width; x++) sum += disc.ink(x, y);
    return sum;
  }, 0);
  const radius = (disc.height * 0.9) / 2;
  expect(share / (Math.PI * radius * radius)).toBeCloseTo(1, 2);
});

test('an SVG gives its outlines; what is none is refused in one sentence', async ({ page }) => {
  const id = await smallJob(page);
  await page.getByLabel('Picture of this pass').selectOption('make shape');
  await openFold(page, 'Picture', 'Settings');
  const open = async (name: string, text: string) => {
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Open the outlines of an .svg' }).click();
    await (await chooser).setFiles({ name, mimeType: 'image/svg+xml', buffer: Buffer.from(text) });
  };
  await open('no.svg', 'nothing of the kind');
  await expect(page.getByRole('alert').filter({ hasText: 'no.svg' })).toContainText('not an SVG file');
  await open(
    'bars.svg',
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 40"><g transform="translate(5 0)"><rect x="0" y="0" width="10" height="40"/><rect x="20" y="0" width="10" height="40"/></g></svg>',
  );
  await saved(page);
  // The outline is read before the job changes.
  await expect
    .poll(async () => (await storedJob(page, id)).document.pictures[0]!.made!.settings)
    .toMatchObject({ shape: 'own' });
  await settled(page);
  const plate = await inkOf((await makeOutput(page, /Plate of/)).bytes);
  const across = Array.from({ length: plate.width }, (_, x) => plate.ink(x, plate.height >> 1));
  expect(across.filter((v, k) => v === 1 && across[k - 1] !== 1).length).toBe(2);
});

test('a measured gain table is opened from a .csv and taken off; a broken one is refused', async ({ page }) => {
  const id = await smallJob(page);
  await openFold(page, 'Tone', 'Dot gain');
  await page.getByRole('radio', { name: 'Measured table' }).click();
  const open = async (text: string) => {
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Open a .csv' }).click();
    await (await chooser).setFiles({ name: 'press.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  };
  await open('asked;printed\n0;0\n50;30\n40;60\n');
  await expect(page.getByRole('alert').filter({ hasText: 'press.csv' })).toContainText('may not fall');
  await open('asked,printed\n0,0\n25,40\n50,70\n75,90\n100,100\n');
  await expect(page.getByRole('list', { name: 'Measured print' }).getByRole('listitem')).toHaveCount(5);
  await saved(page);
  const { tone } = (await storedJob(page, id)).document.passes[0]!.fills[0];
  expect(tone.gainTable[2]).toEqual({ x: 0.5, y: 0.7 });
});

test('a font of the artist’s own is still there after a reload', async ({ page }) => {
  const id = await smallJob(page);
  await page.getByLabel('Picture of this pass').selectOption('make lettering');
  await openFold(page, 'Picture', 'Settings');
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Open a font file' }).click();
  await (await chooser).setFiles(
    'node_modules/@fontsource/instrument-sans/files/instrument-sans-latin-600-normal.woff',
  );
  const font = page.getByLabel('Font');
  await expect(font).toHaveValue(/Instrument Sans SemiBold/i);
  const own = await font.inputValue();
  await saved(page);
  await page.reload();
  await openFold(page, 'Picture', 'Settings');
  await page.getByLabel('Text').fill('Kites');
  await expect(page.getByText('is not at hand')).toHaveCount(0);
  await expect(font).toHaveValue(own);
  await saved(page);
  // Five letters, drawn by that font: the outlines followed the text.
  const made = () => storedJob(page, id).then(({ document }) => document.pictures.at(-1)!.made!.settings);
  await expect
    .poll(async () => [(await made()).text, String((await made()).path).split('M').length > 5])
    .toEqual(['Kites', true]);
});
