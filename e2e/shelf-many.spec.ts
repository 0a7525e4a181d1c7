import { createJob } from '@chromatype/core';
import { expect, type Page, test } from '@playwright/test';
import { saved, settled, smallJob, storedJob, type } from './support/bench.ts';

/** Lays a job on the Shelf. */
async function lay(page: Page, title: string, tags: readonly string[] = []): Promise<string> {
  const made = await page.request.post('/api/jobs', { data: { document: createJob(title, 'p') } });
  const { id } = (await made.json()) as { id: string };
  if (tags.length > 0) await page.request.put(`/api/jobs/${id}/tags`, { data: { tags } });
  return id;
}

const search = (page: Page, text: string) => page.getByLabel('Search jobs').fill(text);
const cards = (page: Page) => page.getByTestId('shelf-list').getByRole('heading', { level: 3 });

test('jobs are found by words and tags, several are duplicated, removed and brought back from the trash', async ({
  page,
}) => {
  await lay(page, 'Quorn lantern one');
  await lay(page, 'Quorn lantern two');
  await lay(page, 'Quorn banner', ['festival of quorn']);
  await page.goto('/');
  await search(page, 'quorn lantern');
  await expect(cards(page)).toHaveText(['Quorn lantern two', 'Quorn lantern one']);
  await page.getByRole('combobox', { name: 'Order' }).selectOption('Title');
  await expect(cards(page)).toHaveText(['Quorn lantern one', 'Quorn lantern two']);

  for (const title of ['Quorn lantern one', 'Quorn lantern two']) {
    await page.getByLabel(`Print of ${title}`, { exact: true }).hover();
    await page.getByLabel(`Select ${title}`, { exact: true }).check();
  }
  await expect(page.getByText('2 selected')).toBeVisible();
  await page.getByRole('button', { name: 'Duplicate', exact: true }).click();
  await expect(cards(page)).toHaveCount(4);
  const download = page.waitForEvent('download');
  await page.getByLabel('Print of Quorn lantern one', { exact: true }).hover();
  await page.getByLabel('Select Quorn lantern one', { exact: true }).check();
  await page.getByRole('button', { name: 'Select all in sight' }).click();
  await page.getByRole('button', { name: 'Save as files' }).click();
  expect((await download).suggestedFilename()).toBe('jobs.zip');
  await page.getByRole('button', { name: 'Remove', exact: true }).click();
  await expect(page.getByText('No job has all of these words')).toBeVisible();

  await page.getByRole('button', { name: 'Trash', exact: true }).click();
  await search(page, 'quorn lantern one');
  await expect(cards(page)).toHaveCount(2);
  await page.getByRole('button', { name: 'Bring back Quorn lantern one', exact: true }).click();
  await expect(cards(page)).toHaveText(['Quorn lantern one copy']);
  await page.getByRole('button', { name: 'Delete Quorn lantern one copy for good' }).click();
  await expect(page.getByText('One job is deleted for good.')).toBeVisible();
  await page.getByRole('button', { name: 'Trash', exact: true }).click();
  await search(page, 'quorn');
  await expect(cards(page)).toHaveText(['Quorn banner', 'Quorn lantern one']);

  // A tag is found by a click, and given in a dialog.
  await page.getByRole('button', { name: 'Tags of Quorn lantern one', exact: true }).click();
  await page.getByLabel('Tags', { exact: true }).and(page.locator('input')).fill('festival of quorn, night');
  await page.getByRole('button', { name: 'Save the tags' }).click();
  await search(page, '');
  await page.getByRole('button', { name: /^festival of quorn/ }).click();
  await expect(cards(page)).toHaveText(['Quorn banner', 'Quorn lantern one']);
});

/** Milliseconds of a frame at 60 a second. */
const FRAME = 1000 / 60;
/** Milliseconds of scrolling that are measured. */
const SCROLLING = 3000;

interface TraceEvent {
  readonly name: string;
  readonly pid: number;
  readonly tid: number;
  /** Microseconds of processor time, which other programs on the machine do not lengthen. */
  readonly tdur?: number;
  readonly args: { readonly name?: string };
}

/** Milliseconds of processor time of each task of the page's main thread during some work, out of the browser's trace. */
async function mainTasks(page: Page, work: () => Promise<void>): Promise<number[]> {
  const session = await page.context().newCDPSession(page);
  const events: TraceEvent[] = [];
  session.on('Tracing.dataCollected', ({ value }) => events.push(...(value as unknown as TraceEvent[])));
  await session.send('Tracing.start', {
    traceConfig: { includedCategories: ['toplevel', '__metadata'] },
    transferMode: 'ReportEvents',
  });
  await work();
  const complete = new Promise<void>((resolve) => session.once('Tracing.tracingComplete', () => resolve()));
  await session.send('Tracing.end');
  await complete;
  const main = new Set(
    events.filter((e) => e.name === 'thread_name' && e.args.name === 'CrRendererMain').map((e) => `${e.pid} ${e.tid}`),
  );
  return events
    .filter((e) => e.name.endsWith('::RunTask') && e.tdur !== undefined && main.has(`${e.pid} ${e.tid}`))
    .map((e) => e.tdur! / 1000);
}

/** Of a run: milliseconds of the page's own work a frame, and how many tasks were longer than one; then those between frames. */
function measured(tasks: readonly number[], taken: readonly number[]) {
  const at = (share: number) => taken[Math.floor(share * (taken.length - 1))]!;
  return {
    mean: tasks.reduce((sum, ms) => sum + ms, 0) / (SCROLLING / FRAME),
    long: tasks.filter((ms) => ms > FRAME).length,
    median: at(0.5),
    most: at(0.9),
  };
}

