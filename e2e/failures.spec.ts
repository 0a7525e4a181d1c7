import { expect, type Page, test } from '@playwright/test';
import { saved, settled, smallJob, storedJob, type } from './support/bench.ts';
import { photoJob } from './support/preview.ts';

/** Keeps the page's workers where a test can end them. */
async function keepWorkers(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const kept: Worker[] = [];
    const Own = window.Worker;
    window.Worker = class extends Own {
      constructor(...args: ConstructorParameters<typeof Own>) {
        super(...args);
        kept.push(this);
      }
    };
    Object.assign(window, { kept });
  });
}

/** Ends every worker; returns how many there were. */
const endWorkers = (page: Page): Promise<number> =>
  page.evaluate(() => {
    const { kept } = window as unknown as { kept: Worker[] };
    for (const worker of kept) worker.terminate();
    return kept.splice(0).length;
  });

/** A number that stands for every pixel of the sheet's canvas. */
const pixels = (page: Page): Promise<number> =>
  page.getByTestId('sheet').evaluate((canvas: HTMLCanvasElement) => {
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
    return data.reduce((sum, v, k) => (sum * 31 + v + (k & 255)) % 1000003, 7);
  });

test('workers that are killed are started anew, and the sheet prints what it printed before', async ({ page }) => {
  await keepWorkers(page);
  await photoJob(page);
  await settled(page);
  const before = await pixels(page);
  expect(await endWorkers(page)).toBeGreaterThan(3);
  await type(page, 'Angle', '10');
  await settled(page);
  expect(await pixels(page)).not.toBe(before);
  await type(page, 'Angle', '45');
  await settled(page);
  expect(await pixels(page)).toBe(before);
});

test('a sheet that no worker can print is said, keeps its last picture, and prints when asked again', async ({
  page,
}) => {
  await keepWorkers(page);
  await photoJob(page);
  await settled(page);
  const sheet = page.getByTestId('sheet');
  // Workers that are started from now on die at once.
  await page.evaluate(() => {
    const Own = window.Worker;
    const broken = class extends Own {
      constructor() {
        super(URL.createObjectURL(new Blob(['throw new Error("no memory")'], { type: 'text/javascript' })));
      }
    };
    Object.assign(window, { Worker: broken, mend: () => Object.assign(window, { Worker: Own }) });
  });
  const before = await pixels(page);
  await endWorkers(page);
  await type(page, 'Angle', '10');
  await expect(sheet).toHaveAttribute('data-stage', 'failed');
  await expect(page.getByRole('alert')).toContainText('could not be printed');
  expect(await pixels(page)).toBe(before);
  await page.evaluate(() => (window as unknown as { mend(): void }).mend());
  await page.getByRole('button', { name: 'Print again' }).click();
  await settled(page);
  await expect(page.getByRole('alert')).toHaveCount(0);
  expect(await pixels(page)).not.toBe(before);
});

test('a view that stops with an error says so, and the way back loses neither work nor undo', async ({ page }) => {
  const id = await smallJob(page);
  await saved(page);
  // Nothing reaches the server until the view has failed.
  await page.route('**/api/jobs/*', (route) => (route.request().method() === 'PUT' ? route.abort() : route.continue()));
  await type(page, 'Angle', '21');
  await page.evaluate(() => {
    window.ResizeObserver = class {
      constructor() {
        throw new Error('The view is broken.');
      }
    } as unknown as typeof ResizeObserver;
  });
  await page.getByRole('link', { name: 'Plates' }).click();
  const alert = page.getByRole('alert');
  await expect(alert).toContainText('This view stopped with an error');
  await expect(alert).toContainText('The view is broken.');
  await page.unroute('**/api/jobs/*');
  await page.getByRole('button', { name: 'Open the view again' }).click();
  await page.getByRole('link', { name: 'Bench' }).click();
  await settled(page);
  await expect(page.getByLabel('Angle', { exact: true })).toHaveValue('21°');
  await saved(page);
  expect((await storedJob(page, id)).document.passes[0]!.fills[0].screen.angle).toBe(21);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Angle', { exact: true })).toHaveValue('45°');
});

test('a view whose code cannot be fetched leads back to the Shelf', async ({ page }) => {
  await page.goto('/');
  await page.route('**/assets/Swatches-*.js', (route) => route.abort());
  await page.getByRole('button', { name: 'Swatches' }).click();
  await expect(page.getByRole('alert')).toContainText('This view stopped with an error');
  await page.getByRole('link', { name: 'To the Shelf' }).click();
  await expect(page).toHaveURL(/\/$/);
});
