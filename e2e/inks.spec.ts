import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ciede2000, labOfLight, linearOfHex } from '@chromatype/core';
import { expect, test } from '@playwright/test';
import { closeStations, openFold, openStation } from './support/sheet.ts';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { choosePass, dropPicture, makeOutput, saved, settled, smallJob, storedJob, type } from './support/bench.ts';
import { inkOf, packed } from './support/pictures.ts';
import { harbourPhoto, meanColour, shirtArt, splitInto } from './support/split.ts';

const folder = mkdtempSync(join(tmpdir(), 'chromatype-inks-'));
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));

test('the harbour photo splits into process: four plates that together print its colours', async ({ page }) => {
  const id = await smallJob(page);
  const photo = await harbourPhoto();
  await dropPicture(page, 'harbour.jpg', 'image/jpeg', photo);
  await type(page, 'Frequency', '40 lpi');
  await splitInto(page, 'Process');
  const { document } = await storedJob(page, id);
  expect(document.passes.filter((p) => p.on).map((p) => [p.name, p.fills[0].screen.angle])).toEqual([
    ['Cyan', 15],
    ['Magenta', 75],
    ['Yellow', 0],
    ['Black', 45],
  ]);
  await openStation(page, 'Picture');
  await expect(page.getByText(/Out of reach: mean/)).toBeVisible();
  await closeStations(page);

  const { bytes } = await makeOutput(page, /Sheet in colour/);
  await page.getByRole('button', { name: 'Close Output' }).click();
  // The photo fills the sheet from its middle; colours are seen against the cream stock.
  const { width, height } = await sharp(photo).metadata();
  const sheet = document.sheet.width / document.sheet.height;
  const shown = width / height > sheet ? { w: (height * sheet) / width, h: 1 } : { w: 1, h: width / sheet / height };
  const stock = linearOfHex(document.sheet.stock.colour);
  for (const box of [
    [0.1, 0.05, 0.2, 0.12],
    [0.25, 0.5, 0.15, 0.1],
    [0.75, 0.85, 0.2, 0.1],
  ] as const) {
    const wish = await meanColour(photo, [
      (1 - shown.w) / 2 + box[0] * shown.w,
      (1 - shown.h) / 2 + box[1] * shown.h,
      box[2] * shown.w,
      box[3] * shown.h,
    ]);
    const print = await meanColour(bytes, box);
    const seen = wish.map((v, c) => v * stock[c]!) as unknown as [number, number, number];
    expect(ciede2000(labOfLight(seen), labOfLight(print))).toBeLessThan(6);
  }

  // One control moves all four: without black the dark is made of the other three.
  await openStation(page, 'Picture');
  await type(page, 'Black', '0 %');
  await saved(page);
  await settled(page);
  expect((await storedJob(page, id)).document.separations[0]!.settings.black).toBe(0);
  await page.getByLabel(/Out of reach/).click();
  await expect(page.getByTestId('overlay-reach')).toHaveAttribute('data-stage', 'settled');
});

