import { readFileSync } from 'node:fs';
import { readGpl } from '@chromatype/core';
import { expect, test } from '@playwright/test';
import { saved, settled } from './support/bench.ts';
import { besideExport, lookAtPlatePixels, photoJob } from './support/preview.ts';
import { cell, family } from './support/screen.ts';
import { openStation } from './support/sheet.ts';

for (const way of ['to and fro on one thread', 'left to right on two']) {
  test(`grain: at 1:1 the settled preview is the exported sheet, pixel for pixel, ${way}`, async ({ page }) => {
    await photoJob(page);
    await family(page, 'Grain');
    if (way.startsWith('left')) {
      await openStation(page, 'Screen');
      await page.getByRole('switch', { name: 'Left and right in turn' }).click();
    }
    await saved(page);
    await lookAtPlatePixels(page);
    const { different, colours } = await besideExport(page);
    expect(different).toBe(0);
    expect(colours).toBe(2);
  });
}

test('a palette is opened from a file, edited, printed and saved; the sheet has its colours alone', async ({
  page,
}) => {
  await photoJob(page);
  await family(page, 'Grain');
  await openStation(page, 'Screen');
  await page.getByRole('combobox', { name: 'Prints' }).selectOption('palette');
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Open a .gpl palette' }).click();
  const gpl = 'GIMP Palette\nName: Kites\n#\n  0   0   0\tBlack\n200  40  30\tRed\n250 240 200\tSail\n';
  await (await chooser).setFiles({ name: 'kites.gpl', mimeType: 'text/plain', buffer: Buffer.from(gpl) });
  await expect(page.getByLabel(/^Colour \d of the palette/)).toHaveCount(3);
  await page.getByRole('button', { name: 'Add a colour' }).click();
  await page.getByLabel('Colour 4 of the palette').fill('#2040a0');
  await page.getByLabel('Colour 4 of the palette').blur();
  await saved(page);
  await lookAtPlatePixels(page);
  const { different, colours } = await besideExport(page);
  expect(different).toBe(0);
  expect(colours).toBe(4);
  await page.getByRole('button', { name: 'Close Output' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as .gpl' }).click();
  const text = readFileSync((await (await download).path())!, 'utf8');
  expect(readGpl(text).colours.map((c) => c.colour)).toEqual(['#000000', '#c8281e', '#faf0c8', '#2040a0']);
  await page.getByRole('button', { name: 'Take the colours from the picture' }).click();
  await expect(page.getByLabel(/^Colour \d of the palette/)).toHaveCount(6);
  const wrong = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Open a .gpl palette' }).click();
  await (await wrong).setFiles({ name: 'no.gpl', mimeType: 'text/plain', buffer: Buffer.from('not one') });
  await expect(page.getByText(/not a \.gpl palette/)).toBeVisible();
  await expect(page.getByLabel(/^Colour \d of the palette/)).toHaveCount(6);
});

test('a first look is never called settled, not even at the moment when its whole plate is there', async ({ page }) => {
  await photoJob(page);
  await family(page, 'Grain');
  await saved(page);
  await settled(page);
  const stages = await page.evaluateHandle(() => {
    const seen: string[] = [];
    const sheet = document.querySelector('[data-testid="sheet"]')!;
    new MutationObserver(() => seen.push(sheet.getAttribute('data-stage')!)).observe(sheet, { attributes: true });
    return seen;
  });
  await openStation(page, 'Screen');
  await page.getByRole('combobox', { name: 'Prints' }).selectOption('palette');
  await saved(page);
  await settled(page);
  const seen = await stages.jsonValue();
  expect(seen).toContain('first');
  expect(seen.filter((stage) => stage === 'settled')).toHaveLength(1);
});

test('a picture is no longer called settled as soon as another view of it is asked for', async ({ page }) => {
  await photoJob(page);
  const stage = await page.getByRole('button', { name: '1:1' }).evaluate(async (button: HTMLElement) => {
    button.click();
    // All that the page does before it turns to anything else, such as the question of a test.
    for (let k = 0; k < 50; k++) await Promise.resolve();
    return document.querySelector('[data-testid="sheet"]')!.getAttribute('data-stage');
  });
  expect(stage).toBe('working');
  await settled(page);
});

test('direct search shows its progress, is cancelled and taken up again', async ({ page }) => {
  await photoJob(page);
  await family(page, 'Grain');
  await cell(page, 'Method', 'Direct search');
  const status = page.getByRole('status').filter({ hasText: 'plate of' });
  await expect(status).toContainText(/Making the plate of Black, \d+ %/);
  await status.getByRole('button', { name: 'Cancel' }).click();
  await expect(status).toContainText('first look');
  await settled(page);
  await status.getByRole('button', { name: 'Make it' }).click();
  await expect(status).toContainText(/Making the plate of Black/);
  await expect(status).toHaveCount(0, { timeout: 60_000 });
  await settled(page);
});
