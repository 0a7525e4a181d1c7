import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { decodeSrgb, encodeSrgb } from '@chromatype/core';
import { expect, type Page, test } from '@playwright/test';
import sharp from 'sharp';
import { addPass, saved, settled, smallJob, storedJob, type } from './support/bench.ts';
import { lookAtPlatePixels, photoJob } from './support/preview.ts';
import { onSheet } from './support/sheet.ts';

/** RGBA of a canvas of the page. */
async function pixelsOf(page: Page, testId: string) {
  const canvas = page.getByTestId(testId);
  await expect(canvas).toHaveAttribute('data-stage', 'settled');
  const found = await canvas.evaluate((c: HTMLCanvasElement) => {
    const { data } = c.getContext('2d')!.getImageData(0, 0, c.width, c.height);
    let text = '';
    for (let k = 0; k < data.length; k += 8192) text += String.fromCharCode(...data.subarray(k, k + 8192));
    return { width: c.width, height: c.height, base64: btoa(text) };
  });
  return { ...found, data: Buffer.from(found.base64, 'base64') };
}

/** Spread of the red channel in a square in the middle. */
function spread({ data, width, height }: { data: Buffer; width: number; height: number }): {
  mean: number;
  deviation: number;
} {
  let [sum, squares, n] = [0, 0, 0];
  for (let y = (height >> 1) - 60; y < (height >> 1) + 60; y++) {
    for (let x = (width >> 1) - 60; x < (width >> 1) + 60; x++, n++) {
      const v = data[4 * (y * width + x)]!;
      sum += v;
      squares += v * v;
    }
  }
  return { mean: sum / n, deviation: Math.sqrt(squares / n - (sum / n) ** 2) };
}

test('a screen seen from far away is an even tone, from near it has its dots; grey is true luminance', async ({
  page,
}) => {
  await smallJob(page);
  await page.getByLabel('Picture of this pass').selectOption('make tint');
  await type(page, 'Frequency', '60 lpi');
  await lookAtPlatePixels(page);
  const plain = spread(await pixelsOf(page, 'sheet'));
  expect(plain.deviation).toBeGreaterThan(60);
  await page.getByRole('button', { name: 'Step back' }).click();
  await type(page, 'Seen from', '5 m');
  await expect.poll(async () => spread(await pixelsOf(page, 'processed')).deviation).toBeLessThan(1.5);
  await type(page, 'Seen from', '0.3 m');
  await expect.poll(async () => spread(await pixelsOf(page, 'processed')).deviation).toBeGreaterThan(20);
  await page.getByRole('button', { name: 'Plain' }).click();
  await page.getByTestId('sheet').hover();
  await page.keyboard.press('g');
  const grey = await pixelsOf(page, 'processed');
  const colours = new Set<string>();
  for (let k = 0; k < grey.data.length; k += 4)
    if (grey.data[k + 3] === 255) colours.add(grey.data.subarray(k, k + 3).join());
  // Cream stock #f5ecd7, and the ink #1e1b18 on it (#1c1812): their luminance by IEC 61966-2-1.
  const luminance = (r: number, g: number, b: number) => {
    const [x, y, z] = [r, g, b].map((v) => decodeSrgb(v / 255));
    return Math.round(255 * encodeSrgb(0.2126 * x! + 0.7152 * y! + 0.0722 * z!));
  };
  const wanted = [luminance(245, 236, 215), luminance(28, 24, 18)];
  expect([...colours].sort()).toEqual(wanted.map((v) => `${v},${v},${v}`).sort());
});

test('the loupe shows plate pixels and measures the screen under it', async ({ page }) => {
  await smallJob(page);
  await page.getByLabel('Picture of this pass').selectOption('make tint');
  await type(page, 'Frequency', '40 lpi');
  await type(page, 'Angle', '30');
  await settled(page);
  await page.getByRole('button', { name: 'Loupe' }).click();
  const glass = await pixelsOf(page, 'loupe');
  // 8 × enlarged: along a row the colour changes at one place in eight alone, and at the grid line beside it.
  const places = new Set<number>();
  const row = glass.height >> 1;
  for (let x = 1; x < glass.width; x++) {
    if (glass.data[4 * (row * glass.width + x)] !== glass.data[4 * (row * glass.width + x - 1)]) places.add(x % 8);
  }
  expect(places.size).toBeLessThanOrEqual(2);
  const reading = page.getByTestId('loupe-reading');
  await expect(reading).toContainText(/, 40\.\d lpi, (29|30)\.\d°/);
  // A grey of 50 % reflects 0.216 of the light: 78.4 % ink.
  await expect(reading).toContainText(/: 7[789]\.\d %/);
  await page.mouse.click(...(await onSheet(page, 0.25, 0.25)));
  await expect(reading).toContainText(/lpi/);
});