test('a three-ink shirt with a base: an ink changes its colour after the fact, and the archive holds it all', async ({
  page,
}) => {
  const id = await smallJob(page);
  await dropPicture(page, 'art.png', 'image/png', await shirtArt(900, 620));
  await splitInto(page, 'Night shirt');
  const { document } = await storedJob(page, id);
  expect(document.sheet.stock.colour).toBe('#1b1f2a');
  const names = document.passes.filter((p) => p.on).map((p) => p.name);
  expect(names).toEqual(['Base white', 'Gull yellow', 'Signal red', 'Deep teal']);

  // The first new pass is chosen: the base. It lies under the art and nowhere else.
  const base = await inkOf((await makeOutput(page, /^Plate of Base white/)).bytes);
  await page.getByRole('button', { name: 'Close Output' }).click();
  const at = (u: number, v: number) => base.ink(Math.round(u * base.width), Math.round(v * base.height));
  expect([at(0.35, 0.5), at(0.75, 0.5), at(0.02, 0.05), at(0.56, 0.5)]).toEqual([1, 1, 0, 0]);

  const before = await meanColour((await makeOutput(page, /Sheet in colour/)).bytes, [0.3, 0.42, 0.1, 0.16]);
  await page.getByRole('button', { name: 'Close Output' }).click();
  expect(before[0]).toBeGreaterThan(3 * before[2]);

  await choosePass(page, 'Signal red');
  await page.getByLabel('Ink colour: hex').fill('#2f9e4f');
  await page.getByLabel('Ink colour: hex').press('Enter');
  await saved(page);
  await settled(page);
  const after = await meanColour((await makeOutput(page, /Sheet in colour/)).bytes, [0.3, 0.42, 0.1, 0.16]);
  // Without red ink the disc is yellow's and teal's best attempt; the red is gone.
  expect(after[0]).toBeLessThan(0.8 * before[0] + 0.05);

  await page.getByRole('button', { name: 'Close Output' }).click();
  // The base lies under the dots of the inks, so that it is another one now.
  await choosePass(page, 'Base white');
  const later = await inkOf((await makeOutput(page, /^Plate of Base white/)).bytes);
  await page.getByRole('button', { name: 'Close Output' }).click();
  const { name, bytes } = await makeOutput(page, /Everything, ZIP/);
  expect(name).toMatch(/\.zip$/);
  const files = unzipSync(new Uint8Array(bytes));
  const plates = ['1-base-white', '2-gull-yellow', '3-signal-red', '4-deep-teal'];
  expect(Object.keys(files).sort()).toEqual(
    [
      ...plates.flatMap((p) => [`tiff/${p}.tif`, `png/${p}.png`]),
      'plates.pdf',
      'named-inks.pdf',
      'proof.png',
      'proof.pdf',
      'ticket.txt',
      'job.json',
    ].sort(),
  );
  for (const plate of plates) {
    const [tiff, png] = [
      await inkOf(Buffer.from(files[`tiff/${plate}.tif`]!)),
      await inkOf(Buffer.from(files[`png/${plate}.png`]!)),
    ];
    expect(Buffer.compare(packed(tiff), packed(png))).toBe(0);
    expect(tiff.width).toBeGreaterThan(base.width);
  }
  // The base inside the margin is the very plate that was made alone.
  const film = await inkOf(Buffer.from(files['tiff/1-base-white.tif']!));
  const [left, top] = [(film.width - base.width) / 2, (film.height - base.height) / 2];
  let different = 0;
  for (let y = 0; y < base.height; y += 3) {
    for (let x = 0; x < base.width; x++) if (film.ink(x + left, y + top) !== later.ink(x, y)) different++;
  }
  expect(different).toBe(0);
  for (const pdf of ['plates.pdf', 'named-inks.pdf', 'proof.pdf']) {
    writeFileSync(join(folder, pdf), files[pdf]!);
    expect(execFileSync('qpdf', ['--check', join(folder, pdf)], { encoding: 'utf8' })).toContain('No syntax');
  }
  expect((await sharp(files['proof.png']!).metadata()).icc!.length).toBeGreaterThan(300);
  const text = new TextDecoder();
  expect(text.decode(files['ticket.txt'])).toContain('#2f9e4f');
  expect(JSON.parse(text.decode(files['job.json'])).separations).toHaveLength(1);
});

