import { readFileSync } from 'node:fs';
import { createJob } from '@chromatype/core';
import { closeStations } from './sheet.ts';
import { expect, type Page } from '@playwright/test';

/** Drops a file on the page as an artist does from a folder. */
export async function dropFile(page: Page, name: string, type: string, bytes: Buffer): Promise<void> {
  // The browser calls a page loaded before React has drawn it; nobody drops a file on an empty page.
  await page.locator('#root > *').first().waitFor();
  const data = await page.evaluateHandle(
    ([fileName, mime, base64]) => {
      const transfer = new DataTransfer();
      const raw = Uint8Array.from(atob(base64!), (c) => c.charCodeAt(0));
      transfer.items.add(new File([raw], fileName!, { type: mime }));
      return transfer;
    },
    [name, type, bytes.toString('base64')],
  );
  await page.dispatchEvent('body', 'dragover', { dataTransfer: data });
  await page.dispatchEvent('body', 'drop', { dataTransfer: data });
}

export const settled = (page: Page): Promise<void> =>
  expect(page.getByTestId('sheet')).toHaveAttribute('data-stage', 'settled', { timeout: 30_000 });

/** Drops a picture on an open job, and waits until the chosen pass has it and the sheet shows it. */
export async function dropPicture(page: Page, name: string, type: string, bytes: Buffer): Promise<void> {
  const chosen = page.getByLabel('Picture of this pass');
  const before = await chosen.inputValue();
  await dropFile(page, name, type, bytes);
  await expect(chosen).not.toHaveValue(before, { timeout: 30_000 });
  await settled(page);
}

export const saved = (page: Page): Promise<void> =>
  expect(page.getByTestId('save-state')).toHaveAttribute('data-state', 'saved');

/** Types a value into a number field and leaves it. If an open station hides the field, it is closed first. */
export async function type(page: Page, label: string, text: string): Promise<void> {
  const field = page.getByLabel(label, { exact: true }).and(page.locator('input'));
  if ((await field.count()) === 0) await closeStations(page);
  await field.fill(text);
  await field.press('Enter');
}

const passes = (page: Page) => page.getByRole('button', { name: /^Pass / });

/** Adds a pass and waits until it is the chosen one: the chain changes over a moment later. */
export async function addPass(page: Page): Promise<void> {
  const count = await passes(page).count();
  await page.getByRole('button', { name: 'Add a pass' }).click();
  await expect(passes(page)).toHaveCount(count + 1);
  await expect(passes(page).last()).toHaveAttribute('aria-pressed', 'true');
}

/** Chooses a pass by the beginning of its name, and waits until it is chosen. */
export async function choosePass(page: Page, name: string): Promise<void> {
  const patch = passes(page)
    .and(page.getByLabel(new RegExp(`^Pass ${name}`)))
    .first();
  await patch.click();
  await expect(patch).toHaveAttribute('aria-pressed', 'true');
}

/** A new job of the Shelf, opened on the Bench. Returns its id. */
export async function newJob(page: Page): Promise<string> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New job', exact: true }).click();
  await page.waitForURL(/\/jobs\/[0-9a-f-]+/);
  await settled(page);
  return /jobs\/([0-9a-f-]+)/.exec(page.url())![1]!;
}

/** A new job on a small sheet, for what takes long on a large one. Returns its id. */
export async function smallJob(page: Page): Promise<string> {
  const base = createJob('Small', 'p');
  const document = { ...base, sheet: { ...base.sheet, width: 105, height: 74 } };
  const made = await page.request.post('/api/jobs', { data: { document } });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/jobs/${id}`);
  await settled(page);
  return id;
}

/** Makes an output in the panel and returns the file that the browser saves. */
export async function makeOutput(page: Page, what: RegExp): Promise<{ name: string; bytes: Buffer }> {
  // The panel is what counts: the address follows it.
  const panel = page.getByRole('region', { name: 'Output' });
  // A panel that was just closed may be in sight for a moment longer.
  await expect(async () => {
    if (!(await panel.isVisible())) await page.getByRole('button', { name: 'Output', exact: true }).click();
    await panel.getByRole('radio', { name: what }).click({ timeout: 3000 });
  }).toPass({ timeout: 60_000 });
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: /^Make (PNG|PDF|TIF|ZIP|JPG|WEBP|ORA|SVG|DXF|CSV)$/ }).click();
  const file = await download;
  return { name: file.suggestedFilename(), bytes: readFileSync((await file.path())!) };
}

/** The job document as the server has it. */
export async function storedJob(page: Page, id: string) {
  const response = await page.request.get(`/api/jobs/${id}`);
  return (await response.json()) as { version: number; document: import('@chromatype/core').Job };
}

/** Lays further jobs like one on the Shelf, under titles of their own. */
export async function jobsLike(page: Page, id: string, titles: readonly string[]): Promise<void> {
  const { document } = await storedJob(page, id);
  for (const title of titles) await page.request.post('/api/jobs', { data: { document: { ...document, title } } });
}
