import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { dropFile, dropPicture, newJob, saved, settled, smallJob, storedJob, type } from './support/bench.ts';
import { softPhoto } from './support/pictures.ts';

const card = (page: Page, id: string) => page.locator(`[data-recipe="${id}"]`);

/** The pixels of the sheet in sight, as one number that changes with them. */
const sheetLook = (page: Page) =>
  page.getByTestId('sheet').evaluate((canvas: HTMLCanvasElement) => {
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
    let sum = 0;
    for (let k = 0; k < data.length; k += 4)
      sum = (Math.imul(sum, 31) + data[k]! + data[k + 1]! * 3 + data[k + 2]!) | 0;
    return sum;
  });

/** The sheet of a job as the server prints it. */
async function sheetFile(page: Page, id: string): Promise<Buffer> {
  const made = await page.request.post(`/api/jobs/${id}/runs`, { data: { kind: 'sheet' } });
  const run = ((await made.json()) as { id: string }).id;
  await expect
    .poll(async () => ((await (await page.request.get(`/api/runs/${run}`)).json()) as { state: string }).state, {
      timeout: 30_000,
    })
    .toBe('done');
  return (await page.request.get(`/api/runs/${run}/file`)).body();
}

const openRecipes = async (page: Page): Promise<void> => {
  await saved(page);
  await page.getByRole('navigation', { name: 'Views' }).getByRole('link', { name: 'Recipes' }).click();
  await settled(page);
};

test('a look is saved as a recipe and applied to another job, which then prints the same', async ({ page }) => {
  const photo = await softPhoto(600, 420);
  const first = await smallJob(page);
  await dropPicture(page, 'photo.jpg', 'image/jpeg', photo);
  await page.getByRole('radio', { name: 'Lines' }).click();
  await type(page, 'Frequency', '22 lpi');
  await type(page, 'Angle', '12');
  await openRecipes(page);
  const save = page.getByRole('form', { name: 'Save this look' });
  await save.getByLabel('Name').fill('Tidal lines');
  await save.getByLabel('Tags').fill('sea, wide');
  await save.getByRole('button', { name: 'Save the recipe' }).click();
  await expect(page.getByRole('button', { name: 'Apply Tidal lines' })).toBeVisible();

  const second = await smallJob(page);
  await dropPicture(page, 'photo.jpg', 'image/jpeg', photo);
  await openRecipes(page);
  await page.getByLabel('Search recipes').fill('sea tidal');
  await expect(page.getByTestId('recipe-list').getByRole('listitem')).toHaveCount(1);
  await page.getByRole('button', { name: 'Apply Tidal lines' }).click();
  await saved(page);
  await settled(page);
  const { document } = await storedJob(page, second);
  expect(document.passes[0]!.fills[0].screen).toMatchObject({ family: 'lines', angle: 12 });
  const [a, b] = [await sheetFile(page, first), await sheetFile(page, second)];
  expect(Buffer.compare(a, b)).toBe(0);

  // One step of undo takes it back.
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
  await saved(page);
  expect((await storedJob(page, second)).document.passes[0]!.fills[0].screen.family).toBe('dots');
});

test('a recipe is tried on the sheet while the pointer rests on it, and nothing is changed until it is taken', async ({
  page,
}) => {
  const id = await smallJob(page);
  await dropPicture(page, 'photo.jpg', 'image/jpeg', await softPhoto(600, 420));
  await openRecipes(page);
  const trial = page.getByTestId('recipe-trial');
  const print = card(page, 'newspaper-wire-photograph');
  // It is printed on the artist's own picture.
  await expect(print.locator('canvas')).toHaveAttribute('data-drawn', 'yes', { timeout: 30_000 });
  await settled(page);
  const before = { look: await sheetLook(page), job: await storedJob(page, id) };
  await print.hover();
  await expect(trial).toHaveAttribute('data-trying', 'yes');
  await settled(page);
  await expect.poll(() => sheetLook(page)).not.toBe(before.look);
  await page.mouse.move(1200, 700);
  await expect(trial).toHaveAttribute('data-trying', 'no');
  await settled(page);
  await expect.poll(() => sheetLook(page)).toBe(before.look);
  expect(await storedJob(page, id)).toEqual(before.job);

  // With the keyboard too: the focus tries, Enter takes.
  await print.getByRole('button', { name: 'Apply Wire photograph' }).focus();
  await expect(trial).toHaveAttribute('data-trying', 'yes');
  await page.keyboard.press('Enter');
  await saved(page);
  const { document } = await storedJob(page, id);
  expect(document.sheet.stock.name).toBe('Newsprint');
  expect(document.passes.map((p) => p.name)).toEqual(['Newspaper black']);
  expect(document.passes[0]!.fills[0].feed.picture).toBe(before.job.document.pictures[0]!.id);
});

