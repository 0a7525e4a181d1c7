import { expect, type Page } from '@playwright/test';
import sharp from 'sharp';
import { makeHarbour } from '../../demo/src/pictures/harbour.ts';
import { saved, settled } from './bench.ts';

let harbour: Promise<Buffer> | null = null;

/** The demo's photo of the harbour at dusk, small enough for a test. */
export function harbourPhoto(): Promise<Buffer> {
  harbour ??= makeHarbour(1200);
  return harbour;
}

/** Flat art on a clear ground: a red disc and a yellow bar with a dark frame. */
export function shirtArt(width: number, height: number): Promise<Buffer> {
  const rgba = new Uint8Array(width * height * 4);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const disc = Math.hypot(x - width * 0.35, y - height * 0.5) < height * 0.28;
      const bar = x > width * 0.65 && x < width * 0.85 && y > height * 0.2 && y < height * 0.8;
      if (disc || bar) rgba.set(disc ? [226, 64, 43, 255] : [246, 201, 69, 255], (y * width + x) * 4);
    }
  }
  return sharp(rgba, { raw: { width, height, channels: 4 } })
    .png()
    .toBuffer();
}

/** Splits the chosen pass's picture; `chosen` for flat art. */
export async function splitInto(page: Page, set: string, chosen = false): Promise<void> {
  await page.getByRole('button', { name: 'Split into …' }).click();
  const items = page.getByRole('menuitem', { name: set });
  await (chosen ? items.last() : items.first()).click();
  await expect(page.getByText(/passes: /)).toBeVisible();
  // The note fades in.
  await page.waitForFunction(() =>
    [...document.querySelectorAll('[data-sonner-toast]')].every((e) => getComputedStyle(e).opacity === '1'),
  );
  await saved(page);
  await settled(page);
}

/** Mean colour of a box of a picture file, its sides as shares of width and height. */
export async function meanColour(file: Buffer, [u, v, w, h]: readonly [number, number, number, number]) {
  const { width, height } = await sharp(file).metadata();
  const { data, info } = await sharp(file)
    .toColourspace('srgb')
    .removeAlpha()
    .extract({
      left: Math.round(u * width),
      top: Math.round(v * height),
      width: Math.round(w * width),
      height: Math.round(h * height),
    })
    .raw()
    .toBuffer({ resolveWithObject: true });
  // Light is averaged, not its encoded values.
  const decode = (b: number) => (b / 255 <= 0.04045 ? b / 255 / 12.92 : ((b / 255 + 0.055) / 1.055) ** 2.4);
  const sums = [0, 0, 0];
  for (let k = 0; k < data.length; k++) sums[k % 3]! += decode(data[k]!);
  return sums.map((s) => s / (info.width * info.height)) as [number, number, number];
}
