import { join } from 'node:path';
import type { Page } from '@playwright/test';

/** What is needed to take pictures of views. */
export interface Shots {
  readonly page: Page;
  readonly address: string;
  /** Folder of the demo pictures. */
  readonly demo: string;
  readonly settled: () => Promise<void>;
  readonly openJob: (title: string, view?: string) => Promise<void>;
  readonly shot: (name: string) => Promise<unknown>;
}

/** Recipes on the harbour, one of them tried; a scan that is matched; a press that is measured; versions side by side; a batch and its run. */
export async function recipeShots({ page, address, demo, settled, openJob, shot }: Shots): Promise<void> {
  await openJob('Kite Week poster', '/recipes?recipe=comic-four-colours');
  await settled();
  await page.waitForFunction(
    () => [...document.querySelectorAll('[data-recipe] canvas')].slice(0, 8).every((c) => c.getAttribute('data-drawn')),
    null,
    { timeout: 120_000 },
  );
  await page.hover('[data-recipe=newspaper-wire-photograph]');
  await page.waitForSelector('[data-testid=recipe-trial][data-trying=yes]');
  await settled();
  await shot('recipes');
  await openJob('Kite Week poster', '/match');
  const scan = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Choose a scan' }).click();
  await (await scan).setFiles(join(demo, 'postcard-scan.png'));
  await page.waitForSelector('[data-testid=sheet-beside][data-stage=settled]', { timeout: 120_000 });
  await page.getByRole('button', { name: 'Take it' }).click();
  await settled();
  await shot('match');
  await openJob('Kite Week poster', '/calibrate');
  await page.getByRole('button', { name: 'Print on the stand-in press' }).click();
  await page.waitForSelector('[data-testid=measured-ink]', { timeout: 240_000 });
  await settled();
  await shot('calibrate');
  await openJob('Quay zine cover', '/versions');
  await settled();
  await page.getByLabel('Name of this state').fill('First proof');
  await page.getByRole('button', { name: 'Keep this state' }).click();
  await page.waitForSelector('[data-testid=sheet-beside]');
  await page.getByRole('navigation', { name: 'Views' }).getByRole('link', { name: 'Recipes' }).click();
  await page.getByRole('button', { name: 'Apply Red and blue' }).click();
  await page.getByRole('button', { name: 'Versions' }).click();
  await page.getByRole('button', { name: /^First proof/ }).click();
  await page.waitForSelector('[data-testid=sheet-beside][data-stage=settled]', { timeout: 120_000 });
  await settled();
  await shot('versions');
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await page.waitForTimeout(2000);
  await page.goto(`${address}/batch`);
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Files' }).click();
  const demoFiles = [
    'harbour-dusk.jpg',
    'studio-still-life.png',
    'quay-portrait.png',
    'kite-shirt.png',
    'flyer-tones.png',
  ];
  await (await chooser).setFiles(demoFiles.map((name) => join(demo, name)));
  await page.waitForFunction(
    (count) => document.querySelectorAll('[data-state=ready]').length === count,
    demoFiles.length,
    {
      timeout: 120_000,
    },
  );
  for (const name of ['Front page', 'Four-colour page', 'Red and blue'])
    await page.getByLabel(name, { exact: true }).check();
  await page.waitForTimeout(1000);
  await shot('batch');
  await page.getByRole('button', { name: 'Start the batch' }).click();
  await page.getByRole('button', { name: /^Prints of/ }).click();
  await page.waitForFunction(
    () => /[1-9]\d* done/.test(document.querySelector('[data-testid=batch-count]')?.textContent ?? ''),
    null,
    {
      timeout: 120_000,
    },
  );
  await shot('runs');
  await page.getByRole('button', { name: 'Cancel' }).first().click();
}