test('plates are looked at one by one and sent to the press', async ({ page }) => {
  const id = await smallJob(page);
  await dropPicture(page, 'harbour.jpg', 'image/jpeg', await harbourPhoto());
  await splitInto(page, 'Harbour, two inks');
  await page.getByRole('link', { name: 'Plates' }).click();
  const red = page.getByRole('figure', { name: 'Plate of Kite red' });
  await expect(red.locator('canvas')).toHaveAttribute('data-drawn', 'yes');
  await expect(red).toContainText(/\d\.\d %/, { timeout: 30_000 });
  // Film is black and white; in ink there is colour.
  const saturation = () =>
    red.locator('canvas').evaluate((canvas: HTMLCanvasElement) => {
      const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
      let most = 0;
      for (let k = 0; k < data.length; k += 4) most = Math.max(most, Math.abs(data[k]! - data[k + 2]!));
      return most;
    });
  expect(await saturation()).toBeLessThan(12);
  await page.getByRole('radio', { name: 'In ink' }).click();
  await expect.poll(saturation).toBeGreaterThan(120);
  await page.getByRole('checkbox', { name: 'Show Kite red' }).uncheck();
  await expect(red).toHaveCount(0);
  await expect(page.getByTestId('most-ink')).toContainText(/most \d+ %/);

  await page.getByRole('button', { name: 'Send to press' }).click();
  const says = page.getByRole('list', { name: 'What the press says' });
  await expect(says).toBeVisible({ timeout: 60_000 });
  await expect(says.locator('[data-ok=false]')).toHaveCount(0);
  await expect(page.getByText('Accepted')).toBeVisible();
  await expect(page.getByRole('img', { name: 'Proof from the press' })).toHaveJSProperty('complete', true);

  // Without register crosses it comes back.
  await page.getByLabel('Register', { exact: true }).click();
  await saved(page);
  expect((await storedJob(page, id)).document.plates.register).toBe(false);
  await page.getByRole('button', { name: 'Send to press' }).click();
  await expect(page.getByText('Sent back')).toBeVisible({ timeout: 60_000 });
  await expect(says.locator('[data-ok=false]')).toContainText('register cross');
});

test('off the press an ink lands elsewhere; its plate stays', async ({ page }) => {
  await smallJob(page);
  await dropPicture(page, 'art.png', 'image/png', await shirtArt(600, 420));
  const plate = async () => packed(await inkOf((await makeOutput(page, /^Plate of/)).bytes));
  const planned = await plate();
  await page.getByRole('button', { name: 'Close Output' }).click();
  const picture = () =>
    page.getByTestId('sheet').evaluate((canvas: HTMLCanvasElement) => canvas.toDataURL().length + canvas.toDataURL());
  const before = await picture();
  await openFold(page, 'Ink', 'On the press');
  await type(page, 'Shift right', '3 mm');
  await saved(page);
  await settled(page);
  expect(await picture()).toBe(before);
  await page.getByRole('button', { name: 'Off the press' }).click();
  await settled(page);
  expect(await picture()).not.toBe(before);
  expect(Buffer.compare(await plate(), planned)).toBe(0);
});

test('flat art in chosen inks: each prints where its own colour stands, picked on the sheet', async ({ page }) => {
  const id = await smallJob(page);
  await dropPicture(page, 'art.png', 'image/png', await shirtArt(900, 620));
  await splitInto(page, 'Harbour, two inks', true);
  await choosePass(page, 'Harbour blue');
  await openStation(page, 'Picture');
  await page.getByRole('button', { name: 'Pick', exact: true }).click();
  const sheet = (await page.getByTestId('sheet-edge').boundingBox())!;
  // The yellow bar is to be printed in blue.
  await page.mouse.click(sheet.x + sheet.width * 0.75, sheet.y + sheet.height * 0.5);
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Colour in the art: hex')).toHaveValue('#f6c945');
  await saved(page);
  const { document } = await storedJob(page, id);
  expect(document.passes.find((p) => p.on && p.name === 'Harbour blue')!.fills[0].feed.pick).toBe('#f6c945');
  expect(document.separations[0]!.settings.way).toBe('chosen');
  await settled(page);
  const plate = await inkOf((await makeOutput(page, /^Plate of Harbour blue/)).bytes);
  const at = (u: number, v: number) => plate.ink(Math.round(u * plate.width), Math.round(v * plate.height));
  expect([at(0.75, 0.5), at(0.68, 0.3), at(0.35, 0.5), at(0.02, 0.05)]).toEqual([1, 1, 0, 0]);
});
