import { expect, type Page } from '@playwright/test';
import sharp from 'sharp';
import { dropFile, makeOutput, smallJob, settled } from './bench.ts';
import { softPhoto } from './pictures.ts';

/** What the viewer's canvas shows, and which sheet pixel its first pixel is. */
export async function seen(page: Page) {
  const found = await page.evaluate(() => {
    const canvas = document.querySelector<HTMLCanvasElement>('[data-testid="sheet"]')!;
    const { width, height } = canvas;
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, width, height);
    let text = '';
    for (let k = 0; k < data.length; k += 8192) text += String.fromCharCode(...data.subarray(k, k + 8192));
    const at = new URL(location.href).searchParams.get('view')!.split(',').map(Number);
    return { width, height, base64: btoa(text), centre: { x: at[1]!, y: at[2]! } };
  });
  return { ...found, pixels: Buffer.from(found.base64, 'base64') };
}

/** A new job with a soft photo in it; its id. */
export async function photoJob(page: Page, make = smallJob): Promise<string> {
  const id = await make(page);
  await dropFile(page, 'photo.jpg', 'image/jpeg', await softPhoto(1200, 900));
  await expect(page.getByLabel('Picture of this pass')).toHaveValue(/.+/);
  await settled(page);
  return id;
}

export async function lookAtPlatePixels(page: Page): Promise<void> {
  await page.getByRole('button', { name: '1:1' }).click();
  await expect(page).toHaveURL(/view=1%2C|view=1,/);
  await settled(page);
}

/** Exports the sheet and compares it with what is seen at 1:1: colour values that differ, and how many colours there are. */
export async function besideExport(page: Page): Promise<{ different: number; colours: number }> {
  const view = await seen(page);
  const { bytes } = await makeOutput(page, /Sheet in colour/);
  const { data, info } = await sharp(bytes)
    .toColourspace('srgb')
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const left = view.centre.x - view.width / 2;
  const top = view.centre.y - view.height / 2;
  const colours = new Set<number>();
  let different = 0;
  const box = { left: Infinity, top: Infinity, right: -1, bottom: -1 };
  for (let y = 0; y < view.height; y++) {
    for (let x = 0; x < view.width; x++) {
      const [a, b] = [(y * view.width + x) * 4, ((y + top) * info.width + x + left) * 3];
      for (let c = 0; c < 3; c++) {
        if (view.pixels[a + c] === data[b + c]) continue;
        different++;
        box.left = Math.min(box.left, x);
        box.right = Math.max(box.right, x);
        box.top = Math.min(box.top, y);
        box.bottom = Math.max(box.bottom, y);
      }
      colours.add((data[b]! << 16) | (data[b + 1]! << 8) | data[b + 2]!);
    }
  }
  if (different > 0) {
    const later = await seen(page);
    const moved = later.pixels.length !== view.pixels.length || !later.pixels.equals(view.pixels);
    // A log is all that is left of a run elsewhere: it says where the two differ, and whether the sheet changed since.
    console.log({ ...view, base64: '', pixels: 0 }, { sheet: [info.width, info.height], different, box, moved });
  }
  return { different, colours: colours.size };
}