test('before and after: the picture itself to the left of a line that moves', async ({ page }) => {
  await photoJob(page);
  await page.getByRole('button', { name: 'Before' }).click();
  const overlay = await pixelsOf(page, 'overlay-picture');
  const { data, info } = await sharp(Buffer.from(overlay.data), {
    raw: { width: overlay.width, height: overlay.height, channels: 4 },
  })
    .raw()
    .toBuffer({ resolveWithObject: true });
  // The red disc of the photo, in its own colour.
  const [x, y] = await onSheet(page, 0.75, 0.3);
  const frame = (await page.getByTestId('sheet').boundingBox())!;
  const at = 4 * (Math.round(y - frame.y) * info.width + Math.round(x - frame.x));
  expect(data[at]! - data[at + 1]!).toBeGreaterThan(120);
  const line = page.getByRole('slider', { name: 'Line between picture and print' });
  await line.focus();
  await page.keyboard.press('ArrowLeft');
  await expect(line).toHaveAttribute('aria-valuenow', '48');
});

test('readings: the plate has the tone that is wanted, and a ripple is cured with one click', async ({ page }) => {
  const id = await photoJob(page);
  await addPass(page);
  await type(page, 'Angle', '49');
  await saved(page);
  await page.getByRole('button', { name: 'Readings' }).click();
  const panel = page.getByRole('region', { name: 'Readings', exact: true });
  await expect(panel.getByTestId('worst-step')).toContainText(/Largest difference \d\.\d\d %/);
  const worst = Number(/([\d.]+) %/.exec((await panel.getByTestId('worst-step').textContent())!)![1]);
  expect(worst).toBeLessThan(1.5);
  const ripple = panel.getByRole('listitem').filter({ hasText: ' and Harbour blue' });
  await expect(ripple).toHaveAttribute('data-verdict', 'bad');
  await ripple.getByRole('button', { name: /^Turn/ }).click();
  await expect(ripple).toHaveAttribute('data-verdict', 'fine');
  await saved(page);
  const { passes } = (await storedJob(page, id)).document;
  expect(passes.map((p) => p.fills[0].screen.angle)).not.toEqual([45, 49]);
});

test('a sheet of strips goes out as a PNG and a PDF in true size', async ({ page }) => {
  await photoJob(page);
  await page.getByRole('link', { name: 'Test strips' }).click();
  // The first sheet is there without being asked for.
  await expect(page.getByTestId('strips')).toHaveAttribute('data-made', '15');
  await page.getByLabel('Setting down').selectOption('');
  await type(page, 'strips', '2');
  await page.getByRole('button', { name: 'Make strips' }).click();
  await expect(page.getByTestId('strips')).toHaveAttribute('data-made', '2');
  const save = async (kind: string) => {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: kind, exact: true }).click();
    return readFileSync((await (await download).path())!);
  };
  const png = await save('PNG');
  const about = await sharp(png).metadata();
  // Two strips of an inch at 300 ppi, 3 mm between them and 8 mm round them, 16 mm for the words.
  expect([about.width, about.density]).toEqual([Math.round(((2 * 25.4 + 3 + 16) * 300) / 25.4), 300]);
  const { data, info } = await sharp(png).raw().toBuffer({ resolveWithObject: true });
  const colours = new Set<string>();
  const top = Math.round((24 * 300) / 25.4) + 4;
  for (let y = top; y < top + 250; y++) {
    for (let x = 100; x < 380; x++)
      colours.add(data.subarray((y * info.width + x) * 3, (y * info.width + x) * 3 + 3).join());
  }
  // Real plate pixels: ink or stock, nothing between.
  expect(colours.size).toBe(2);
  const pdf = join(mkdtempSync(join(tmpdir(), 'strips-')), 'strips.pdf');
  writeFileSync(pdf, await save('PDF'));
  execFileSync('qpdf', ['--check', pdf]);
  const size = /Page size:\s+([\d.]+) x ([\d.]+)/.exec(execFileSync('pdfinfo', [pdf], { encoding: 'utf8' }))!;
  expect(Number(size[1])).toBeCloseTo(((2 * 25.4 + 3 + 16) * 72) / 25.4, 0);
  expect(execFileSync('pdftotext', [pdf, '-'], { encoding: 'utf8' })).toContain('lpi');
});
