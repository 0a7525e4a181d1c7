import { spectrumPeak } from '@chromatype/core';
import { expect, test } from '@playwright/test';
import sharp from 'sharp';
import { dropFile, makeOutput, saved, settled, type } from './support/bench.ts';
import { inkOf, softPhoto } from './support/pictures.ts';
import { cell } from './support/screen.ts';

test('a dropped photo becomes a plate of 12 lpi diamonds at 22.5°', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Shelf' })).toBeVisible();
  await dropFile(page, 'festival.jpg', 'image/jpeg', await softPhoto(1500, 1000));
  await page.waitForURL(/\/jobs\//);
  await settled(page);
  await expect(page.getByLabel('Picture of this pass')).toHaveValue(/.+/);

  await type(page, 'Frequency', '12 lpi');
  await type(page, 'Angle', '22.5');
  await cell(page, 'Dot shape', 'Diamond');
  await saved(page);
  await settled(page);

  const { name, bytes } = await makeOutput(page, /Plate of/);
  expect(name).toBe('festival-black-plate.png');
  const about = await sharp(bytes).metadata();
  expect(about).toMatchObject({ format: 'png', depth: 'uchar', channels: 1, density: 300 });
  expect(bytes[24]).toBe(1); // bit depth in the IHDR: one bit a pixel
  expect([about.width, about.height]).toEqual([2480, 1654]);
  const plate = await inkOf(bytes);
  const peak = spectrumPeak(plate.ink, plate.width, plate.height)!;
  expect(Math.abs((peak.frequency * 300) / 12 - 1)).toBeLessThan(0.001);
  expect(Math.abs((peak.angle % 90) - 22.5)).toBeLessThan(0.05);
});

test('the panel says size in pixels, mm and bytes before anything is made, and the file agrees', async ({ page }) => {
  await page.goto('/');
  await dropFile(page, 'size.jpg', 'image/jpeg', await softPhoto(900, 600));
  await page.waitForURL(/\/jobs\//);
  await settled(page);
  await page.getByRole('button', { name: 'Output' }).click();
  const panel = page.getByRole('region', { name: 'Output' });
  await expect(panel).toContainText('2480 × 1654');
  await expect(panel).toContainText('210 × 140 mm, 300 ppi');
  const estimate = await panel.getByTestId('estimate').filter({ hasText: /about/ }).textContent();
  const { bytes } = await makeOutput(page, /Sheet in colour/);
  const said = Number(/about ([\d.]+) (kB|MB)/.exec(estimate!)![1]) * (estimate!.includes('MB') ? 1e6 : 1e3);
  expect(Math.abs(said / bytes.length - 1)).toBeLessThan(0.25);
  await expect(panel.getByRole('link', { name: 'Save' })).toBeVisible();
});
