import { createJob, filePicture, fillOf, INK_SETS, type Job, splitPicture, withFill } from '@chromatype/core';
import { expect, type Page, test } from '@playwright/test';
import { dropFile, settled } from './support/bench.ts';
import { expectToFit, expectToFitEverywhere, inEveryWindow } from './support/fits.ts';
import { softPhoto } from './support/pictures.ts';
import { closeStations, openStation } from './support/sheet.ts';
import { draw, drawBox } from './support/stencil.ts';

/** Longer than its place in a narrow window: what stands beside it must not be cut. */
const TITLE = 'Kite Week programme, nine days of wind on the old quay';

/** A small sheet in process inks, as an artist would leave it. Returns its address. */
async function processJob(page: Page): Promise<string> {
  const answer = await page.request.post('/api/pictures?name=harbour at dusk, seen from the pier.jpg', {
    data: await softPhoto(900, 640),
    headers: { 'Content-Type': 'application/octet-stream' },
  });
  const { hash, width, height } = (await answer.json()) as { hash: string; width: number; height: number };
  const base = createJob(TITLE, 'p');
  const picture = filePicture({ id: 'a', name: 'harbour at dusk, seen from the pier.jpg', hash, width, height });
  const plain: Job = {
    ...base,
    sheet: { ...base.sheet, width: 105, height: 74 },
    pictures: [picture],
    passes: base.passes.map((p) => withFill(p, { feed: { ...fillOf(p).feed, picture: 'a' } })),
  };
  let n = 0;
  const set = INK_SETS.find((s) => s.name === 'process')!;
  const document = splitPicture(plain, { set, from: 'p', newId: () => `n${n++}` }).job;
  const made = await page.request.post('/api/jobs', { data: { document } });
  return `/jobs/${((await made.json()) as { id: string }).id}`;
}

async function openAllFolds(page: Page, station: string): Promise<void> {
  const folds = page
    .getByRole('region', { name: `${station} station` })
    .locator('button[data-state=closed]:not([aria-haspopup])');
  for (let n = await folds.count(); n > 0; n = await folds.count()) await folds.first().click();
}

test('nothing on the Bench scrolls sideways or is cut, and at rest all six stations are in sight, in windows of three sizes', async ({
  page,
}) => {
  const address = await processJob(page);
  await page.goto(address);
  await settled(page);
  const chain = page.getByRole('region', { name: 'Chain' });
  const expectNoScroll = async () => expect(await chain.evaluate((e) => e.scrollHeight - e.clientHeight)).toBe(0);
  await inEveryWindow(page, async () => {
    await expectToFit(page, 'Bench at rest');
    await expectNoScroll();
    await expect(chain.getByRole('region')).toHaveCount(6);
  });
  for (const station of ['Picture', 'Tone', 'Screen', 'Ink']) {
    await openStation(page, station);
    await openAllFolds(page, station);
    await inEveryWindow(page, async () => {
      await expectToFit(page, `${station} station`);
      // The others are a line each, and the open one scrolls inside itself.
      await expect(chain.locator('[data-mode=line]')).toHaveCount(5);
      await expectNoScroll();
    });
  }
  await closeStations(page);
  await openStation(page, 'Stencil');
  await drawBox(page, 'Rectangle', [0.2, 0.2], [0.7, 0.8]);
  await expect(page.getByTestId('part-handles')).toBeVisible();
  await openAllFolds(page, 'Stencil');
  await expectToFitEverywhere(page, 'Stencil station');
  for (const tool of ['Brush', 'Subject']) {
    await draw(page, tool);
    await expectToFitEverywhere(page, `${tool} in hand`);
  }
  await page.keyboard.press('Escape');
  await closeStations(page);
  for (const shelf of ['Tint shelf', 'Colour shelf']) {
    await page.getByRole('button', { name: shelf, exact: true }).click();
    await expectToFitEverywhere(page, shelf);
    await page.keyboard.press('Escape');
  }
  await page.getByRole('button', { name: 'Add a fill' }).click();
  await openStation(page, 'Picture');
  await expectToFitEverywhere(page, 'A tint opened');
  await closeStations(page);
  for (const choice of ['Dot shape', 'Lattice']) {
    await page.getByRole('button', { name: new RegExp(`^${choice}: `) }).click();
    await expectToFitEverywhere(page, choice);
    await page.keyboard.press('Escape');
  }
  for (const family of ['Lines', 'Grain', 'Tile']) {
    await page.getByRole('radio', { name: family, exact: true }).click();
    await expectToFitEverywhere(page, `${family} at rest`);
    await openStation(page, 'Screen');
    await expectToFitEverywhere(page, `${family} opened`);
    await closeStations(page);
  }
  await openStation(page, 'Bend');
  for (const kind of ['Wave', 'Mesh', 'Push', 'Push by light', 'Pins']) {
    await page.getByRole('region', { name: 'Bend station' }).getByRole('button', { name: kind, exact: true }).click();
    await expectToFitEverywhere(page, `Bend: ${kind}`);
  }
  await page.keyboard.press('Escape');
  await closeStations(page);
  await page.getByRole('button', { name: /^Tile: / }).click();
  await expectToFitEverywhere(page, 'Tile shelf');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Stock/ }).click();
  await expectToFitEverywhere(page, 'Sheet and stock');
  await page.getByRole('button', { name: 'Output' }).click();
  await expect(page.getByTestId('estimate')).toContainText('about');
  await expectToFitEverywhere(page, 'Output');
  await page.getByRole('button', { name: /^Pass Cyan/ }).click();
  await page.getByRole('button', { name: 'Readings' }).click();
  await expect(page.getByTestId('worst-step')).toContainText('Largest');
  await expectToFitEverywhere(page, 'Readings');
  await page.keyboard.press('?');
  await expectToFitEverywhere(page, 'Keys');
});

