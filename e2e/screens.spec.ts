import { spectrumPeak } from '@chromatype/core';
import { expect, test } from '@playwright/test';
import { makeOutput, newJob, saved, settled, type } from './support/bench.ts';
import { inkOf } from './support/pictures.ts';
import { photoJob } from './support/preview.ts';
import { cell, dragDial, family, screenOf } from './support/screen.ts';

test('dots: a hexagonal lattice is chosen, turned and pulled by the dial, and the plate has it', async ({ page }) => {
  const id = await photoJob(page);
  await type(page, 'Angle', '0');
  await type(page, 'Frequency', '30 lpi');
  await cell(page, 'Lattice', 'Hexagonal');
  await cell(page, 'Dot shape', 'Simple dot');
  await dragDial(page, 'pull');
  await dragDial(page, 'turn');
  await saved(page);
  const pulled = (await screenOf(page, id)).angle;
  // Keys go on from where the hand left it.
  await page.getByRole('slider', { name: /Screen dial/ }).press('ArrowLeft');
  await saved(page);
  const screen = await screenOf(page, id);
  expect(screen.angle).toBeCloseTo(pulled + 1, 5);
  expect(screen.dots).toMatchObject({ lattice: 'hexagonal', shape: 'SimpleDot' });
  // 100 pixels of pull make cells twice as wide; a quarter of the rim is 90°.
  expect(Math.abs(screen.frequency.value - 15)).toBeLessThan(1);
  expect(Math.abs(screen.angle - 91)).toBeLessThan(2);
  const { bytes } = await makeOutput(page, /Plate of/);
  const plate = await inkOf(bytes);
  const peak = spectrumPeak(plate.ink, plate.width, plate.height)!;
  expect(Math.abs((peak.frequency * 300) / screen.frequency.value - 1)).toBeLessThan(0.001);
  const off = (((peak.angle - screen.angle + 90) % 60) + 60) % 60;
  expect(Math.min(off, 60 - off)).toBeLessThan(0.05);
});

test('lines: frequency and angle stay when the family changes; the plate’s lines lie where they were asked', async ({
  page,
}) => {
  const id = await photoJob(page);
  await type(page, 'Frequency', '20 lpi');
  await type(page, 'Angle', '33');
  await family(page, 'Lines');
  await expect(page.getByLabel('Frequency', { exact: true })).toHaveValue('20 lpi');
  await cell(page, 'Lines', 'Straight');
  await dragDial(page, 'pull');
  await saved(page);
  const screen = await screenOf(page, id);
  expect(screen).toMatchObject({ family: 'lines', angle: 33, lines: { kind: 'straight' } });
  expect(Math.abs(screen.frequency.value - 10)).toBeLessThan(0.7);
  const { bytes } = await makeOutput(page, /Plate of/);
  const plate = await inkOf(bytes);
  const peak = spectrumPeak(plate.ink, plate.width, plate.height)!;
  expect(Math.abs((peak.frequency * 300) / screen.frequency.value - 1)).toBeLessThan(0.001);
  expect(Math.abs(peak.angle - 123)).toBeLessThan(0.05);
});

test('the centre of rings is dragged on the sheet, in one step of undo, and the plate’s rings move', async ({
  page,
}) => {
  const id = await photoJob(page, newJob);
  await family(page, 'Lines');
  await cell(page, 'Lines', 'Concentric');
  await settled(page);
  const handle = page.getByRole('button', { name: /^Centre of/ });
  const box = (await handle.boundingBox())!;
  const before = await page.getByTestId('sheet').screenshot();
  await page.mouse.move(box.x + 12, box.y + 12);
  await page.mouse.down();
  await page.mouse.move(box.x + 112, box.y + 62, { steps: 8 });
  await page.mouse.up();
  await settled(page);
  await saved(page);
  const moved = await screenOf(page, id);
  expect(moved.centreX).toBeGreaterThan(0.55);
  expect(moved.centreY).toBeGreaterThan(0.55);
  expect((await page.getByTestId('sheet').screenshot()).equals(before)).toBe(false);
  await page.getByRole('button', { name: 'Undo' }).click();
  await saved(page);
  expect(await screenOf(page, id)).toMatchObject({ centreX: 0.5, centreY: 0.5 });
  await handle.focus();
  await page.keyboard.press('ArrowRight');
  await saved(page);
  expect((await screenOf(page, id)).centreX).toBeCloseTo(0.5 + 1 / 210, 3);
});

test('grain: the dial pulls its size, and the plate is made of whole blocks', async ({ page }) => {
  const id = await photoJob(page);
  await family(page, 'Grain');
  await cell(page, 'Method', 'Stucki');
  await type(page, 'Grain size', '3 px');
  await dragDial(page, 'pull');
  await saved(page);
  expect((await screenOf(page, id)).grain).toMatchObject({ method: 'stucki', size: 6, sizeIn: 'px' });
  const { bytes } = await makeOutput(page, /Plate of/);
  const plate = await inkOf(bytes);
  let mixed = 0;
  let ink = 0;
  for (let y = 0; y < plate.height; y++) {
    for (let x = 0; x < plate.width; x++) {
      const value = plate.ink(x, y);
      ink += value;
      if (value !== plate.ink(x - (x % 6), y - (y % 6))) mixed++;
    }
  }
  expect(mixed).toBe(0);
  expect(ink).toBeGreaterThan(0.2 * plate.width * plate.height);
  expect(ink).toBeLessThan(0.9 * plate.width * plate.height);
});
