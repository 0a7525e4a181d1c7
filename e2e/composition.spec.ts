import { BLEND_MODES, composite } from '@chromatype/core';
import { expect, test } from '@playwright/test';
import sharp from 'sharp';
import { addPass, choosePass, dropPicture, saved, settled, smallJob, storedJob, type } from './support/bench.ts';
import { flagPicture } from './support/pictures.ts';
import { family } from './support/screen.ts';
import { closeStations, openFold, openStation, strokeOver } from './support/sheet.ts';
import { harbourPhoto, splitInto } from './support/split.ts';
import { draw, drawBox, tint } from './support/stencil.ts';
import { bytesOf, ink, near, pick, shared, stock } from './support/composition.ts';

test('the sixteen blend modes are those of the browser’s own canvas, ± 1/255', async ({ page }) => {
  await page.goto('/');
  let seed = 7;
  const next = () => {
    seed = (seed * 16807) % 2147483647;
    return seed % 256;
  };
  const pairs = Array.from({ length: 400 }, () => [
    [next(), next(), next(), 255],
    [next(), next(), next(), next() % 2 ? 255 : next()],
  ]);
  const modes = BLEND_MODES.map(({ name }) => name);
  const seen = await page.evaluate(
    ([list, names]) => {
      const canvas = document.createElement('canvas');
      canvas.width = list.length;
      canvas.height = 1;
      const pen = canvas.getContext('2d', {
        willReadFrequently: true,
        colorType: 'float16',
        pixelFormat: 'float16',
      } as CanvasRenderingContext2DSettings) as CanvasRenderingContext2D;
      return names.map((name) => {
        pen.globalCompositeOperation = 'copy';
        const under = new ImageData(new Uint8ClampedArray(list.flatMap(([cb]) => cb!)), list.length, 1);
        pen.putImageData(under, 0, 0);
        pen.globalCompositeOperation = name === 'normal' ? 'source-over' : (name as GlobalCompositeOperation);
        for (const [k, [, cs]] of list.entries()) {
          const [r, g, b, a] = cs as [number, number, number, number];
          pen.fillStyle = `rgb(${r} ${g} ${b} / ${a / 255})`;
          pen.fillRect(k, 0, 1, 1);
        }
        return [...pen.getImageData(0, 0, list.length, 1).data];
      });
    },
    [pairs, modes] as const,
  );
  BLEND_MODES.forEach((mode, m) => {
    let [opaque, clear] = [0, 0];
    pairs.forEach(([cb, cs], k) => {
      const share = (bytes: readonly number[]) =>
        bytes.map((v) => v / 255) as unknown as [number, number, number, number];
      const made = composite(mode, share(cb!), share(cs!));
      for (let c = 0; c < 3; c++) {
        const off = Math.abs(255 * made[c]! - seen[m]![4 * k + c]!);
        if (cs![3] === 255) opaque = Math.max(opaque, off);
        else clear = Math.max(clear, off);
      }
    });
    expect(opaque, mode.name).toBeLessThan(1.01);
    // The canvas holds colours that are multiplied by alpha, in bytes: what is half clear is rounded twice.
    expect(clear, mode.name).toBeLessThan(2.5);
  });
});

