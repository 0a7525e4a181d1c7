import { execFileSync } from 'node:child_process';
import { expect, test } from '@playwright/test';
import { dropPicture, saved, smallJob, storedJob } from './support/bench.ts';
import { harbourPhoto, shirtArt, splitInto } from './support/split.ts';

test('swatches: measured inks come from a table, go out as JSON, and split a picture', async ({ page }) => {
  await page.goto('/swatches');
  const open = async (name: string, text: string) => {
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Open .json, .gpl or .csv' }).click();
    await (await chooser).setFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
  };
  await open('broken.csv', 'Fern,148,0,0\n');
  await expect(page.getByText(/broken\.csv: Row 1 is not a swatch/)).toBeVisible();
  await open('Pier.csv', 'Name,L,a,b\nPaper,92,0,3\nFern,48,-38,22\nPlum,30,38,-20\n');
  await expect(page.getByRole('list', { name: 'Inks in print order' }).getByRole('listitem')).toHaveCount(2);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save .json' }).click();
  const file = (await (await download).path())!;
  const set = JSON.parse(execFileSync('cat', [file], { encoding: 'utf8' }));
  expect([set.label, set.inks[0].name, set.inks[0].measured.lab]).toEqual(['Pier', 'Fern', [48, -38, 22]]);

  const id = await smallJob(page);
  await dropPicture(page, 'harbour.jpg', 'image/jpeg', await harbourPhoto());
  await splitInto(page, 'Pier');
  const passes = (await storedJob(page, id)).document.passes.filter((p) => p.on);
  expect(passes.map((p) => p.ink.name)).toEqual(['Fern', 'Plum']);

  await page.goto('/swatches');
  await page.getByRole('button', { name: 'Pier' }).click();
  await page.getByRole('button', { name: 'Delete' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('list', { name: 'Own sets' }).getByRole('button', { name: 'Pier' })).toBeVisible();
});

test('a set of the studio’s own names its stock; the Bench offers it, and a split lays it under the job', async ({
  page,
}) => {
  await page.goto('/swatches?set=night-shirt');
  await page.getByRole('button', { name: 'Make an own copy' }).click();
  const name = page.getByLabel('Name of the stock');
  await name.fill('Oil cloth');
  await name.press('Enter');
  const colour = page.getByLabel('Colour of the stock: hex');
  await colour.fill('#123a2e');
  await colour.press('Enter');
  await expect(page.getByRole('heading', { name: /On each other, on oil cloth/ })).toBeVisible();
  // The base can be taken away and laid again.
  const inks = page.getByRole('list', { name: 'Inks in print order' }).getByRole('listitem');
  await page.getByRole('button', { name: 'Remove Base white' }).click();
  await expect(inks).toHaveCount(3);
  await expect(page.getByRole('button', { name: 'Gull yellow earlier' })).toBeDisabled();
  await page.getByRole('button', { name: 'Gull yellow later' }).click();
  await expect(inks.first().getByLabel('Name of the ink')).toHaveValue('Signal red');
  await page.getByRole('button', { name: 'Gull yellow earlier' }).click();
  await expect(inks.first().getByLabel('Name of the ink')).toHaveValue('Gull yellow');
  await page.getByRole('button', { name: 'Add a base' }).click();
  await expect(inks).toHaveCount(4);
  await page.reload();
  await expect(page.getByLabel('Name of the stock')).toHaveValue('Oil cloth');
  await expect(page.getByLabel('Texture')).toHaveValue('cloth');

  const id = await smallJob(page);
  await page
    .getByRole('button', { name: /^Stock/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Stock: Oil cloth' }).click();
  await saved(page);
  expect((await storedJob(page, id)).document.sheet.stock).toMatchObject({ name: 'Oil cloth', colour: '#123a2e' });
  await page.getByRole('button', { name: 'Stock: White' }).click();
  await page.getByRole('button', { name: /^Pass/ }).first().click();
  await dropPicture(page, 'art.png', 'image/png', await shirtArt(600, 400));
  await splitInto(page, 'Night shirt, three inks and a base copy');
  const { stock } = (await storedJob(page, id)).document.sheet;
  expect([stock.name, stock.colour, stock.texture]).toEqual(['Oil cloth', '#123a2e', 'cloth']);
});
