import { readFile } from 'node:fs/promises';
import AxeBuilder from '@axe-core/playwright';
import { expect, type Locator, type Page, test } from '@playwright/test';
import { newJob, saved, storedJob, type } from './support/bench.ts';
import { expectToFit } from './support/fits.ts';
import { flagPicture } from './support/pictures.ts';

const sheet = (page: Page): Locator => page.getByTestId('stone-sheet');

/** Stones of the layout that is shown, once it is settled: it was laid for the job as it is now. */
async function laid(page: Page): Promise<number> {
  await expect(page.getByTestId('stones-view')).toHaveAttribute('data-stage', 'laid');
  await expect(page.getByTestId('stone-faults')).not.toHaveAttribute('data-faults', '');
  await expect(page.getByTestId('stones-view')).toHaveAttribute('data-stage', 'laid');
  return Number(await sheet(page).getAttribute('data-stones'));
}

/** The Stones view of a new job. Returns the job's id. */
async function newStones(page: Page): Promise<string> {
  const id = await newJob(page);
  await page.getByRole('link', { name: 'Stones', exact: true }).click();
  return id;
}

const way = (page: Page, name: string) =>
  page.getByLabel('Laid', { exact: true }).getByRole('radio', { name, exact: true }).click();

const chip = (page: Page, name: string) =>
  page
    .getByRole('group', { name: 'Sizes' })
    .getByRole('button', { name: new RegExp(`^${name}`) })
    .click();

/** Pieces that the count tells. */
const pieces = async (page: Page): Promise<number> =>
  Number(await page.getByTestId('stone-facts').getAttribute('data-pieces'));

/** Makes something of the stones and reads the file that comes. */
async function takeOut(page: Page, what: string): Promise<Buffer> {
  await page.getByLabel('What to take out', { exact: true }).getByRole('radio', { name: what, exact: true }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page
      .getByRole('region', { name: 'Take out' })
      .getByRole('button', { name: /^Make / })
      .click(),
  ]);
  return readFile(await download.path());
}

const holesIn = (svg: Buffer): number => (svg.toString('utf8').match(/<circle /g) ?? []).length;

/** Every point of a hand that draws round a box in the sheet, in shares of it. */
async function lasso(page: Page, [x0, y0, x1, y1]: readonly [number, number, number, number]): Promise<void> {
  const box = (await sheet(page).boundingBox())!;
  const at = (u: number, v: number) => [box.x + u * box.width, box.y + v * box.height] as const;
  const corners = [at(x0, y0), at(x1, y0), at(x1, y1), at(x0, y1), at(x0, y0 + 0.004)];
  await page.mouse.move(...corners[0]!);
  await page.mouse.down();
  for (const corner of corners.slice(1)) await page.mouse.move(...corner, { steps: 6 });
  await page.mouse.up();
}

const handOf = async (page: Page, id: string) => {
  await saved(page);
  const { document } = await storedJob(page, id);
  return document.passes.flatMap((p) => p.fills.map((f) => f.screen.stones));
};