test('a pop portrait from a blank job: rough cut-out, coarse dots, flat zone, two-tone ground, shadow, paper, 16:9', async ({
  page,
}) => {
  const id = await smallJob(page);
  await dropPicture(page, 'someone.png', 'image/png', await flagPicture(840, 592));
  await openStation(page, 'Tone');
  await page.getByRole('button', { name: 'Automatic ends' }).click();
  await closeStations(page);
  await type(page, 'Frequency', '14 lpi');
  await openStation(page, 'Stencil');
  await draw(page, 'Subject');
  await strokeOver(page, [
    [0.42, 0.5],
    [0.58, 0.5],
  ]);
  await page.getByRole('radio', { name: 'What lies behind' }).click();
  await strokeOver(page, [
    [0.08, 0.6],
    [0.1, 0.92],
    [0.9, 0.92],
    [0.92, 0.1],
    [0.3, 0.06],
  ]);
  await page.keyboard.press('Escape');
  await settled(page);
  // A shadow that is screened itself, beneath the pass.
  await openFold(page, 'Ink', 'Beneath the pass');
  await type(page, 'To the right', '6 mm');
  await type(page, 'Down', '5 mm');
  await type(page, 'Ink of what is added: hex', '#4b3a78');
  await page.getByRole('button', { name: 'Add shadow' }).click();
  await expect(page.getByRole('button', { name: /^Pass Shadow of/ })).toBeVisible();
  // A flat zone by a hard brush under the dots.
  await addPass(page);
  await ink(page, '#f7a6a0');
  await tint(page, 100);
  await openStation(page, 'Stencil');
  await draw(page, 'Brush');
  await strokeOver(page, [
    [0.46, 0.46],
    [0.54, 0.46],
    [0.54, 0.54],
    [0.46, 0.54],
  ]);
  await page.keyboard.press('Escape');
  // Half of the ground, cut by pen, in another colour.
  await addPass(page);
  await ink(page, '#f6c02d');
  await tint(page, 100);
  await openStation(page, 'Stencil');
  await draw(page, 'Pen');
  for (const [u, v] of [
    [0.002, 0.002],
    [0.16, 0.002],
    [0.1, 0.996],
    [0.002, 0.996],
  ] as const) {
    const box = (await page.getByTestId('sheet-edge').boundingBox())!;
    await page.mouse.click(box.x + u * box.width, box.y + v * box.height);
  }
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await stock(page);
  await pick(page, 'Texture', 'paper');
  await page.getByLabel('Enlarge the sheet around the art to a ratio').selectOption('16:9');
  await settled(page);
  await saved(page);
  const { document } = await storedJob(page, id);
  expect(document.sheet.width / document.sheet.height).toBeCloseTo(16 / 9, 2);
  const art = (u: number) => 0.5 + (u - 0.5) * (105 / document.sheet.width);
  const file = await shared(page);
  const cream = [245, 236, 215];
  // Beside the art there is paper; on its left the ground; in the middle the zone under dots; the shadow to its lower right.
  near(await bytesOf(file, [0.01, 0.3, 0.05, 0.3]), cream, 9);
  near(await bytesOf(file, [art(0.02), 0.3, 0.04, 0.2]), [237, 182, 37], 16);
  const zone = await bytesOf(file, [art(0.48), 0.47, 0.03, 0.05]);
  expect(zone[0]! - zone[2]!).toBeGreaterThan(30);
  const shadow = await bytesOf(file, [art(0.68), 0.68, 0.012, 0.03]);
  // Its violet dots make the cream darker and cooler.
  expect(shadow[1]!).toBeLessThan(215);
  expect(shadow[2]! - shadow[1]!).toBeGreaterThan(cream[2]! - cream[1]! + 6);
  near(await bytesOf(file, [art(0.8), 0.1, 0.1, 0.1]), cream, 9);
});

test('a zine cover from a blank job: two inks, newsprint, photocopied', async ({ page }) => {
  const id = await smallJob(page);
  await dropPicture(page, 'still.png', 'image/png', await flagPicture(840, 592));
  await ink(page, '#1d3f72');
  await family(page, 'Lines');
  await addPass(page);
  await ink(page, '#e5482d');
  await tint(page, 100);
  await openStation(page, 'Stencil');
  await drawBox(page, 'Burst', [0.04, 0.55], [0.3, 0.96]);
  await page.keyboard.press('Escape');
  const plain = await shared(page);
  await stock(page);
  await pick(page, 'Texture', 'newsprint');
  await page.getByRole('button', { name: /^Photocopier/ }).click();
  await page.getByRole('switch', { name: 'Photocopier' }).click();
  const copied = await shared(page);
  const { document } = await storedJob(page, id);
  expect(document.sheet.finish.copier.on).toBe(true);
  // Red stays red; the paper has a texture, and specks of toner lie where it was bare.
  const burst = await bytesOf(copied, [0.15, 0.72, 0.04, 0.06]);
  expect(burst[0]! - burst[1]!).toBeGreaterThan(45);
  const shades = async (file: Buffer) => {
    const { data } = await sharp(file)
      .removeAlpha()
      .extract({ left: 20, top: 20, width: 400, height: 60 })
      .raw()
      .toBuffer({ resolveWithObject: true });
    return new Set(data.filter((_, k) => k % 3 === 1)).size;
  };
  expect(await shades(plain)).toBeLessThan(12);
  expect(await shades(copied)).toBeGreaterThan(40);
  // Off, it is as before, byte for byte.
  await stock(page);
  await page.getByRole('switch', { name: 'Surface in prints' }).click();
  const [a, b] = await Promise.all([plain, await shared(page)].map((f) => sharp(f).raw().toBuffer()));
  expect(a!.equals(b!)).toBe(true);
});

