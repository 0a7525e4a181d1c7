import { expect, test } from '@playwright/test';
import { zipSync } from 'fflate';
import sharp from 'sharp';
import { addPass, dropFile, saved, settled, smallJob, storedJob, type } from './support/bench.ts';
import { besideExport, lookAtPlatePixels, photoJob } from './support/preview.ts';
import { family } from './support/screen.ts';
import { openStation } from './support/sheet.ts';
import { bytesOf, near, pick, shared, stock } from './support/composition.ts';

test('several pictures dropped together come in as passes in register, and so do the layers of an OpenRaster file', async ({
  page,
}) => {
  const id = await smallJob(page);
  const flat = (width: number, height: number, r: number, g: number, b: number, alpha: number) =>
    sharp({ create: { width, height, channels: 4, background: { r, g, b, alpha } } })
      .png()
      .toBuffer();
  const image = `<image version="0.0.3" w="300" h="200"><stack>
    <layer name="Sun" src="data/sun.png" x="180" y="30" opacity="0.5" composite-op="svg:multiply"/>
    <layer name="Sea" src="data/sea.png"/></stack></image>`;
  const ora = zipSync({
    mimetype: [new TextEncoder().encode('image/openraster'), { level: 0 }],
    'stack.xml': new TextEncoder().encode(image),
    'data/sun.png': await flat(60, 60, 250, 120, 40, 1),
    'data/sea.png': await flat(300, 200, 200, 220, 240, 1),
  });
  await dropFile(page, 'art.ora', 'image/openraster', Buffer.from(ora));
  await expect(page.getByRole('button', { name: /^Pass Sun/ })).toBeVisible();
  await settled(page);
  await saved(page);
  const { document } = await storedJob(page, id);
  expect(document.passes.map((p) => [p.name, p.ink.meets, p.ink.strength])).toEqual([
    ['Sea', 'normal', 1],
    ['Sun', 'multiply', 0.5],
  ]);
  const file = await shared(page);
  near(await bytesOf(file, [0.1, 0.1, 0.2, 0.2]), [200, 220, 240], 1);
  // Half of what multiplying gives: cb · (1 − ½) + ½ · cb · cs.
  near(
    await bytesOf(file, [0.65, 0.22, 0.1, 0.15]),
    [200, 220, 240].map((cb, c) => cb * (0.5 + (0.5 * [250, 120, 40][c]!) / 255)),
    2,
  );
  // Register to the pixel: the edge of the sun lies where the file has it.
  const { data, info } = await sharp(file).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  const row = Math.round(0.3 * info.height) * info.width;
  let edge = 0;
  while (data[3 * (row + edge) + 2]! > 200) edge++;
  expect(Math.abs(edge / info.width - 180 / 300)).toBeLessThan(2 / info.width);
  // Undo takes all layers away in one step, once what was set for sharing is taken back.
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: /^Pass / })).toHaveCount(1);

  // Pictures of different sizes are refused, and nothing is changed.
  const two = await page.evaluateHandle(
    (files) => {
      const transfer = new DataTransfer();
      for (const [name, base64] of files) {
        const raw = Uint8Array.from(atob(base64!), (c) => c.charCodeAt(0));
        transfer.items.add(new File([raw], name!, { type: 'image/png' }));
      }
      return transfer;
    },
    [
      ['one.png', (await flat(40, 30, 1, 2, 3, 1)).toString('base64')],
      ['two.png', (await flat(41, 30, 1, 2, 3, 1)).toString('base64')],
    ],
  );
  await page.dispatchEvent('body', 'drop', { dataTransfer: two });
  await expect(
    page.getByText(
      /Pictures that are dropped together must be of one size: one\.png has 40 × 30 pixels and two\.png 41 × 30\./,
    ),
  ).toBeVisible();
  await expect(page.getByRole('button', { name: /^Pass / })).toHaveCount(1);
  await dropFile(page, 'broken.ora', 'image/openraster', Buffer.from('nothing'));
  await expect(page.getByText('broken.ora: This is not a ZIP archive that can be opened.')).toBeVisible();
  // The undo is saved a moment after it is shown.
  await expect.poll(async () => (await storedJob(page, id)).document.passes.length).toBe(1);
});

test('at 1:1 what is seen of textures, blend modes, artwork and finishing screens is the exported sheet, pixel for pixel', async ({
  page,
}) => {
  await photoJob(page);
  await addPass(page);
  await family(page, 'Smooth');
  await pick(page, 'Meets what is there', 'overlay');
  await addPass(page);
  await page.getByLabel('Picture of this pass').selectOption('print');
  await type(page, 'Frequency', '25 lpi');
  await openStation(page, 'Ink');
  await pick(page, 'Meets what is there', 'soft-light');
  await stock(page);
  await pick(page, 'Texture', 'rag');
  await page.getByRole('button', { name: /^Worn edges/ }).click();
  await page.getByRole('switch', { name: 'Worn edges' }).click();
  await settled(page);
  await lookAtPlatePixels(page);
  const { different, colours } = await besideExport(page);
  expect(different).toBe(0);
  expect(colours).toBeGreaterThan(1000);
});
