import { createHash } from 'node:crypto';
import { expect, test } from '@playwright/test';
import sharp from 'sharp';
import { dropPicture, saved, settled, smallJob, storedJob, type } from './support/bench.ts';
import { coverageRound, packed } from './support/pictures.ts';
import { openFold, openStation, sheetBox, strokeOver } from './support/sheet.ts';
import { draw, drawBox, plateOf, rooms, tint } from './support/stencil.ts';

test('tints are laid into drawn stencils, replace each other, and are undone', async ({ page }) => {
  const id = await smallJob(page);
  await tint(page, 100);
  await openStation(page, 'Stencil');
  await drawBox(page, 'Rectangle', [0.1, 0.1], [0.6, 0.9]);
  await expect(page.getByTestId('part-handles')).toBeVisible();
  await page.getByRole('button', { name: 'Add a fill' }).click();
  await drawBox(page, 'Ellipse', [0.4, 0.2], [0.9, 0.8]);
  await tint(page, 20);
  await settled(page);

  const plate = await plateOf(page);
  expect(coverageRound(plate, 0.25, 0.5, 60)).toBe(1);
  expect(coverageRound(plate, 0.04, 0.5, 30)).toBe(0);
  expect(coverageRound(plate, 0.95, 0.95, 30)).toBe(0);
  // The ellipse replaces the rectangle where both lie.
  expect(coverageRound(plate, 0.5, 0.5, 60)).toBeCloseTo(0.2, 1);
  expect(coverageRound(plate, 0.75, 0.5, 60)).toBeCloseTo(0.2, 1);

  const mine = await page.evaluate(() => window.chromatype!.plateDigest(0));
  const digest = createHash('sha256').update(packed(plate)).digest('hex');
  expect(mine).toBe(`${plate.width}x${plate.height}:${digest}`);

  const { stencils, passes } = (await storedJob(page, id)).document;
  expect(stencils.map((s) => s.parts.map((p) => p.kind))).toEqual([['rectangle'], ['ellipse']]);
  expect(passes[0]!.fills.map((f) => f.stencil)).toEqual(stencils.map((s) => s.id));

  // Tint, part of the picture, ellipse and fill: four steps back.
  for (let k = 0; k < 4; k++) await page.keyboard.press('Control+z');
  await saved(page);
  const before = (await storedJob(page, id)).document;
  expect(before.stencils.map((s) => s.parts.map((p) => p.kind))).toEqual([['rectangle']]);
  expect(before.passes[0]!.fills.length).toBe(1);
});

test('a click floods a room up to its walls, gaps hold, and a stroke takes several rooms', async ({ page }) => {
  await smallJob(page);
  await dropPicture(page, 'rooms.png', 'image/png', await rooms(4));
  await page.getByRole('button', { name: 'Add a fill' }).click();
  await openStation(page, 'Stencil');
  await draw(page, 'Flood');
  const box = await sheetBox(page);
  await page.mouse.click(box.x + 0.3 * box.width, box.y + 0.3 * box.height);
  await expect(page.getByText('Starts: 1 point.')).toBeVisible();
  await type(page, 'Close gaps', '6');
  await settled(page);
  const one = await plateOf(page);
  expect(coverageRound(one, 0.3, 0.5, 60)).toBeCloseTo(0.3, 1);
  // The first fill prints the light paper of the drawing.
  expect(coverageRound(one, 0.8, 0.5, 60)).toBeLessThan(0.1);

  await strokeOver(page, [
    [0.5, 0.8],
    [0.7, 0.8],
  ]);
  await expect(page.getByText('Starts: 2 points.')).toBeVisible();
  await settled(page);
  const both = await plateOf(page);
  expect(coverageRound(both, 0.3, 0.5, 60)).toBeCloseTo(0.3, 1);
  expect(coverageRound(both, 0.8, 0.5, 60)).toBeCloseTo(0.3, 1);
});

test('a flood on an unbroken page is refused in a sentence, and nothing is changed', async ({ page }) => {
  const id = await smallJob(page);
  const white = { create: { width: 300, height: 210, channels: 3 as const, background: '#ffffff' } };
  await dropPicture(page, 'white.png', 'image/png', await sharp(white).png().toBuffer());
  await saved(page);
  await openStation(page, 'Stencil');
  await draw(page, 'Flood');
  const box = await sheetBox(page);
  await page.mouse.click(box.x + 0.5 * box.width, box.y + 0.5 * box.height);
  await expect(page.getByText('Nothing on this page stops the flood')).toBeVisible();
  await saved(page);
  expect((await storedJob(page, id)).document.stencils).toEqual([]);
});

