import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { newJob, settled } from './support/bench.ts';

test('Shelf, Bench with every family of screens, Tile maker and Output meet WCAG 2.2 AA as far as a program can tell', async ({
  page,
}) => {
  const check = async () =>
    (await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']).analyze()).violations.map(
      (v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join('; ')}`,
    );
  const id = await newJob(page);
  expect(await check()).toEqual([]);
  for (const family of ['Lines', 'Grain', 'Tile', 'Dots']) {
    await page.getByRole('radio', { name: family, exact: true }).click();
    await settled(page);
    expect(await check()).toEqual([]);
  }
  await page.goto(`/jobs/${id}/tiles`);
  await expect(page.getByTestId('tile-sheet')).toHaveAttribute('data-stage', 'settled');
  expect(await check()).toEqual([]);
  await page.goto(`/jobs/${id}`);
  await settled(page);
  await page.getByRole('button', { name: 'Output' }).click();
  await expect(page.getByTestId('estimate')).toContainText('about');
  expect(await check()).toEqual([]);
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'New job' }).first()).toBeVisible();
  expect(await check()).toEqual([]);
});

test('the ? sheet lists the keys, and keys work', async ({ page }) => {
  await newJob(page);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('The whole sheet');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Alt+n');
  await expect(page.getByRole('button', { name: /^Pass/ })).toHaveCount(2);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^Pass/ })).toHaveCount(1);
  await page.keyboard.press('1');
  await expect(page.getByTestId('scale')).toHaveText('100 %');
});
