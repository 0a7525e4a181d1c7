import { expect, test } from '@playwright/test';
import { dropFile, newJob, saved, storedJob } from './support/bench.ts';
import { softPhoto } from './support/pictures.ts';

test('a file that is no picture is refused in one sentence and the job stays', async ({ page }) => {
  const id = await newJob(page);
  const before = await storedJob(page, id);
  await dropFile(page, 'notes.png', 'image/png', Buffer.from('not a picture at all'));
  await expect(page.getByText(/notes\.png: This file is not a picture that can be read/)).toBeVisible();
  const photo = await softPhoto(500, 400);
  await dropFile(page, 'cut.jpg', 'image/jpeg', photo.subarray(0, photo.length / 2));
  await expect(page.getByText(/cut\.jpg: This JPEG file is damaged or cut short/)).toBeVisible();
  await saved(page);
  expect(await storedJob(page, id)).toEqual(before);
});

test('a job file from a newer program is refused with the field named', async ({ page }) => {
  await page.goto('/');
  const job = { format: 'chromatype-job', version: 99, title: 'x' };
  await dropFile(page, 'job.json', 'application/json', Buffer.from(JSON.stringify(job)));
  await expect(page.getByText(/"version" is 99, newer than this program/)).toBeVisible();
});

test('a frequency that the resolution cannot hold is refused beside its field', async ({ page }) => {
  await newJob(page);
  const field = page.getByLabel('Frequency', { exact: true });
  await field.fill('900 lpi');
  await field.press('Enter');
  await expect(page.getByRole('alert')).toContainText('Cells must be 2 to 2000 pixels wide');
  await expect(field).toHaveValue('30 lpi');
});