/** A red disc on a wall of nearly its colour, with a dark rim. */
const portrait = (): Promise<Buffer> => {
  const [width, height] = [1050, 740];
  const rgb = Uint8Array.from({ length: 3 * width * height }, (_, k) => {
    const [x, y] = [Math.floor(k / 3) % width, Math.floor(k / 3 / width)];
    const d = Math.hypot(x - 500, y - 380);
    const skin = d < 230 ? [222, 170, 138] : d < 244 ? [70, 50, 50] : [210, 172, 148];
    return skin[k % 3]! + Math.round(6 * Math.sin(x * 1.7 + y * 2.9));
  });
  return sharp(rgb, { raw: { width, height, channels: 3 } })
    .png()
    .toBuffer();
};

test('rough strokes cut a subject out of its picture, and serve as a stencil', async ({ page }) => {
  await smallJob(page);
  await dropPicture(page, 'portrait.png', 'image/png', await portrait());
  await page.getByLabel('Part of the picture').selectOption('alpha');
  await openFold(page, 'Picture', 'Cut out');
  await page.getByRole('button', { name: 'Rough strokes' }).click();
  await strokeOver(page, [
    [0.4, 0.4],
    [0.55, 0.6],
  ]);
  await page.getByRole('radio', { name: 'What lies behind' }).click();
  await strokeOver(page, [
    [0.08, 0.1],
    [0.08, 0.9],
  ]);
  await strokeOver(page, [
    [0.92, 0.1],
    [0.92, 0.9],
  ]);
  await page.keyboard.press('Escape');
  await settled(page);
  const cut = await plateOf(page);
  expect(coverageRound(cut, 0.476, 0.51, 120)).toBe(1);
  expect(coverageRound(cut, 0.3, 0.5, 20)).toBe(1);
  expect(coverageRound(cut, 0.15, 0.5, 60)).toBe(0);
  expect(coverageRound(cut, 0.85, 0.2, 60)).toBe(0);
});

test('tints come from the shelf by a click and by dragging into a stencil', async ({ page }) => {
  const id = await smallJob(page);
  await openStation(page, 'Stencil');
  await drawBox(page, 'Rectangle', [0.1, 0.1], [0.4, 0.9]);
  await page.getByRole('button', { name: 'Tint shelf' }).click();
  const shelf = page.getByRole('dialog', { name: 'Tint shelf' });
  await shelf.getByRole('radio', { name: '55', exact: true }).click();
  await shelf.getByRole('button', { name: 'Tint 40 %' }).click();
  await shelf.getByRole('button', { name: 'Close the tint shelf' }).click();
  await page.getByRole('button', { name: 'Add a fill' }).click();
  await openStation(page, 'Stencil');
  await drawBox(page, 'Ellipse', [0.6, 0.2], [0.9, 0.8]);
  await page.getByRole('button', { name: 'Tint shelf' }).click();
  const box = await sheetBox(page);
  const sheet = page.getByTestId('sheet');
  const from = (await sheet.boundingBox())!;
  await shelf.getByRole('button', { name: 'Tint 10 %' }).dragTo(sheet, {
    // The handles of the ellipse lie over the sheet until the drag begins.
    force: true,
    targetPosition: { x: box.x - from.x + 0.25 * box.width, y: box.y - from.y + 0.5 * box.height },
  });
  await expect(page.getByLabel('Fill of this pass')).toContainText('1');
  await saved(page);
  await expect
    .poll(async () => (await storedJob(page, id)).document.passes[0]!.fills.map((f) => [f.feed.part, f.feed.tint]))
    .toEqual([
      ['tint', 0.1],
      ['tint', 0.4],
    ]);
  const { fills } = (await storedJob(page, id)).document.passes[0]!;
  expect(fills.map((f) => f.screen.frequency)).toEqual([
    { value: 55, per: 'lpi' },
    { value: 55, per: 'lpi' },
  ]);
});
