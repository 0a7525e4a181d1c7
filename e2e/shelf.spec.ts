import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { unzipSync } from 'fflate';
import { dropFile, jobsLike, newJob, saved, settled, smallJob, storedJob, type } from './support/bench.ts';
import { cell } from './support/screen.ts';

test('a job is named, duplicated, removed and brought back', async ({ page }) => {
  await newJob(page);
  const title = page.getByLabel('Title of the job');
  await title.fill('Pier sign');
  await title.press('Enter');
  await saved(page);
  await page.getByRole('link', { name: 'Shelf' }).click();
  await expect(page.getByRole('heading', { name: 'Pier sign', exact: true })).toBeVisible();
  // Its small print is there, in the proportions of the sheet.
  const print = page.getByRole('img', { name: 'Print of Pier sign', exact: true });
  await expect
    .poll(() => print.evaluate((image: HTMLImageElement) => image.naturalWidth / image.naturalHeight))
    .toBeCloseTo(210 / 148, 1);

  await page.getByRole('button', { name: 'Duplicate Pier sign', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Pier sign copy' })).toBeVisible();
  await page.getByRole('button', { name: 'Remove Pier sign copy' }).click();
  await expect(page.getByRole('heading', { name: 'Pier sign copy' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('heading', { name: 'Pier sign copy' })).toBeVisible();
});

test('a job saved as a file and dropped again is the same job', async ({ page }) => {
  const id = await newJob(page);
  const title = page.getByLabel('Title of the job');
  await title.fill('Round trip');
  await title.press('Enter');
  await type(page, 'Frequency', '1.25 mm');
  await type(page, 'Angle', '-12.5');
  await cell(page, 'Dot shape', 'Cross');
  await saved(page);
  const before = (await storedJob(page, id)).document;
  await page.getByRole('link', { name: 'Shelf' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save Round trip as a file' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe('round-trip.chromatype.zip');
  const bytes = readFileSync((await file.path())!);
  const list = JSON.parse(Buffer.from(unzipSync(new Uint8Array(bytes))['chromatype-job.json']!).toString());
  expect(list.job).toEqual(before);

  await dropFile(page, 'renamed by hand.zip', 'application/zip', bytes);
  await page.waitForURL((url) => url.pathname.startsWith('/jobs/') && !url.pathname.includes(id));
  await expect(page.getByLabel('Frequency', { exact: true })).toHaveValue('1.25 mm');
  const again = /jobs\/([0-9a-f-]+)/.exec(page.url())![1]!;
  expect((await storedJob(page, again)).document).toEqual(before);
});

test('a drawing that states its size on paper sets the sheet of the job that begins with it', async ({ page }) => {
  const svg = (width: string, height: string) =>
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><circle cx="50%" cy="50%" r="20%"/></svg>`,
    );
  await page.goto('/');
  await dropFile(page, 'sign.svg', 'image/svg+xml', svg('12cm', '80mm'));
  await page.waitForURL((url) => url.pathname.startsWith('/jobs/'));
  await saved(page);
  const begun = /jobs\/([0-9a-f-]+)/.exec(page.url())![1]!;
  expect((await storedJob(page, begun)).document.sheet).toMatchObject({ width: 120, height: 80 });

  // The same in an empty job; a picture that comes later leaves the sheet as it is.
  const empty = await newJob(page);
  await dropFile(page, 'label.svg', 'image/svg+xml', svg('4in', '2in'));
  await expect.poll(async () => (await storedJob(page, empty)).document.pictures.length).toBe(1);
  expect((await storedJob(page, empty)).document.sheet).toMatchObject({ width: 101.6, height: 50.8 });
  await dropFile(page, 'sign.svg', 'image/svg+xml', svg('12cm', '80mm'));
  await expect.poll(async () => (await storedJob(page, empty)).document.pictures.length).toBe(2);
  expect((await storedJob(page, empty)).document.sheet).toMatchObject({ width: 101.6, height: 50.8 });
});

test('an address that leads nowhere says so', async ({ page }) => {
  await page.goto('/jobs/nothing');
  await expect(page.getByRole('alert')).toContainText('There is no such job');
  await page.getByRole('button', { name: 'To the Shelf' }).click();
  await expect(page.getByRole('heading', { name: 'Shelf' })).toBeVisible();
  await page.goto('/nowhere/at/all');
  await expect(page.getByText('There is nothing at this address.')).toBeVisible();
});

test('a job opens at once while the prints of the Shelf are still being made', async ({ page }) => {
  const id = await smallJob(page);
  await jobsLike(
    page,
    id,
    Array.from({ length: 7 }, (_, k) => `Kite ${k}`),
  );
  let held = 0;
  // Prints that never come, as those of large sheets seem to on a slow machine.
  await page.route('**/print.png*', () => {
    held++;
  });
  await page.goto('/');
  await expect(page.getByText('Printing …').first()).toBeVisible();
  await page.waitForTimeout(500);
  expect(held).toBe(2);
  await page.getByRole('link', { name: 'Kite 3' }).first().click();
  await settled(page);
});
