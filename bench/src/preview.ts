import { readFileSync } from 'node:fs';
import { basename } from 'node:path';
import { createJob, createPass, type Job, filePicture, fillOf, withFill, MM_PER_INCH } from '@chromatype/core';
import type { Page } from '@playwright/test';
import { bendDragRows } from './bend-drags.ts';
import { markDragRows } from './mark-drags.ts';
import { manyFillsRows } from './many-fills.ts';
import { dialRim, drag, dragRows, STEPS, type Stored, settled } from './dragging.ts';
import { launchChromium } from './chromium.ts';
import { processJob } from './separation.ts';
import { startServer } from './server.ts';
import { ms, percentile, type Row } from './statistics.ts';

const PORT = 4392;

async function send<T>(address: string, path: string, body: BodyInit, type: string): Promise<T> {
  const response = await fetch(`${address}${path}`, { method: 'POST', body, headers: { 'Content-Type': type } });
  if (!response.ok) throw new Error(await response.text());
  return (await response.json()) as T;
}

/** Four passes on a sheet of 24 megapixels that read the picture's lightness, red, green and blue. */
function fourPasses({ hash, width, height }: Stored): Job {
  const base = createJob('Bench', 'p0');
  const parts = ['b', 'g', 'r', 'lightness'] as const;
  return {
    ...base,
    sheet: { ...base.sheet, width: (6000 / 300) * MM_PER_INCH, height: (4000 / 300) * MM_PER_INCH, ppi: 300 },
    pictures: [filePicture({ id: 'a', name: 'a', hash, width, height })],
    passes: parts.map((part, k) => {
      const pass = createPass(`p${k}`, k, 'a');
      return withFill(pass, { feed: { ...fillOf(pass).feed, part } });
    }),
  };
}

/** Opens the free curve of the Tone station. */
async function openCurve(page: Page): Promise<void> {
  await page.waitForTimeout(2000);
  await page.getByRole('button', { name: 'More of Tone' }).click();
  await page.getByRole('button', { name: /^Curve/ }).click();
  await page.getByTestId('curve').scrollIntoViewIfNeeded();
  await page.waitForTimeout(1000);
}

/** A new point of the free curve, or the one that is there, in display pixels. */
async function curvePoint(page: Page): Promise<readonly [number, number]> {
  const box = (await page.getByTestId('curve').boundingBox())!;
  const [px, py] = [box.x + box.width * 0.5, box.y + 190 * 0.4];
  await page.mouse.click(px, py);
  await settled(page);
  await page.waitForTimeout(500);
  return [px, py];
}

/** A sheet of 5 × 5 strips of an inch: to the first of them, and to all. Begins with `from` lpi. */
async function stripRows(page: Page, from: number): Promise<Row[]> {
  const [first, all]: number[][] = [[], []];
  for (let turn = 0; turn < 5; turn++) {
    await page.waitForTimeout(700);
    await page.evaluate(() => performance.clearMeasures());
    // Other values each time, so that nothing is remembered.
    const field = page.getByRole('region', { name: 'Across' }).getByLabel('from').and(page.locator('input'));
    await field.fill(String(from + turn));
    await field.press('Enter');
    await page.getByRole('button', { name: 'Make strips' }).click();
    await page.waitForFunction(() => performance.getEntriesByName('strips all').length > 0, null, { timeout: 60_000 });
    const took = (name: string) => page.evaluate((n) => performance.getEntriesByName(n)[0]!.duration, name);
    first!.push(await took('strips first'));
    all!.push(await took('strips all'));
  }
  const row = (what: string, times: number[], most: number): Row => ({
    work: `5 × 5 strips of an inch, 24 MP, four passes: ${what}`,
    measured: `median ${ms(percentile(times, 0.5))}, most ${ms(Math.max(...times))}`,
    asked: `${most} ms`,
    holds: Math.max(...times) <= most,
    value: Math.max(...times),
  });
  return [row('first', first!, 150), row('all', all!, 2000)];
}

/** An ink of a process separation, its colour moved through the picker: every step separates the picture anew. */
async function inkRows(page: Page): Promise<Row[]> {
  const picker = page.getByLabel('Ink colour: pick');
  await picker.focus();
  await page.evaluate(() => performance.clearMeasures());
  for (let k = 0; k < 2 * STEPS; k++) {
    await picker.evaluate(
      (input, blue) => {
        // As React sees a hand in the picker.
        const { set } = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!;
        set!.call(input, `#00a1${blue.toString(16)}`);
        input.dispatchEvent(new Event('input', { bubbles: true }));
      },
      0xa0 + (k % STEPS),
    );
    await page.waitForTimeout(16);
  }
  await settled(page);
  const first = await page.evaluate(() => performance.getEntriesByName('preview first').map((m) => m.duration));
  return [
    {
      work: 'ink colour of a process separation, 24 MP: first picture',
      measured: `p50 ${ms(percentile(first, 0.5))}, p95 ${ms(percentile(first, 0.95))} (${first.length})`,
      asked: '(for information)',
      holds: true,
    },
  ];
}

