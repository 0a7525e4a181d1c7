import { createHash } from 'node:crypto';
import { expect, type Page, test } from '@playwright/test';
import { addPass, choosePass, makeOutput, saved, type } from './support/bench.ts';
import { inkOf, packed } from './support/pictures.ts';
import { besideExport, lookAtPlatePixels, photoJob, seen } from './support/preview.ts';
import { cell, family } from './support/screen.ts';
import { closeStations, openStation } from './support/sheet.ts';

/** The browser's plate of the first pass is the server's. */
async function samePlate(page: Page): Promise<void> {
  const mine = await page.evaluate(() => window.chromatype!.plateDigest(0));
  const { bytes } = await makeOutput(page, /Plate of/);
  const plate = await inkOf(bytes);
  const digest = createHash('sha256').update(packed(plate)).digest('hex');
  expect(mine).toBe(`${plate.width}x${plate.height}:${digest}`);
}

test('at 1:1 the settled preview is, pixel for pixel, the exported sheet', async ({ page }) => {
  await photoJob(page);
  await addPass(page);
  await type(page, 'Frequency', '41.3 lpi');
  await type(page, 'Angle', '17.2');
  await saved(page);
  await lookAtPlatePixels(page);
  const { different, colours } = await besideExport(page);
  expect(different).toBe(0);
  expect(colours).toBe(4); // stock, each ink, both
});

test('at 1:1 one black pass on white is, byte for byte, the exported plate', async ({ page }) => {
  await photoJob(page);
  await page.getByRole('button', { name: /^Stock/ }).click();
  await page.getByRole('button', { name: 'Stock: White' }).click();
  await saved(page);
  await choosePass(page, 'Black');
  await lookAtPlatePixels(page);
  const view = await seen(page);
  const { bytes } = await makeOutput(page, /Plate of/);
  const plate = await inkOf(bytes);
  const left = view.centre.x - view.width / 2;
  const top = view.centre.y - view.height / 2;
  const mine = Buffer.alloc(view.width * view.height);
  const theirs = Buffer.alloc(view.width * view.height);
  for (let y = 0; y < view.height; y++) {
    for (let x = 0; x < view.width; x++) {
      mine[y * view.width + x] = view.pixels[(y * view.width + x) * 4]! < 128 ? 1 : 0;
      theirs[y * view.width + x] = plate.ink(x + left, y + top);
    }
  }
  expect(mine.equals(theirs)).toBe(true);
  expect(theirs.includes(1) && theirs.includes(0)).toBe(true);
});

test('bends: at 1:1 the preview is the exported sheet, and the plate of the browser that of the server', async ({
  page,
}) => {
  await photoJob(page);
  await openStation(page, 'Bend');
  const station = page.getByRole('region', { name: 'Bend station' });
  await station.getByRole('button', { name: 'Swirl', exact: true }).click();
  await station.getByRole('button', { name: 'Wave', exact: true }).click();
  await page.getByRole('combobox', { name: 'Bends' }).selectOption('picture');
  await addPass(page);
  await closeStations(page);
  await family(page, 'Lines');
  await openStation(page, 'Bend');
  await station.getByRole('button', { name: 'Push by light', exact: true }).click();
  await page.getByRole('combobox', { name: 'Moved by' }).selectOption('pass');
  await page.getByRole('combobox', { name: 'Pass', exact: true }).selectOption({ index: 1 });
  await saved(page);
  await lookAtPlatePixels(page);
  const { different, colours } = await besideExport(page);
  expect(different).toBe(0);
  expect(colours).toBe(4);
  await choosePass(page, 'Black');
  await samePlate(page);
});

test('marks: at 1:1 the preview is the exported sheet, as one plate and as artwork', async ({ page }) => {
  await photoJob(page);
  await family(page, 'Marks');
  await type(page, 'Frequency', '21.3 lpi');
  await type(page, 'Angle', '17.2');
  await cell(page, 'Shape', 'Star');
  await cell(page, 'Lattice', 'Hexagonal');
  await saved(page);
  await samePlate(page);
  await lookAtPlatePixels(page);
  expect(await besideExport(page)).toEqual({ different: 0, colours: 2 });
  await openStation(page, 'Screen');
  await page.getByRole('button', { name: /^Edges of the sheet, joining/ }).click();
  await page.getByRole('switch', { name: 'Join' }).click();
  await type(page, 'Grow', '0.2 mm');
  await saved(page);
  await samePlate(page);
  await page.getByRole('switch', { name: 'Join' }).click();
  await page.getByRole('button', { name: /^Pieces of a mosaic/ }).click();
  await page.getByRole('button', { name: 'Beads', exact: true }).click();
  await saved(page);
  await lookAtPlatePixels(page);
  const mosaic = await besideExport(page);
  expect(mosaic.different).toBe(0);
  expect(mosaic.colours).toBeGreaterThan(200);
});

test("the browser's plate and the server's have the same hash", async ({ page }) => {
  await photoJob(page);
  await type(page, 'Frequency', '53.3 lpi');
  await type(page, 'Angle', '71.6');
  await page.getByRole('switch', { name: 'One tone a cell' }).click();
  await type(page, 'Minimum dot', '3 %');
  await saved(page);
  await samePlate(page);
});
