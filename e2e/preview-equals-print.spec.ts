import { createHash } from 'node:crypto';
import { expect, type Page, test } from '@playwright/test';
import sharp from 'sharp';
import { dropFile, makeOutput, newJob, saved, settled, type } from './support/bench.ts';
import { inkOf, packed, softPhoto } from './support/pictures.ts';

/** What the viewer's canvas shows, and which sheet pixel its first pixel is. */
async function seen(page: Page) {
  const found = await page.evaluate(() => {
    const canvas = document.querySelector<HTMLCanvasElement>('[data-testid="sheet"]')!;
    const { width, height } = canvas;
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, width, height);
    let text = '';
    for (let k = 0; k < data.length; k += 8192) text += String.fromCharCode(...data.subarray(k, k + 8192));
    const at = new URL(location.href).searchParams.get('view')!.split(',').map(Number);
    return { width, height, base64: btoa(text), centre: { x: at[1]!, y: at[2]! } };
  });
  return { ...found, pixels: Buffer.from(found.base64, 'base64') };
}

async function photoJob(page: Page): Promise<void> {
  await newJob(page);
  await dropFile(page, 'photo.jpg', 'image/jpeg', await softPhoto(1200, 900));
  await expect(page.getByLabel('Picture of this pass')).toHaveValue(/.+/);
  await settled(page);
}

async function lookAtPlatePixels(page: Page): Promise<void> {
  await page.getByRole('button', { name: '1:1' }).click();
  await expect(page).toHaveURL(/view=1%2C|view=1,/);
  await settled(page);
}

test('at 1:1 the settled preview is, pixel for pixel, the exported sheet', async ({ page }) => {
  await photoJob(page);
  await page.getByRole('button', { name: 'Add a pass' }).click();
  await type(page, 'Frequency', '41.3 lpi');
  await type(page, 'Angle', '17.2');
  await saved(page);
  await lookAtPlatePixels(page);
  const view = await seen(page);
  const { bytes } = await makeOutput(page, /Sheet in colour/);
  const { data, info } = await sharp(bytes)
    .toColourspace('srgb')
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const left = view.centre.x - view.width / 2;
  const top = view.centre.y - view.height / 2;
  const colours = new Set<number>();
  let different = 0;
  for (let y = 0; y < view.height; y++) {
    for (let x = 0; x < view.width; x++) {
      const [a, b] = [(y * view.width + x) * 4, ((y + top) * info.width + x + left) * 3];
      for (let c = 0; c < 3; c++) if (view.pixels[a + c] !== data[b + c]) different++;
      colours.add((data[b]! << 16) | (data[b + 1]! << 8) | data[b + 2]!);
    }
  }
  expect(different).toBe(0);
  expect(colours.size).toBe(4); // stock, each ink, both
});

test('at 1:1 one black pass on white is, byte for byte, the exported plate', async ({ page }) => {
  await photoJob(page);
  await page.getByRole('button', { name: /^Stock/ }).click();
  await page.getByRole('button', { name: 'Stock: White' }).click();
  await saved(page);
  await page.getByRole('button', { name: /^Pass Black/ }).click();
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

test("the browser's plate and the server's have the same hash", async ({ page }) => {
  await photoJob(page);
  await type(page, 'Frequency', '53.3 lpi');
  await type(page, 'Angle', '71.6');
  await page.getByRole('switch', { name: 'One tone a cell' }).click();
  await type(page, 'Smallest', '3 %');
  await saved(page);
  const mine = await page.evaluate(() => window.chromatype!.plateDigest(0));
  const { bytes } = await makeOutput(page, /Plate of/);
  const plate = await inkOf(bytes);
  const digest = createHash('sha256').update(packed(plate)).digest('hex');
  expect(mine).toBe(`${plate.width}x${plate.height}:${digest}`);
});