/** Choices on an A5 sheet, not drags: until a first picture of the new state is there, and until it settles. */
async function choiceRows(page: Page): Promise<Row[]> {
  const choices: readonly (readonly [string, () => Promise<unknown>])[] = [
    ['a made picture: Noise', () => page.getByLabel('Picture of this pass').selectOption('make noise')],
    ['Grain over Noise', () => page.getByRole('radio', { name: 'Grain', exact: true }).click()],
    ['Lines over Noise', () => page.getByRole('radio', { name: 'Lines', exact: true }).click()],
    ['back to Dots', () => page.getByRole('radio', { name: 'Dots', exact: true }).click()],
  ];
  const rows: Row[] = [];
  for (const [name, choose] of choices) {
    const close = page.locator('[data-mode=open]').getByRole('button', { name: /^More of/ });
    if ((await close.count()) > 0) await close.click();
    await page.waitForTimeout(1500);
    await page.evaluate(() => performance.clearMeasures());
    await choose();
    await settled(page);
    const took = (stage: string) =>
      page.evaluate(
        (n) => performance.getEntriesByName(n).at(-1)?.duration ?? Number.POSITIVE_INFINITY,
        `preview ${stage}`,
      );
    const [first, whole] = [await took('first'), await took('settled')];
    rows.push({
      work: `choice on an A5 sheet: ${name}, first picture`,
      measured: `${ms(first)}; settled after ${ms(whole)}`,
      asked: '200 ms',
      holds: first <= 200,
      value: first,
    });
  }
  return rows;
}

type Again = (measure: () => Promise<Row[]>) => Promise<Row[]>;

/** Times from a gesture to the first and to the settled picture, in a real browser. `again` repeats what missed. */
export async function previewRows(picture: string, folder: string, again: Again): Promise<Row[]> {
  const server = await startServer(folder, PORT);
  const { address } = server;
  const browser = await launchChromium();
  const newJob = async (document: Job): Promise<string> =>
    (await send<{ id: string }>(address, '/api/jobs', JSON.stringify({ document }), 'application/json')).id;
  try {
    const stored = await send<Stored>(
      address,
      `/api/pictures?name=${basename(picture)}`,
      readFileSync(picture),
      'application/octet-stream',
    );
    const id = await newJob(fourPasses(stored));
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const open = async (path: string) => {
      await page.goto(`${address}${path}`);
      await settled(page);
      await page.waitForTimeout(3000);
    };
    await open(`/jobs/${id}?pass=p1`);
    const slider = (await page.getByRole('slider', { name: 'Highlights', exact: true }).boundingBox())!;
    const [x, y] = [slider.x + slider.width / 2, slider.y + slider.height / 2];
    const rows = await again(async () => dragRows('tone slider', await drag(page, [x, y], (k) => [x + k, y])));
    await page.waitForTimeout(2000);
    const rim = await dialRim(page);
    rows.push(...(await again(async () => dragRows('screen dial', await drag(page, rim(75), (k) => rim(75 + 2 * k))))));
    await openCurve(page);
    rows.push(
      ...(await again(async () => {
        const point = await curvePoint(page);
        return dragRows('curve', await drag(page, point, (k) => [point[0] + k, point[1]]));
      })),
    );
    await page.goto(`${address}/jobs/${id}/strips?pass=p1`);
    await page.waitForFunction(() => performance.getEntriesByName('strips all').length > 0);
    await page.getByLabel('Setting down').selectOption('tone.middle');
    const count = page.getByRole('region', { name: 'Down' }).getByLabel('strips').and(page.locator('input'));
    await count.fill('5');
    await count.press('Enter');
    let lpi = 14;
    rows.push(
      ...(await again(async () => {
        lpi += 5;
        return stripRows(page, lpi);
      })),
    );
    rows.push(...(await manyFillsRows(page, { newJob, open, again })));
    rows.push(...(await markDragRows(page, stored, { newJob, open, again })));
    rows.push(...(await bendDragRows(page, fourPasses(stored), { newJob, open, again })));
    const plain = processJob();
    const { hash, width, height } = stored;
    const job: Job = { ...plain, pictures: plain.pictures.map((p) => ({ ...p, hash, width, height })) };
    const process = await newJob(job);
    await open(`/jobs/${process}?pass=${job.passes.find((p) => p.on)!.id}`);
    rows.push(...(await inkRows(page)));
    rows.push(
      ...(await again(async () => {
        const a5 = await newJob({
          ...createJob('A5', 'p'),
          sheet: { ...createJob('A5', 'p').sheet, width: 210, height: 148 },
        });
        await open(`/jobs/${a5}`);
        return choiceRows(page);
      })),
    );
    return rows;
  } finally {
    await browser.close();
    server.stop();
  }
}