test('a recipe goes into one pass, is mixed with another, exported, opened, renamed and deleted', async ({ page }) => {
  const id = await smallJob(page);
  await dropPicture(page, 'photo.jpg', 'image/jpeg', await softPhoto(600, 420));
  await openRecipes(page);
  await page.getByRole('radio', { name: 'One pass' }).click();
  await page.getByRole('button', { name: 'Apply Tone sheets' }).click();
  await saved(page);
  expect((await storedJob(page, id)).document.passes).toHaveLength(1);
  await page.getByRole('radio', { name: 'The whole job' }).click();

  const mixing = card(page, 'poster-three-inks');
  await mixing.scrollIntoViewIfNeeded();
  await mixing.hover();
  await mixing.getByRole('button', { name: 'About Three inks' }).click();
  const mix = page.getByRole('region', { name: 'Mix' });
  await mix.getByLabel('Inks').uncheck();
  await mix.getByLabel('Screen').check();
  await mix.getByLabel('The other recipe').selectOption({ label: 'Copper engraving' });
  await expect(page.getByTestId('recipe-trial')).toContainText('Three inks with Copper engraving');
  await mix.getByRole('button', { name: 'Apply the mixture' }).click();
  await saved(page);
  const { document } = await storedJob(page, id);
  expect(document.passes.map((p) => [p.ink.name, p.fills[0].screen.family])).toEqual([
    ['Lamp yellow', 'lines'],
    ['Kite red', 'lines'],
    ['Harbour blue', 'lines'],
  ]);

  await mix.getByRole('button', { name: 'Save it' }).click();
  const name = page.getByLabel('Name of the recipe');
  await expect(name).toHaveValue('Three inks with Copper engraving');
  await name.fill('Engraved poster');
  await name.press('Enter');
  await expect(page.getByRole('button', { name: 'Apply Engraved poster' })).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Export' }).click();
  const bytes = readFileSync((await (await download).path())!);
  expect(JSON.parse(bytes.toString())).toMatchObject({ format: 'chromatype-recipe', name: 'Engraved poster' });

  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Apply Engraved poster' })).toHaveCount(0);
  await dropFile(page, 'engraved.recipe.json', 'application/json', bytes);
  await expect(page.getByRole('button', { name: 'Apply Engraved poster' })).toHaveCount(1);
  await dropFile(page, 'broken.recipe.json', 'application/json', bytes.subarray(0, 400));
  await expect(
    page.getByText('broken.recipe.json: This file is no recipe, or it is cut short: export it again.'),
  ).toBeVisible();

  const own = page.locator('[data-recipe]').filter({ hasText: 'Engraved poster' });
  await own.hover();
  await own.getByRole('button', { name: 'Make Engraved poster a favourite' }).click();
  await page.getByRole('radio', { name: 'Favourites' }).click();
  await expect(page.getByTestId('recipe-list').getByRole('listitem')).toHaveCount(1);
});

test('a job without a picture shows recipes on a ramp', async ({ page }) => {
  await newJob(page);
  await openRecipes(page);
  await expect(card(page, 'newspaper-front-page').locator('canvas')).toHaveAttribute('data-drawn', 'yes', {
    timeout: 30_000,
  });
});
