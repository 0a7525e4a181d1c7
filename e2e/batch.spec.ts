import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { dropFile } from './support/bench.ts';
import { softPhoto } from './support/pictures.ts';

test('three pictures are printed by two recipes, and the archive holds the six prints that the recipes make', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Batch' }).click();
  await expect(page.getByText('Add pictures first.')).toBeVisible();
  const dark = await sharp({ create: { width: 300, height: 200, channels: 3, background: '#303030' } })
    .png()
    .toBuffer();
  const light = await sharp({ create: { width: 200, height: 300, channels: 3, background: '#d0d0d0' } })
    .png()
    .toBuffer();
  await dropFile(page, 'dark.png', 'image/png', dark);
  await dropFile(page, 'light.png', 'image/png', light);
  await dropFile(page, 'photo.jpg', 'image/jpeg', await softPhoto(600, 420));
  await dropFile(page, 'broken.png', 'image/png', Buffer.from('no picture'));
  const pictures = page.getByRole('list', { name: 'Pictures of the batch' }).getByRole('listitem');
  await expect(pictures).toHaveCount(4);
  await expect(pictures.and(page.locator('[data-state=ready]'))).toHaveCount(3);
  await expect(page.getByText(/^broken\.png: /)).toBeVisible();
  await page.getByLabel('Graded tone', { exact: true }).check();
  await page.getByLabel('Two blacks', { exact: true }).check();
  await expect(page.getByTestId('batch-sum')).toHaveText('3 × 2 = 6 prints');
  await page.getByLabel('Names of files').fill('{number} {picture} by {recipe}');
  await expect(page.getByTestId('name-example')).toContainText('001 dark by Graded tone.png');
  await page.getByLabel('Names of files').fill('{colour}');
  await expect(page.getByRole('button', { name: 'Start the batch' })).toBeDisabled();
  await page.getByLabel('Names of files').fill('{number} {picture} by {recipe}');
  const longest = page.getByLabel('Longer side', { exact: true });
  await longest.fill('60 mm');
  await longest.press('Enter');
  await page.getByRole('button', { name: 'Start the batch' }).click();

  // The Runs view shows it, with what each print does, until its file is there.
  await expect(page.getByRole('heading', { name: 'Runs' })).toBeVisible();
  const run = page.locator('tr[data-run]').first();
  await expect(run).toContainText('Batch: 3 pictures by Graded tone, Two blacks, as PNG');
  await expect(run).toHaveAttribute('data-state', 'done', { timeout: 60_000 });
  await expect(page.getByTestId('room')).toContainText('Files take');
  const download = page.waitForEvent('download');
  await run.getByRole('link', { name: /^Save / }).click();
  const members = unzipSync(new Uint8Array(readFileSync((await (await download).path())!)));
  expect(Object.keys(members).sort()).toEqual([
    '001 dark by Graded tone.png',
    '002 dark by Two blacks.png',
    '003 light by Graded tone.png',
    '004 light by Two blacks.png',
    '005 photo by Graded tone.png',
    '006 photo by Two blacks.png',
    'contact sheet.pdf',
    'contact sheet.png',
  ]);
  const mean = async (name: string) => {
    const { channels } = await sharp(Buffer.from(members[name]!)).stats();
    return channels.slice(0, 3).reduce((sum, c) => sum + c.mean, 0) / 3;
  };
  // Dark pictures print darker than light ones, and sheets have the proportions of their pictures.
  expect(await mean('001 dark by Graded tone.png')).toBeLessThan((await mean('003 light by Graded tone.png')) - 60);
  const size = async (name: string) => sharp(Buffer.from(members[name]!)).metadata();
  expect((await size('001 dark by Graded tone.png')).width).toBe(709);
  expect((await size('003 light by Graded tone.png')).height).toBe(709);

  const before = (await run.getAttribute('data-run'))!;
  await run.getByRole('button', { name: /^Make .* again$/ }).click();
  const again = page.locator('tr[data-run]').first();
  await expect(again).not.toHaveAttribute('data-run', before);
  await expect(page.locator('tr[data-run]').first()).toHaveAttribute('data-state', 'done', { timeout: 60_000 });
});
