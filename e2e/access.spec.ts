import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { jobsLike, newJob, settled, smallJob } from './support/bench.ts';
import { heldBack } from './support/held-back.ts';
import { splitInto } from './support/split.ts';
import { closeStations, openFold, openStation } from './support/sheet.ts';

/** What is against WCAG 2.2 AA on a page, or in one part of it. */
async function violations(page: Page, part?: string): Promise<string[]> {
  const all = new AxeBuilder({ page })
    .options({ resultTypes: ['violations'] })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']);
  const found = await (part ? all.include(part) : all).analyze();
  return found.violations.map(
    ({ id, nodes }) => `${id}: ${nodes.map((n) => `${n.target.join(' ')} (${n.failureSummary})`).join('; ')}`,
  );
}

test('opened stations, every way of looking, Readings and Test strips meet it too', async ({ page }) => {
  await newJob(page);
  await page.getByLabel('Picture of this pass').selectOption('make gradient');
  for (const fold of ['Curve', 'Grey mix', 'Detail', 'Steps and blocks', 'Dot gain', 'Paint']) {
    await openFold(page, 'Tone', fold);
  }
  const open = page
    .getByRole('region', { name: 'Tone station' })
    .locator('button[data-state=open]:not([aria-haspopup])');
  await expect(open).toHaveCount(6);
  expect(await violations(page, '[aria-label="Tone station"]')).toEqual([]);
  await openFold(page, 'Picture', 'Settings');
  expect(await violations(page)).toEqual([]);
  await page.getByRole('button', { name: 'Place on the sheet' }).click();
  await expect(page.getByTestId('place-handles')).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await closeStations(page);
  await settled(page);
  await page.getByRole('button', { name: 'Loupe' }).click();
  await page.getByRole('button', { name: 'Step back' }).click();
  await page.getByRole('button', { name: 'Before' }).click();
  await expect(page.getByTestId('processed')).toHaveAttribute('data-stage', 'settled');
  expect(await violations(page)).toEqual([]);
  await page.getByRole('button', { name: 'Plain' }).click();
  await page.getByRole('button', { name: 'actual' }).click();
  await expect(page.getByText('Hold a bank card')).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await page.getByRole('button', { name: 'It is as large as the card' }).click();
  await expect(page.getByTestId('scale')).toHaveText('32 %');
  await page.getByRole('button', { name: 'Readings' }).click();
  await expect(page.getByTestId('worst-step')).toContainText('Largest');
  expect(await violations(page)).toEqual([]);
  await page.getByRole('link', { name: 'Test strips' }).click();
  await expect(page.getByTestId('strips')).toHaveAttribute('data-made', '15');
  expect(await violations(page)).toEqual([]);
});

test('a split picture, its inks, Plates and Swatches meet it too', async ({ page }) => {
  await smallJob(page);
  await page.getByLabel('Picture of this pass').selectOption('make gradient');
  await splitInto(page, 'Process');
  await openFold(page, 'Ink', 'On the press');
  expect(await violations(page)).toEqual([]);
  await openStation(page, 'Bend');
  for (const kind of ['Swirl', 'Push']) {
    await page.getByRole('region', { name: 'Bend station' }).getByRole('button', { name: kind, exact: true }).click();
    expect(await violations(page)).toEqual([]);
  }
  await page.getByRole('link', { name: 'Plates' }).click();
  await expect(page.getByRole('figure', { name: 'Plate of Cyan' }).locator('canvas')).toHaveAttribute(
    'data-drawn',
    'yes',
  );
  expect(await violations(page)).toEqual([]);
  await page.getByRole('link', { name: 'Repeat' }).click();
  await expect(page.getByTestId('repeat-view')).toHaveAttribute('data-stage', 'made');
  expect(await violations(page)).toEqual([]);
  await page.goto('/swatches');
  await page.getByRole('button', { name: 'Make an own copy' }).click();
  await expect(page.getByLabel('Name of the set')).toBeVisible();
  expect(await violations(page)).toEqual([]);
});

test('Shelf, Bench with every family of screens, Tile maker and Output meet WCAG 2.2 AA as far as a program can tell', async ({
  page,
}) => {
  const check = () => violations(page);
  const id = await newJob(page);
  expect(await check()).toEqual([]);
  for (const family of ['Lines', 'Grain', 'Tile', 'Dots']) {
    await page.getByRole('radio', { name: family, exact: true }).click();
    await settled(page);
    expect(await violations(page, '[aria-label="Screen station"]')).toEqual([]);
  }
  await openStation(page, 'Screen');
  expect(await violations(page, '[aria-label="Chain"]')).toEqual([]);
  await page.getByRole('button', { name: /^Lattice: / }).click();
  expect(await violations(page, '[role=dialog]')).toEqual([]);
  await page.keyboard.press('Escape');
  await closeStations(page);
  await page.goto(`/jobs/${id}/tiles`);
  await expect(page.getByTestId('tile-sheet')).toHaveAttribute('data-stage', 'settled');
  expect(await check()).toEqual([]);
  await page.goto(`/jobs/${id}`);
  await settled(page);
  await page.getByRole('button', { name: 'Output' }).click();
  await expect(page.getByTestId('estimate')).toContainText('about');
  expect(await check()).toEqual([]);
  // The Shelf is checked twice: while its prints are still being made, and with them. Cards far below the window have neither
  // a print nor a word that one is on its way.
  await jobsLike(
    page,
    await smallJob(page),
    Array.from({ length: 24 }, (_, k) => (k === 20 ? 'Kites over the harbour '.repeat(4) : `Kite ${k}`)),
  );
  const release = await heldBack(page, '**/print.png*');
  await page.goto('/');
  await expect(page.getByText('Printing …').nth(3)).toBeVisible();
  expect(await check()).toEqual([]);
  release();
  await expect(page.locator('li [aria-busy=true]')).toHaveCount(0);
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
