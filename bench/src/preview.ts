import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { basename } from 'node:path';
import { createJob, createPass, type Job, filePicture, fillOf, withFill, MM_PER_INCH } from '@chromatype/core';
import type { Page } from '@playwright/test';
import { launchChromium } from './chromium.ts';
import { processJob } from './separation.ts';
import { ms, percentile, type Row } from './statistics.ts';

const PORT = 4392;
const ADDRESS = `http://127.0.0.1:${PORT}`;
const ROUNDS = 12;
const STEPS = 60;

interface Stored {
  readonly hash: string;
  readonly width: number;
  readonly height: number;
}

async function send<T>(path: string, body: BodyInit, type: string): Promise<T> {
  const response = await fetch(`${ADDRESS}${path}`, { method: 'POST', body, headers: { 'Content-Type': type } });
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

async function startServer(data: string): Promise<() => void> {
  const server = spawn(process.execPath, ['server/dist/main.js'], {
    env: { ...process.env, CHROMATYPE_DATA: data, CHROMATYPE_PORT: String(PORT), CHROMATYPE_HOST: '127.0.0.1' },
    stdio: 'ignore',
  });
  for (let k = 0; k < 100; k++) {
    if (
      await fetch(`${ADDRESS}/api/jobs`).then(
        (r) => r.ok,
        () => false,
      )
    )
      return () => server.kill();
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  server.kill();
  throw new Error('The server did not start.');
}

const settled = (page: Page) => page.waitForSelector('[data-testid=sheet][data-stage=settled]', { timeout: 60_000 });

/** Drags as a hand does, a move each 16 ms, then rests; gives the times to first and to settled pictures. */
async function drag(
  page: Page,
  from: readonly [number, number],
  at: (k: number) => readonly [number, number],
): Promise<{ first: number[]; settled: number[] }> {
  await page.evaluate(() => performance.clearMeasures());
  const settledTimes: number[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    await page.mouse.move(...from);
    await page.mouse.down();
    for (let k = 1; k <= STEPS / 3; k++) {
      await page.mouse.move(...at(round % 2 ? STEPS / 3 - k : k));
      await page.waitForTimeout(16);
    }
    await page.waitForTimeout(10);
    await settled(page);
    await page.mouse.up();
    await page.waitForTimeout(300);
  }
  const first = await page.evaluate(() => performance.getEntriesByName('preview first').map((m) => m.duration));
  settledTimes.push(
    ...(await page.evaluate(() => performance.getEntriesByName('preview settled').map((m) => m.duration))),
  );
  return { first, settled: settledTimes };
}

function rowsOf(name: string, times: { first: number[]; settled: number[] }): Row[] {
  const row = (what: string, numbers: number[], most: number): Row => {
    const [p50, p95] = [percentile(numbers, 0.5), percentile(numbers, 0.95)];
    return {
      work: `${name}: ${what}, 24 MP, four passes, 1280 × 800`,
      measured: `p50 ${ms(p50)}, p95 ${ms(p95)} (${numbers.length}), ${(most / p95).toFixed(2)} × of the time asked`,
      asked: `p95 ${most} ms`,
      holds: p95 <= most,
    };
  };
  return [row('first picture', times.first, 50), row('settled', times.settled, 250)];
}

/** A point of the free curve, dragged to and fro. */
async function curveDrag(page: Page): Promise<{ first: number[]; settled: number[] }> {
  await page.waitForTimeout(2000);
  await page.getByRole('button', { name: 'More of Tone' }).click();
  await page.getByRole('button', { name: /^Curve/ }).click();
  await page.getByTestId('curve').scrollIntoViewIfNeeded();
  await page.waitForTimeout(1000);
  const box = (await page.getByTestId('curve').boundingBox())!;
  const [px, py] = [box.x + box.width * 0.5, box.y + 190 * 0.4];
  await page.mouse.click(px, py);
  await settled(page);
  await page.waitForTimeout(500);
  return drag(page, [px, py], (k) => [px + k, py]);
}

/** A sheet of 5 × 5 strips of an inch: to the first of them, and to all. */
async function stripRows(page: Page, id: string): Promise<Row[]> {
  const [first, all]: number[][] = [[], []];
  await page.goto(`${ADDRESS}/jobs/${id}/strips?pass=p1`);
  await page.getByLabel('Setting down').selectOption('tone.middle');
  // The time it takes to choose settings; workers warm up meanwhile.
  await page.waitForTimeout(1500);
  for (let turn = 0; turn < 5; turn++) {
    await page.waitForTimeout(700);
    await page.evaluate(() => performance.clearMeasures());
    // Other values each time, so that nothing is remembered.
    const from = page.getByRole('region', { name: 'Across' }).getByLabel('from').and(page.locator('input'));
    await from.fill(String(14 + turn));
    await from.press('Enter');
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
  });
  return [row('first', first!, 150), row('all', all!, 2000)];
}

/** An ink of a process separation, its colour moved through the picker: every step separates the picture anew. */
async function inkRows(page: Page, { hash, width, height }: Stored): Promise<Row[]> {
  const plain = processJob();
  const job: Job = { ...plain, pictures: plain.pictures.map((p) => ({ ...p, hash, width, height })) };
  const { id } = await send<{ id: string }>('/api/jobs', JSON.stringify({ document: job }), 'application/json');
  await page.goto(`${ADDRESS}/jobs/${id}?pass=${job.passes.find((p) => p.on)!.id}`);
  await settled(page);
  await page.waitForTimeout(3000);
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

/** Times from a drag to the first and to the settled picture, in a real browser. */
export async function previewRows(picture: string, folder: string): Promise<Row[]> {
  const stop = await startServer(folder);
  const browser = await launchChromium();
  try {
    const stored = await send<Stored>(
      `/api/pictures?name=${basename(picture)}`,
      readFileSync(picture),
      'application/octet-stream',
    );
    const { id } = await send<{ id: string }>(
      '/api/jobs',
      JSON.stringify({ document: fourPasses(stored) }),
      'application/json',
    );
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${ADDRESS}/jobs/${id}?pass=p1`);
    await settled(page);
    await page.waitForTimeout(3000);
    const slider = (await page.getByRole('slider', { name: 'Highlights', exact: true }).boundingBox())!;
    const [x, y] = [slider.x + slider.width / 2, slider.y + slider.height / 2];
    const tone = await drag(page, [x, y], (k) => [x + k, y]);
    await page.waitForTimeout(2000);
    const dial = (await page.getByRole('slider', { name: /Screen dial/ }).boundingBox())!;
    const [cx, cy] = [dial.x + dial.width / 2, dial.y + dial.height / 2];
    const rim = (degrees: number) =>
      [cx + 69 * Math.cos((degrees * Math.PI) / 180), cy - 69 * Math.sin((degrees * Math.PI) / 180)] as const;
    const angle = await drag(page, rim(75), (k) => rim(75 + 2 * k));
    const curve = await curveDrag(page);
    const strips = await stripRows(page, id);
    const ink = await inkRows(page, stored);
    const drags = [...rowsOf('tone slider', tone), ...rowsOf('curve', curve), ...rowsOf('screen dial', angle)];
    return [...drags, ...strips, ...ink];
  } finally {
    await browser.close();
    stop();
  }
}