test('a name in letters: a run and rows, resized, edited by hand, laid again with the edits kept, and cut', async ({
  page,
}) => {
  const id = await newStones(page);
  await page.getByRole('button', { name: 'Letters', exact: true }).click();
  await laid(page);
  const words = page.getByRole('region', { name: 'The region' }).getByRole('textbox', { name: /^Text/ });
  await words.fill('WIND');
  await words.blur();
  await way(page, 'Run');
  await chip(page, 'SS6');
  await chip(page, 'SS10');
  const run = await laid(page);
  expect(run).toBeGreaterThan(100);
  // The same letters once more: rows inside the run, around what it laid.
  await page.getByLabel('In a stencil of the job').selectOption({ index: 1 });
  await way(page, 'Rows');
  await expect(page.getByRole('list', { name: 'Regions' }).getByRole('listitem')).toHaveCount(2);
  const both = await laid(page);
  expect(both).toBeGreaterThan(run + 40);
  await expect(page.getByTestId('stone-faults')).toHaveAttribute('data-faults', '0');
  expect(await pieces(page)).toBe(both);

  // Larger: more stones of the same sizes. The count follows while the hand drags, before it lets go.
  const handle = (await page.getByLabel('Resize the design at its lower right corner').boundingBox())!;
  await page.mouse.move(handle.x + 6, handle.y + 6);
  await page.mouse.down();
  await page.mouse.move(handle.x + 60, handle.y + 24, { steps: 8 });
  await expect.poll(() => pieces(page)).toBeGreaterThan(both);
  await page.mouse.up();
  const larger = await laid(page);
  expect(larger).toBeGreaterThan(both);
  await expect(page.getByTestId('stone-faults')).toHaveAttribute('data-faults', '0');

  // By hand: some are deleted, one is moved by keys and locked, another is placed.
  await lasso(page, [0.2, 0.3, 0.45, 0.7]);
  const chosen = Number(await sheet(page).getAttribute('data-chosen'));
  expect(chosen).toBeGreaterThan(5);
  expect(await pieces(page)).toBe(chosen);
  await page.keyboard.press('Delete');
  const thinned = await laid(page);
  expect(thinned).toBe(larger - chosen);
  await page.getByRole('radio', { name: 'Place', exact: true }).click();
  await page.getByLabel('Colour that is placed').selectOption('Jet');
  const box = (await sheet(page).boundingBox())!;
  await page.mouse.click(box.x + 0.32 * box.width, box.y + 0.5 * box.height);
  const placed = await laid(page);
  expect(placed).toBe(thinned + 1);
  await page.keyboard.press('ArrowRight');
  await page.getByRole('button', { name: 'Lock', exact: true }).click();
  const [, rows] = await handOf(page, id);
  expect(rows!.hand).toHaveLength(1);
  expect(rows!.hand[0]).toMatchObject({ colour: 'Jet', locked: true });

  // Set loose and laid again: what was deleted stays empty, and what was placed stays.
  const before = await laid(page);
  await page.getByRole('button', { name: 'Set loose' }).click();
  expect(await laid(page)).toBe(before);
  await page.getByRole('button', { name: 'Lay again' }).click();
  expect(await laid(page)).toBe(before);
  const kept = (await handOf(page, id))[1]!;
  expect(kept.hand).toEqual(rows!.hand);
  await way(page, 'Inward');
  await laid(page);
  expect((await handOf(page, id))[1]!.hand).toEqual(rows!.hand);
  await page.getByRole('button', { name: 'Undo' }).click();
  expect(await laid(page)).toBe(before);

  // The template has a hole for each stone, and the cutter that ships with the application finds as many.
  const svg = await takeOut(page, 'Template, SVG');
  expect(holesIn(svg)).toBe(before);
  await page.getByRole('button', { name: 'Cut the last template' }).click();
  await expect(page.getByTestId('cut-report')).toHaveAttribute('data-stones', String(before));
  await expect(page.getByText('It can cut all of it.')).toBeVisible();
  const list = await takeOut(page, 'Stones, list');
  expect(list.toString('utf8').trim().split('\n')).toHaveLength(before + 1);

  // A reload loses nothing.
  await page.reload();
  expect(await laid(page)).toBe(before);
});

