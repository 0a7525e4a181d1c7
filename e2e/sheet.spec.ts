import { expect, test } from '@playwright/test';
import { newJob, saved, settled, storedJob } from './support/bench.ts';
import { softPhoto } from './support/pictures.ts';

const viewOf = (url: string) =>
  new URL(url).searchParams.get('view')!.split(',').map(Number) as [number, number, number];

test('the wheel zooms at the pointer, the space bar pans, a double click fits, and the address keeps it', async ({
  page,
}) => {
  await newJob(page);
  await page.getByLabel('Picture of this pass').selectOption('make gradient');
  await settled(page);
  const box = (await page.getByTestId('sheet').boundingBox())!;
  const [px, py] = [box.x + box.width * 0.3, box.y + box.height * 0.4];
  await page.getByRole('button', { name: '1:1' }).click();
  await expect(page).toHaveURL(/view=1/);
  const before = viewOf(page.url());
  const under = ([scale, x, y]: readonly [number, number, number]) => [
    x + (px - box.x - box.width / 2) / scale,
    y + (py - box.y - box.height / 2) / scale,
  ];
  await page.mouse.move(px, py);
  for (let k = 0; k < 3; k++) await page.mouse.wheel(0, -100);
  await expect(page.getByTestId('scale')).toHaveText('400 %');
  await expect(page).toHaveURL(/view=4/);
  const after = viewOf(page.url());
  under(after).forEach((v, k) => {
    expect(Math.abs(v - under(before)[k]!)).toBeLessThan(1.5);
  });

  await page.keyboard.down('Space');
  await page.mouse.down();
  await page.mouse.move(px + 80, py - 40, { steps: 5 });
  await page.mouse.up();
  await page.keyboard.up('Space');
  await expect.poll(() => viewOf(page.url())[1]).toBe(after[1] - 20);
  expect(viewOf(page.url())[2]).toBe(after[2] + 10);

  await page.mouse.dblclick(px, py);
  await expect(page).not.toHaveURL(/view=/);
  await settled(page);
});

test('pulling across the dial changes the frequency, in one step of undo', async ({ page }) => {
  const id = await newJob(page);
  const dial = (await page.getByRole('slider', { name: /Screen dial/ }).boundingBox())!;
  const [cx, cy] = [dial.x + dial.width / 2, dial.y + dial.height / 2];
  await page.mouse.move(cx - 20, cy);
  await page.mouse.down();
  await page.mouse.move(cx + 30, cy, { steps: 10 });
  await page.mouse.up();
  await saved(page);
  const { frequency } = (await storedJob(page, id)).document.passes[0]!.fills[0].screen;
  // 50 pixels of pull make cells √2 times as wide.
  expect(Math.abs(frequency.value - 30 / Math.SQRT2)).toBeLessThan(0.8);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Frequency', { exact: true })).toHaveValue('30 lpi');
});

test('a pasted picture is added, printed, and changes the sheet in sight', async ({ page }) => {
  await newJob(page);
  const ink = () =>
    page.evaluate(() => {
      const canvas = document.querySelector<HTMLCanvasElement>('[data-testid="sheet"]')!;
      const { data } = canvas.getContext('2d')!.getImageData(canvas.width / 4, canvas.height / 2, canvas.width / 2, 40);
      let sum = 0;
      for (let k = 0; k < data.length; k += 4) sum += data[k]!;
      return sum / (data.length / 4);
    });
  const bare = await ink();
  const base64 = (await softPhoto(700, 500)).toString('base64');
  await page.evaluate((text) => {
    const data = new DataTransfer();
    data.items.add(
      new File([Uint8Array.from(atob(text), (c) => c.charCodeAt(0))], 'image.jpg', { type: 'image/jpeg' }),
    );
    window.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  }, base64);
  await expect(page.getByLabel('Picture of this pass')).toHaveValue(/.+/);
  await settled(page);
  await expect.poll(ink).toBeLessThan(bare - 20);
});