test('a poster from a blank job: one finishing screen over the background, another over the lettering', async ({
  page,
}) => {
  const id = await smallJob(page);
  await dropPicture(page, 'painting.jpg', 'image/jpeg', await harbourPhoto());
  await family(page, 'Smooth');
  await settled(page);
  const artwork = await shared(page);
  await addPass(page);
  await ink(page, '#14233f');
  await page.getByLabel('Picture of this pass').selectOption('print');
  await family(page, 'Lines');
  await type(page, 'Frequency', '30 lpi');
  await openStation(page, 'Stencil');
  await drawBox(page, 'Rectangle', [0.02, 0.03], [0.98, 0.6]);
  await page.keyboard.press('Escape');
  await addPass(page);
  await ink(page, '#e5482d');
  await page.getByLabel('Picture of this pass').selectOption('print');
  await type(page, 'Frequency', '20 lpi');
  await openStation(page, 'Stencil');
  await drawBox(page, 'Ellipse', [0.3, 0.68], [0.7, 0.94]);
  await page.keyboard.press('Escape');
  const finished = await shared(page);
  const { document } = await storedJob(page, id);
  expect(document.passes.map((p) => p.fills[0].feed.from)).toEqual(['picture', 'print', 'print']);
  // Where no stencil lets them print, the artwork is as it was; inside each its own ink lies over it.
  const raw = async (file: Buffer) => sharp(file).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  const [before, after] = await Promise.all([raw(artwork), raw(finished)]);
  const { width, height } = after.info;
  const changed = (left: number, top: number, right: number, bottom: number) => {
    let [n, red, count] = [0, 0, 0];
    for (let y = Math.round(top * height); y < bottom * height; y++) {
      for (let x = Math.round(left * width); x < right * width; x++, count++) {
        const at = 3 * (y * width + x);
        if (before.data.compare(after.data, at, at + 3, at, at + 3) === 0) continue;
        n++;
        if (after.data[at]! > after.data[at + 2]! + 40) red++;
      }
    }
    return { share: n / count, red: n === 0 ? 0 : red / n };
  };
  expect(changed(0.02, 0.64, 0.25, 0.98).share).toBe(0);
  const background = changed(0.1, 0.1, 0.9, 0.5);
  expect(background.share).toBeGreaterThan(0.2);
  expect(background.share).toBeLessThan(0.99);
  const lettering = changed(0.42, 0.74, 0.58, 0.88);
  expect(lettering.share).toBeGreaterThan(0.2);
  expect(lettering.red).toBeGreaterThan(0.5);
  // A press cannot print it, and says which pass is in the way.
  await page.getByRole('button', { name: 'Output', exact: true }).click();
  const panel = page.getByRole('region', { name: 'Output' });
  await panel.getByRole('radio', { name: 'Named inks, PDF' }).click();
  await expect(panel.getByTestId('estimate')).toContainText(
    'prints smooth, without a screen; a press cannot print that',
  );
});

test('two plates of a process separation in exchanged inks', async ({ page }) => {
  const id = await smallJob(page);
  await dropPicture(page, 'photo.jpg', 'image/jpeg', await harbourPhoto());
  await splitInto(page, 'Process');
  for (const name of ['Yellow', 'Black']) await page.getByRole('button', { name: `Hide ${name}` }).click();
  await choosePass(page, 'Cyan');
  await settled(page);
  const before = await shared(page);
  await openStation(page, 'Ink');
  await page.getByRole('switch', { name: 'Exchange the ink alone' }).click();
  await type(page, 'Ink colour: hex', '#e5482d');
  const after = await shared(page);
  const { document } = await storedJob(page, id);
  const cyan = document.passes.find((p) => p.name === 'Cyan')!;
  expect([cyan.ink.colour, cyan.separatedFor?.name]).toEqual(['#e5482d', 'Cyan']);
  // The dots are where they were, in another colour: the sky that was cyan is red.
  const [a, b] = [await bytesOf(before, [0.05, 0.02, 0.2, 0.1]), await bytesOf(after, [0.05, 0.02, 0.2, 0.1])];
  expect(a[2]! - a[0]!).toBeGreaterThan(15);
  expect(b[0]! - b[2]!).toBeGreaterThan(15);
});