/** Milliseconds between the frames of scrolling down, in order of size. */
async function scrolled(page: Page): Promise<number[]> {
  const frames = page.evaluate(
    (length) =>
      new Promise<number[]>((resolve) => {
        const times: number[] = [];
        const start = performance.now();
        const next = (now: number) => {
          times.push(now);
          if (now - start < length) requestAnimationFrame(next);
          else resolve(times.slice(1).map((t, k) => t - times[k]!));
        };
        requestAnimationFrame(next);
      }),
    SCROLLING,
  );
  for (let k = 0; k < 60; k++) {
    await page.mouse.wheel(0, 240);
    await page.waitForTimeout(30);
  }
  return (await frames).sort((a, b) => a - b);
}

test('a Shelf of 10 000 jobs scrolls at 60 frames a second and holds only the cards in sight', async ({ page }) => {
  const document = createJob('x', 'p');
  const job = (k: number) => ({
    id: `job-${k}`,
    title: `Print ${k}`,
    version: 1,
    demo: false,
    updatedAt: '2026-01-01T00:00:00.000Z',
    createdAt: '2026-01-01T00:00:00.000Z',
    removedAt: null,
    tags: [],
    sheet: document.sheet,
    passes: 1,
  });
  const pixel = Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
    'base64',
  );
  await page.route(/\/api\/jobs\?/, (route) => {
    const params = new URL(route.request().url()).searchParams;
    const [from, count] = [Number(params.get('offset')), Number(params.get('limit'))];
    const body = Array.from({ length: Math.min(count, 10_000 - from) }, (_, k) => job(from + k));
    return route.fulfill({ json: body, headers: { 'X-Total-Count': '10000' } });
  });
  await page.route(/\/api\/jobs\/job-\d+\/print\.png/, (route) =>
    route.fulfill({ body: pixel, contentType: 'image/png' }),
  );
  await page.goto('/');
  await expect(page.getByTestId('job-count')).toHaveText('10000 jobs');
  await expect(cards(page).first()).toHaveText('Print 0');
  // The workers that are made ready meanwhile are not what is measured.
  await page.waitForTimeout(4000);
  const box = (await page.getByTestId('shelf-list').boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  // Other tests compute beside this one, and share the caches of its processor: the best of five runs is what the list can do.
  const frames = SCROLLING / FRAME;
  const runs: ReturnType<typeof measured>[] = [];
  const good = (run: ReturnType<typeof measured> | undefined) =>
    run !== undefined &&
    run.mean < FRAME &&
    run.long < frames / 10 &&
    run.median < FRAME * 1.1 &&
    run.most < FRAME * 2.1;
  while (runs.length < 5 && !good(runs.at(-1))) {
    let taken: number[] = [];
    const tasks = await mainTasks(page, async () => {
      taken = await scrolled(page);
    });
    expect(tasks.length).toBeGreaterThan(frames / 2);
    runs.push(measured(tasks, taken));
  }
  test.info().annotations.push({ type: 'frames', description: JSON.stringify(runs) });
  expect(runs.some(good), JSON.stringify(runs)).toBe(true);
  // Far down, at the very end, and up again: only what is in sight is there.
  for (const share of [0.5, 1, 0]) {
    await page.getByTestId('shelf-list').evaluate((e, part) => {
      e.scrollTop = part * e.scrollHeight;
    }, share);
    await expect(cards(page).first()).toBeVisible();
    expect(await cards(page).count()).toBeLessThan(40);
  }
  await page.getByTestId('shelf-list').evaluate((e) => {
    e.scrollTop = e.scrollHeight;
  });
  await expect(page.getByRole('heading', { name: 'Print 9999', exact: true })).toBeVisible();
});

test('a state is kept under a name, compared beside the job as it is now, and brought back in one step', async ({
  page,
}) => {
  const id = await smallJob(page);
  await type(page, 'Frequency', '14 lpi');
  await saved(page);
  await page.getByRole('button', { name: 'Versions' }).click();
  await page.getByLabel('Name of this state').fill('Coarse proof');
  await page.getByRole('button', { name: 'Keep this state' }).click();
  await expect(page.getByRole('figure', { name: 'The version Coarse proof' })).toBeVisible();
  await page.getByRole('link', { name: 'Bench' }).click();
  await type(page, 'Frequency', '40 lpi');
  await saved(page);
  await page.getByRole('button', { name: 'Versions' }).click();
  await page.getByRole('button', { name: /^Coarse proof/ }).click();
  await settled(page);
  const beside = page.getByTestId('sheet-beside');
  await expect(beside).toHaveAttribute('data-stage', 'settled', { timeout: 30_000 });
  // They stand side by side, as large as each other.
  const [now, then] = [(await page.getByTestId('sheet').boundingBox())!, (await beside.boundingBox())!];
  expect(Math.abs(now.width - then.width)).toBeLessThanOrEqual(1);
  expect(then.x).toBeGreaterThan(now.x + now.width - 2);
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(page.getByText('Coarse proof is back.')).toBeVisible();
  await saved(page);
  const frequency = async () => (await storedJob(page, id)).document.passes[0]!.fills[0].screen.frequency.value;
  expect(await frequency()).toBe(14);
  // What was there before is kept too, and one step of undo leads back to it.
  await expect(page.getByRole('button', { name: /^Before a version came back/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
  await saved(page);
  expect(await frequency()).toBe(40);
});
