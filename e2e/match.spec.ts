import AxeBuilder from '@axe-core/playwright';
import { ciede2000, INK_SETS, labOfLight, type Lab, linearOfHex } from '@chromatype/core';
import { expect, type Page, test } from '@playwright/test';
import { dropFile, dropPicture, newJob, saved, settled, smallJob, storedJob, type } from './support/bench.ts';
import { expectToFitEverywhere } from './support/fits.ts';
import { MADE_PRINT, madeScan } from './support/made-scan.ts';
import { openFold, sheetBox } from './support/sheet.ts';
import { softPhoto } from './support/pictures.ts';

const openMatch = async (page: Page): Promise<void> => {
  await saved(page);
  await page.getByRole('navigation', { name: 'Views' }).getByRole('link', { name: 'Recipes' }).click();
  await page.getByRole('link', { name: 'Match a print' }).click();
  await expect(page.getByRole('heading', { name: 'Match a print' })).toBeVisible();
};

const turnApart = (a: number, b: number): number => Math.abs(((((a - b) % 90) + 135) % 90) - 45);

test('a scan of a print in three inks becomes a recipe, which is applied to a job and taken back', async ({ page }) => {
  const id = await smallJob(page);
  await dropPicture(page, 'photo.jpg', 'image/jpeg', await softPhoto(600, 420));
  await openMatch(page);
  const before = (await storedJob(page, id)).document;
  await dropFile(page, 'scan.png', 'image/png', await madeScan());
  // Cancelled, it finds nothing and can be begun again.
  await expect(page.getByTestId('match-status')).toHaveAttribute('data-doing', 'finding', { timeout: 30_000 });
  await page.getByTestId('match-status').getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByTestId('match-status')).toHaveAttribute('data-doing', 'nothing');
  await expect(page.getByTestId('found-count')).toHaveCount(0);
  await page.getByRole('button', { name: 'Find how it was printed' }).click();
  await expect(page.getByTestId('found-count')).toContainText('3 inks', { timeout: 30_000 });
  // Our print stands beside the scan, both printed to the end.
  await expect(page.getByRole('figure', { name: 'Our print' })).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole('figure', { name: 'The scan' })).toBeVisible();
  await expect(page.getByTestId('match-status')).toHaveAttribute('data-doing', 'nothing');
  // Each screen is drawn over the scan, whose own pixels are under it.
  await expect(page.getByTestId('screen-on-scan')).toHaveCount(3);
  const colours = await page
    .getByTestId('screen-on-scan')
    .first()
    .locator('canvas')
    .evaluate((e: HTMLCanvasElement) => {
      const { data } = e.getContext('2d')!.getImageData(0, 0, e.width, e.height);
      return new Set(new Uint32Array(data.buffer)).size;
    });
  expect(colours).toBeGreaterThan(100);
  await expectToFitEverywhere(page, 'Match a print');
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze();
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes.map((n) => n.target.join(' ')).join(', ')}`)).toEqual([]);
  // The turn at which all screens stand at usual angles is the one by which the print lies turned.
  await page.getByRole('button', { name: 'Take it' }).click();
  await page.getByRole('button', { name: 'Apply to this job' }).click();
  await saved(page);
  const { document } = await storedJob(page, id);
  const inks = document.passes.filter((p) => p.on);
  expect(inks).toHaveLength(MADE_PRINT.inks);
  const asked = INK_SETS.find(({ name }) => name === 'harbour-three')!.inks;
  const used = new Set<number>();
  for (const { ink, fills } of inks) {
    const lab = labOfLight(linearOfHex(ink.colour)) as Lab;
    const off = asked.map(({ colour }) => ciede2000(lab, labOfLight(linearOfHex(colour)) as Lab));
    const nearest = off.indexOf(Math.min(...off));
    used.add(nearest);
    expect(off[nearest]).toBeLessThan(6);
    const { frequency, angle } = fills[0].screen;
    expect(frequency.per).toBe('lpi');
    expect(Math.abs(frequency.value / MADE_PRINT.lpi - 1)).toBeLessThan(0.003);
    expect(turnApart(angle, MADE_PRINT.angles[nearest]!)).toBeLessThan(0.3);
  }
  expect(used.size).toBe(3);
  // The picture of the job is still the one that it had.
  expect(document.pictures.map((p) => p.hash)).toEqual(before.pictures.map((p) => p.hash));
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await saved(page);
  expect((await storedJob(page, id)).document.passes).toEqual(before.passes);

  await page.getByRole('button', { name: 'Save the recipe' }).click();
  await expect(page.getByText('The recipe Matched print is saved')).toBeVisible();
  await page.getByRole('navigation', { name: 'Views' }).getByRole('link', { name: 'Recipes' }).click();
  await expect(page.getByRole('button', { name: 'Apply Matched print' })).toBeVisible();
});

test('a picture without a screen is refused in one sentence, and the job stays', async ({ page }) => {
  const id = await newJob(page);
  await openMatch(page);
  const before = await storedJob(page, id);
  await dropFile(page, 'photo.jpg', 'image/jpeg', await softPhoto(700, 500));
  await expect(page.getByTestId('match-fault')).toContainText('There is no screen here', { timeout: 30_000 });
  // A known length on the scan tells its resolution: 350 pixels lie between the marks at first.
  await page.getByRole('switch', { name: 'Known length' }).click();
  await type(page, 'Length', '29.633');
  await expect(page.getByLabel('Scanned at', { exact: true }).and(page.locator('input'))).toHaveValue(/^300/);
  for (const name of [/^First mark/, /^Second mark/]) await expect(page.getByRole('button', { name })).toBeInViewport();
  const [first, sheet] = [page.getByRole('button', { name: /^First mark/ }), await sheetBox(page)];
  const box = (await first.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  // To the left edge of the scan: a quarter of its width further.
  await page.mouse.move(sheet.x, box.y + box.height / 2, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByLabel('Length', { exact: true }).and(page.locator('input'))).toHaveValue(/^44\.[34]/);
  await page.getByRole('switch', { name: 'Known length' }).click();
  await expect(page.getByTestId('ruler')).toHaveCount(0);
  // Keys choose a smaller region, which is read when they rest.
  const region = page.getByTestId('scan-region');
  await expect(region).toHaveAccessibleName(/700 × 500 pixels/);
  for (const key of ['-', '-', 'Shift+ArrowRight']) await region.press(key);
  await expect(region).toHaveAccessibleName(/578 × 414 pixels/);
  await expect(page.getByTestId('match-status')).toHaveAttribute('data-doing', 'finding');
  await expect(page.getByTestId('match-fault')).toContainText('There is no screen here', { timeout: 30_000 });
  expect(await storedJob(page, id)).toEqual(before);
});

test('the screen of a scan is taken away in the Picture station, and put back', async ({ page }) => {
  const id = await smallJob(page);
  await dropPicture(page, 'scan.png', 'image/png', await madeScan(800, 600));
  await saved(page);
  const scan = (await storedJob(page, id)).document.pictures[0]!;
  await openFold(page, 'Picture', 'Scanned print');
  const away = page.getByRole('switch', { name: 'Take the screen away' });
  await away.click();
  await expect(page.getByText('screen taken away')).toBeVisible({ timeout: 60_000 });
  await saved(page);
  const without = (await storedJob(page, id)).document.pictures[0]!;
  expect(without.scan).toBe(scan.hash);
  expect(without.hash).not.toBe(scan.hash);
  expect(without).toMatchObject({ width: 800, height: 600, edit: scan.edit });
  await settled(page);
  await away.click();
  await saved(page);
  expect((await storedJob(page, id)).document.pictures[0]).toEqual(scan);
});