test('faults are marked, listed and mended; bad input gets one sentence; the view fits and can be used by all', async ({
  page,
}) => {
  await newStones(page);
  await page.getByRole('button', { name: 'Circle', exact: true }).click();
  const before = await laid(page);
  // A run drawn across the edge without snapping: it reaches over the outline, and one stone lies far off.
  await page.getByRole('radio', { name: 'Place', exact: true }).click();
  const box = (await sheet(page).boundingBox())!;
  await page.keyboard.down('Alt');
  await page.mouse.click(box.x + 0.12 * box.width, box.y + 0.1 * box.height);
  await page.keyboard.up('Alt');
  await laid(page);
  const faults = page.getByRole('region', { name: 'Faults' });
  await expect(faults.getByText('A stone reaches over the outline.')).toBeVisible();
  await expect(faults.getByText(/A stone has no other within/)).toBeVisible();
  await faults.getByRole('button', { name: 'Remove it' }).first().click();
  expect(await laid(page)).toBe(before);
  await expect(faults.getByText(/No faults/)).toBeVisible();

  for (const size of [
    { width: 1920, height: 1080 },
    { width: 1280, height: 800 },
    { width: 1100, height: 700 },
  ]) {
    await page.setViewportSize(size);
    await expectToFit(page, `Stones at ${size.width}`);
  }
  const { violations } = await new AxeBuilder({ page })
    .options({ resultTypes: ['violations'] })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join('; ')}`)).toEqual([]);

  // A circle smaller than a stone.
  await type(page, 'Width', '2');
  await expect(faults.getByText(/One outline is smaller than a stone of 2\.8 mm/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  expect(await laid(page)).toBe(before);

  // A table with two sizes alike is refused, and the job stays as it was.
  await page
    .getByRole('button', { name: /^Sizes/ })
    .last()
    .click();
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Open .csv' }).first().click(),
  ]);
  await chooser.setFiles({ name: 'sizes.csv', mimeType: 'text/csv', buffer: Buffer.from('A,round,2\nB,round,2\n') });
  await expect(page.getByRole('alert').filter({ hasText: 'A and B are alike' })).toBeVisible();
  expect(await laid(page)).toBe(before);

  // A file that is no template.
  const [other] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Cut a file' }).click(),
  ]);
  await other.setFiles({ name: 'letter.svg', mimeType: 'image/svg+xml', buffer: Buffer.from('Dear cutter') });
  await expect(page.getByText(/The cutter takes templates as SVG, DXF or PDF/)).toBeVisible();
});

test('a picture becomes stones of the nearest colours, and a proof shows them', async ({ page }) => {
  await newStones(page);
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Picture', exact: true }).click(),
  ]);
  await chooser.setFiles({ name: 'flag.png', mimeType: 'image/png', buffer: await flagPicture(300, 200) });
  const count = await laid(page);
  expect(count).toBeGreaterThan(500);
  const rows = page.getByTestId('stone-facts').locator('tbody tr');
  expect(await rows.count()).toBeGreaterThan(1);
  const order = (await takeOut(page, 'Order list')).toString('utf8').trim().split('\n').slice(1);
  expect(order.reduce((sum, line) => sum + Number(line.split(',')[3]), 0)).toBe(count);
  const proof = await takeOut(page, 'Proof of the stones');
  expect(proof.subarray(1, 4).toString()).toBe('PNG');
});

test('the stones of the studio are kept under Swatches, and the layouts of new jobs begin with them', async ({
  page,
}) => {
  const before = await (await page.request.get('/api/stone-table')).json();
  try {
    await page.goto('/swatches');
    await page.getByRole('button', { name: 'Sizes and colours of stones' }).click();
    const table = page.getByRole('region', { name: 'Stones of the studio' });
    await table.getByRole('button', { name: 'Size', exact: true }).click();
    await table.getByRole('button', { name: /^Size 5/ }).click();
    await table.getByLabel('Name of the size Size 5').fill('SS30');
    await table.getByLabel('Name of the size Size 5').press('Enter');
    await table.getByRole('button', { name: /^SS30/ }).click();
    await table.getByLabel('Diameter').fill('6.4');
    await table.getByLabel('Diameter').press('Enter');
    await expect(table.getByRole('button', { name: /^SS30/ })).toContainText('6.4 mm');
    await expectToFit(page, 'Stones under Swatches');
    await expect
      .poll(async () => (await (await page.request.get('/api/stone-table')).json()).sizes.at(-1))
      .toMatchObject({ name: 'SS30', width: 6.4 });
    await newStones(page);
    await page.getByRole('button', { name: 'Circle', exact: true }).click();
    await laid(page);
    await chip(page, 'SS30');
    await chip(page, 'SS10');
    await laid(page);
    await expect(page.getByTestId('stone-facts').locator('tbody tr')).toHaveCount(1);
    await expect(page.getByTestId('stone-facts')).toContainText('SS30');
  } finally {
    await page.request.put('/api/stone-table', { data: { document: before } });
  }
});
