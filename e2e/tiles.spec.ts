import { expect, test } from '@playwright/test';
import sharp from 'sharp';
import { makeOutput, saved, settled, type } from './support/bench.ts';
import { inkOf } from './support/pictures.ts';
import { photoJob } from './support/preview.ts';
import { cell, family, screenOf } from './support/screen.ts';

test('a tile is drawn, the sheet changes while the hand draws, and it is saved, printed, renamed and deleted', async ({
  page,
}) => {
  const id = await photoJob(page);
  await type(page, 'Angle', '0');
  await type(page, 'Frequency', '6 lpi');
  await family(page, 'Tile');
  // A tile of the shelf is chosen: the maker prints the one in work all the same.
  await cell(page, 'Tile', 'Leaves');
  await saved(page);
  await page.getByRole('link', { name: 'Tile maker' }).click();
  const sheet = page.getByTestId('tile-sheet');
  await expect(sheet).toHaveAttribute('data-stage', 'settled');
  const board = (await page.getByTestId('tile-board').boundingBox())!;
  const at = (x: number, y: number) =>
    [board.x + (board.width * (x + 0.35)) / 1.7, board.y + (board.height * (y + 0.35)) / 1.7] as const;
  const before = await sheet.screenshot();
  await page.getByRole('radio', { name: 'Rectangle' }).click();
  await page.mouse.move(...at(0, 0));
  await page.mouse.down();
  await page.mouse.move(...at(0.5, 1), { steps: 6 });
  // Still under the hand, and printed already.
  await expect.poll(async () => (await sheet.screenshot()).equals(before)).toBe(false);
  // The board stays where it is while the hand draws on it.
  expect(await page.getByTestId('tile-board').boundingBox()).toEqual(board);
  await page.mouse.up();
  await page.getByLabel('Name of the tile', { exact: true }).fill('Half and half');
  await page.getByLabel('Name of the tile', { exact: true }).blur();
  await page.getByRole('button', { name: 'Save tile' }).click();
  const listed = page.getByRole('region', { name: 'Saved tiles' });
  await expect(listed.getByLabel('Name of the tile Half and half')).toBeVisible();
  await page.reload();
  await expect(listed.getByLabel('Name of the tile Half and half')).toBeVisible();

  await page.getByRole('link', { name: 'Bench' }).click();
  await settled(page);
  await expect(page.getByRole('button', { name: 'Tile: Half and half' })).toBeVisible();
  await saved(page);
  const screen = await screenOf(page, id);
  expect(screen.family).toBe('tile');
  expect(screen.tile.made).toBe('own');
  const { bytes } = await makeOutput(page, /Plate of/);
  const plate = await inkOf(bytes);
  // The left half of each cell of 50 pixels prints first: it has more ink than the right.
  let [left, right] = [0, 0];
  for (let y = 0; y < 1500; y++) {
    for (let x = 0; x < 2000; x++) {
      if (x % 50 < 25) left += plate.ink(x, y);
      else right += plate.ink(x, y);
    }
  }
  expect(left).toBeGreaterThan(1.3 * right);

  await page.goto(`/jobs/${id}/tiles`);
  const name = listed.getByLabel('Name of the tile Half and half');
  await name.fill('Stripes');
  await name.press('Enter');
  await expect(listed.getByLabel('Name of the tile Stripes')).toBeVisible();
  await listed.getByRole('button', { name: 'Delete Stripes' }).click();
  await expect(listed.getByText('None yet')).toBeVisible();
  await page.goto(`/jobs/${id}`);
  await settled(page);
  expect((await screenOf(page, id)).tile.picture).toBe(screen.tile.picture);
});

test('a seam is said before it prints', async ({ page }) => {
  await photoJob(page);
  await family(page, 'Tile');
  const slope = Uint8Array.from({ length: 64 * 64 }, (_, k) => (k % 64) * 4);
  const png = await sharp(slope, { raw: { width: 64, height: 64, channels: 1 } })
    .png()
    .toBuffer();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Open a file' }).click();
  await (await chooser).setFiles({ name: 'slope.png', mimeType: 'image/png', buffer: png });
  await expect(page.getByTestId('seams')).toContainText('A seam shows left to right');
});