test('nothing in the other views scrolls sideways or is cut, in windows of three sizes', async ({ page }) => {
  const address = await processJob(page);
  await page.goto('/');
  await expect(page.getByRole('heading', { name: TITLE }).first()).toBeVisible();
  await expectToFitEverywhere(page, 'Shelf');
  await page.goto(`${address}/strips`);
  await expect(page.getByTestId('strips')).toHaveAttribute('data-made', '15');
  await expectToFitEverywhere(page, 'Test strips');
  await page.goto(`${address}/plates`);
  await expect(page.getByRole('figure', { name: 'Plate of Cyan' }).locator('canvas')).toHaveAttribute(
    'data-drawn',
    'yes',
  );
  await expectToFitEverywhere(page, 'Plates');
  await page.goto(`${address}/motion`);
  await expect(page.getByTestId('motion-sheet')).toHaveAttribute('data-stage', 'settled');
  await page.getByRole('button', { name: 'Key for Midtone' }).click();
  await expect(page.getByRole('region', { name: 'Chosen key' })).toBeVisible();
  await page.getByRole('radio', { name: 'Own curve' }).click();
  await expectToFitEverywhere(page, 'Motion');
  await page.goto(`${address}/repeat`);
  await expect(page.getByTestId('repeat-view')).toHaveAttribute('data-stage', 'made');
  await page.getByRole('switch', { name: 'Only a part' }).click();
  await expect(page.getByTestId('repeat-view')).toHaveAttribute('data-stage', 'made');
  await expectToFitEverywhere(page, 'Repeat');
  await page.goto(`${address}/recipes?recipe=poster-three-inks`);
  await settled(page);
  await expect(page.getByRole('region', { name: 'About Three inks' })).toBeVisible();
  await page.getByRole('radio', { name: 'One pass' }).click();
  await expectToFitEverywhere(page, 'Recipes');
  await page.goto(`${address}/versions`);
  await page.getByLabel('Name of this state').fill('Before the hues were turned, as it was agreed with the printer');
  await page.getByRole('button', { name: 'Keep this state' }).click();
  await expect(page.getByRole('list', { name: 'Kept states' }).getByRole('listitem')).not.toHaveCount(0);
  await page.getByRole('list', { name: 'Kept states' }).getByRole('button').first().click();
  await expect(page.getByLabel('Name of the version')).toBeVisible();
  await expectToFitEverywhere(page, 'Versions');
  const run = await page.request.post(`/api${address}/runs`, { data: { kind: 'sheet' } });
  expect(run.ok()).toBe(true);
  await page.goto('/runs');
  await expect(page.locator('tr[data-run]').first()).toBeVisible();
  await expectToFitEverywhere(page, 'Runs');
  await page.goto('/batch');
  await dropFile(page, 'harbour at dusk, seen from the pier.jpg', 'image/jpeg', await softPhoto(600, 420));
  await expect(page.getByRole('list', { name: 'Pictures of the batch' }).getByRole('listitem')).toHaveCount(1);
  await page.getByLabel('Graded tone', { exact: true }).check();
  await expectToFitEverywhere(page, 'Batch');
  await page.goto(`${address}/tiles`);
  await expect(page.getByTestId('tile-sheet')).toHaveAttribute('data-stage', 'settled');
  await expectToFitEverywhere(page, 'Tile maker');
  await page.goto('/swatches?set=process');
  await expect(
    page
      .getByLabel('Name of the set')
      .or(page.getByRole('button', { name: 'Make an own copy' }))
      .first(),
  ).toBeVisible();
  await expectToFitEverywhere(page, 'Swatches');
  const empty = await page.request.post('/api/jobs', { data: { document: createJob('New job', 'p') } });
  await page.goto(`/jobs/${((await empty.json()) as { id: string }).id}`);
  await expect(page.getByRole('region', { name: 'How to begin' })).toBeVisible();
  await expectToFitEverywhere(page, 'An empty job');
});

test('a phone shows the sheet, the colour bar and readings, and changes nothing', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 800 });
  const address = await processJob(page);
  await page.goto(address);
  await settled(page);
  await expectToFit(page, 'a job on a phone');
  await expect(page.getByText('view only')).toBeVisible();
  await expect(page.getByRole('list', { name: 'Passes in print order' }).getByRole('button')).toHaveCount(5);
  await expect(page.getByText('Most ink')).toBeVisible();
  // Nothing that could change the job is there: neither fields nor the chain.
  await expect(page.locator('input, select, [role=slider]')).toHaveCount(0);
  const sheet = (await page.getByTestId('sheet-edge').boundingBox())!;
  expect(sheet.width).toBeGreaterThan(300);
  await page.goto('/');
  await expectToFit(page, 'the Shelf on a phone');
  await page.goto(`${address}/plates`);
  await expect(page.getByText('needs a window of at least')).toBeVisible();
  await expectToFit(page, 'Plates on a phone');
});
