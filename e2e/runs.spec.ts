import { expect, type Page, test } from '@playwright/test';
import sharp from 'sharp';
import { dropFile, newJob, saved, settled, type } from './support/bench.ts';
import { softPhoto } from './support/pictures.ts';

/** A job whose sheet takes a while to print. */
async function largeJob(page: Page): Promise<string> {
  const id = await newJob(page);
  await dropFile(page, 'large.jpg', 'image/jpeg', await softPhoto(1200, 800));
  await expect(page.getByLabel('Picture of this pass')).toHaveValue(/.+/);
  await page.getByRole('button', { name: /^Stock/ }).click();
  await type(page, 'Width', '900 mm');
  await type(page, 'Height', '60 cm');
  await saved(page);
  return id;
}

test('a run shows its progress, and is cancelled', async ({ page }) => {
  await largeJob(page);
  await page.getByRole('button', { name: 'Output' }).click();
  const panel = page.getByRole('region', { name: 'Output' });
  await expect(panel).toContainText('10630 × 7087');
  await panel.getByRole('button', { name: 'Make PNG' }).click();
  await expect(panel.getByRole('progressbar')).toBeVisible();
  await panel.getByRole('button', { name: 'Cancel' }).click();
  await expect(panel.getByRole('listitem')).toContainText('cancelled');
  await settled(page);
});

test('a run goes on when the tab is closed, and its file is there afterwards', async ({ page, context }) => {
  const id = await largeJob(page);
  await page.getByRole('button', { name: 'Output' }).click();
  await page.getByRole('button', { name: 'Make PNG' }).click();
  await expect(page.getByRole('progressbar')).toBeVisible();
  await page.close();

  const later = await context.newPage();
  await later.goto(`/jobs/${id}/output`);
  const panel = later.getByRole('region', { name: 'Output' });
  await expect(panel.getByRole('link', { name: 'Save' })).toBeVisible({ timeout: 60_000 });
  const href = await panel.getByRole('link', { name: 'Save' }).getAttribute('href');
  const file = await (await later.request.get(href!)).body();
  expect(await sharp(file, { limitInputPixels: false }).metadata()).toMatchObject({
    width: 10630,
    height: 7087,
    format: 'png',
  });
});
