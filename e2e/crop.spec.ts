import { expect, test } from '@playwright/test';
import { dropPicture, makeOutput, saved, settled, smallJob, storedJob, type } from './support/bench.ts';
import { coverageRound, inkOf } from './support/pictures.ts';
import { openFold, sheetBox } from './support/sheet.ts';
import sharp from 'sharp';

/** Left half dark, right half light grey, so that a plate shows where the border lies. */
const halves = (width: number, height: number): Promise<Buffer> =>
  sharp(
    Uint8Array.from({ length: width * height }, (_, k) => (k % width < width / 2 ? 20 : 200)),
    { raw: { width, height, channels: 1 } },
  )
    .png()
    .toBuffer();

test('a picture that lies at an angle is cropped by its side, and what is kept stays where it lies', async ({
  page,
}) => {
  const id = await smallJob(page);
  await dropPicture(page, 'halves.png', 'image/png', await halves(900, 600));
  await openFold(page, 'Picture', 'Crop and turn');
  await page.getByRole('radio', { name: 'Fit', exact: true }).click();
  await type(page, 'Turn', '30');
  await saved(page);
  await settled(page);
  const plate = async () => {
    const { bytes } = await makeOutput(page, /Plate of/);
    await page.getByRole('button', { name: 'Close Output' }).click();
    return inkOf(bytes);
  };
  const before = await plate();
  const at = (p: Awaited<ReturnType<typeof plate>>, u: number, v: number) => coverageRound(p, u, v, 40);

  const { sheet, passes, pictures } = (await storedJob(page, id)).document;
  expect(passes[0]!.fills[0].feed.turn).toBe(30);
  await page.getByRole('button', { name: 'Crop on the sheet' }).click();
  await expect(page.getByTestId('crop-handles')).toBeVisible();
  // The picture fits the sheet at its angle about the sheet's middle; its right side is that far along it.
  const box = await sheetBox(page);
  const { width: w, height: h } = pictures[0]!;
  const [c, s] = [Math.cos(Math.PI / 6), Math.sin(Math.PI / 6)];
  const scale = Math.min(sheet.width / (w * c + h * s), sheet.height / (w * s + h * c));
  const half = ((w * scale) / 2) * (box.width / sheet.width);
  const along = (share: number) =>
    [box.x + box.width / 2 + share * half * c, box.y + box.height / 2 - share * half * s] as const;
  await page.mouse.move(...along(1));
  await page.mouse.down();
  await page.mouse.move(...along(0.4), { steps: 6 });
  await page.mouse.up();
  await page.keyboard.press('Escape');
  await saved(page);
  await settled(page);

  const now = (await storedJob(page, id)).document;
  const { crop } = now.pictures[0]!.edit;
  // The right side went from 1 to 0.4 of the half width: 0.7 of the whole is kept.
  expect(crop.right).toBeGreaterThan(0.68);
  expect(crop.right).toBeLessThan(0.72);
  expect([crop.left, crop.top, crop.bottom]).toEqual([0, 0, 1]);
  expect(now.passes[0]!.fills[0].feed).toMatchObject({ fit: 'own', turn: 30 });
  const after = await plate();
  const spot = (share: number) =>
    [0.5 + (share * half * c) / box.width, 0.5 - (share * half * s) / box.height] as const;
  // Dark half, the light part that is kept, and what was cropped away.
  expect(Math.abs(at(after, ...spot(-0.5)) - at(before, ...spot(-0.5)))).toBeLessThan(0.01);
  expect(Math.abs(at(after, ...spot(0.2)) - at(before, ...spot(0.2)))).toBeLessThan(0.01);
  expect(at(before, ...spot(0.7))).toBeGreaterThan(0.2);
  expect(at(after, ...spot(0.7))).toBe(0);
});
