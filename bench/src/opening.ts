import { execFile } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import type { Browser } from '@playwright/test';
import { launchChromium } from './chromium.ts';
import { startServer } from './server.ts';
import { median, ms, percentile, type Row } from './statistics.ts';

const PORT = 4394;
const ROUNDS = 5;
/** What is looked at before a job is opened: its card on the Shelf. */
const LOOKING = 2500;

/** Demo jobs that are opened, by their titles. */
const JOBS = [
  { title: 'Kite Week poster', called: 'the poster' },
  { title: 'Harbour postcard', called: 'the 600 ppi postcard' },
] as const;

/** What is seen after the click, and the most milliseconds until then. */
const SEEN = [
  { name: 'stored', called: 'the stored small print', most: 300 },
  { name: 'first', called: 'a first picture', most: 1000 },
  { name: 'settled', called: 'the settled picture', most: 2500 },
] as const;

/** Opens a job from the Shelf in a new window and gives the milliseconds from the click to each thing that is seen. */
async function open(browser: Browser, address: string, title: string): Promise<Record<string, number>> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  try {
    await page.goto(address);
    await page.waitForFunction(() => document.images.length > 2 && !document.querySelector('[aria-busy=true]'));
    await page.waitForTimeout(LOOKING);
    await page.getByRole('link', { name: title }).first().click({ noWaitAfter: true });
    await page.waitForSelector('[data-testid=sheet][data-stage=settled]', { timeout: 60_000 });
    return await page.evaluate(() =>
      Object.fromEntries(
        performance
          .getEntriesByType('measure')
          .filter((m) => m.name.startsWith('opening '))
          .map((m) => [m.name.slice('opening '.length), m.duration]),
      ),
    );
  } finally {
    await context.close();
  }
}

/** How long it takes from the click on a demo job until its stored print, a first and the settled picture are seen. */
export async function openingRows(demo: string): Promise<Row[]> {
  const data = mkdtempSync(join(tmpdir(), 'chromatype-opening-'));
  const server = await startServer(data, PORT);
  const browser = await launchChromium();
  try {
    await promisify(execFile)(process.execPath, ['demo/dist/main.js', demo, server.address]);
    const rows: Row[] = [];
    for (const { title, called } of JOBS) {
      // The first time the server makes the small prints.
      await open(browser, server.address, title);
      const times = [];
      for (let k = 0; k < ROUNDS; k++) times.push(await open(browser, server.address, title));
      for (const seen of SEEN) {
        const all = times.map((t) => t[seen.name] ?? Number.POSITIVE_INFINITY);
        const value = median(all);
        rows.push({
          work: `first look of a job, ${called}: ${seen.called}, from the click, 1280 × 800`,
          measured: `median ${ms(value)}, ${ms(Math.min(...all))} to ${ms(percentile(all, 1))} (${ROUNDS})`,
          asked: `${seen.most} ms`,
          holds: value <= seen.most,
          value,
        });
      }
    }
    return rows;
  } finally {
    await browser.close();
    server.stop();
    rmSync(data, { recursive: true, force: true });
  }
}
