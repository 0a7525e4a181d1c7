import { expect, test } from '@playwright/test';
import { addPass, choosePass, saved, smallJob, storedJob } from './support/bench.ts';

test('passes are added, duplicated, hidden, moved and removed', async ({ page }) => {
  const id = await smallJob(page);
  const names = async () => {
    await saved(page);
    return (await storedJob(page, id)).document.passes.map((p) => `${p.name}${p.on ? '' : ' (hidden)'}`);
  };
  await addPass(page);
  await addPass(page);
  expect(await names()).toEqual(['Black', 'Harbour blue', 'Kite red']);

  await page.getByRole('button', { name: 'Duplicate Kite red' }).click();
  await page.getByRole('button', { name: 'Hide Harbour blue' }).click();
  expect(await names()).toEqual(['Black', 'Harbour blue (hidden)', 'Kite red', 'Kite red copy']);

  const from = (await page.getByRole('button', { name: /^Pass Black/ }).boundingBox())!;
  const to = (await page.getByRole('button', { name: /^Pass Kite red;/ }).boundingBox())!;
  await page.mouse.move(from.x + 30, from.y + 20);
  await page.mouse.down();
  await page.mouse.move(from.x + 60, from.y + 20, { steps: 4 });
  await page.mouse.move(to.x + 50, to.y + 20, { steps: 12 });
  await page.mouse.up();
  await expect.poll(names).toEqual(['Harbour blue (hidden)', 'Kite red', 'Black', 'Kite red copy']);

  await choosePass(page, 'Kite red copy');
  await page.getByRole('button', { name: 'Remove Kite red copy' }).click();
  expect(await names()).toEqual(['Harbour blue (hidden)', 'Kite red', 'Black']);
  await page.getByRole('button', { name: 'Undo' }).first().click();
  expect(await names()).toHaveLength(4);
});

test('the ramp handle sets where dots start', async ({ page }) => {
  const id = await smallJob(page);
  const handle = page.getByRole('slider', { name: 'Ramp: Where dots start' });
  const box = (await handle.boundingBox())!;
  const ramp = (await page.getByRole('complementary', { name: 'Ramp' }).boundingBox())!;
  await page.mouse.move(box.x + 30, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 30, box.y + box.height / 2 + (ramp.height - 44) * 0.2, { steps: 8 });
  await page.mouse.up();
  await saved(page);
  const { tone } = (await storedJob(page, id)).document.passes[0]!.fills[0];
  expect(tone.lights).toBeGreaterThan(0.15);
  expect(tone.lights).toBeLessThan(0.25);
});
