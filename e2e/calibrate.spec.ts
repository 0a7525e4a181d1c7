import AxeBuilder from '@axe-core/playwright';
import { readFile } from 'node:fs/promises';
import {
  createJob,
  createPass,
  fillOf,
  INK_SETS,
  type InkSet,
  type Job,
  onStandInPress,
  STAND_IN_PRESS,
  withFill,
} from '@chromatype/core';
import { expect, type Page, test } from '@playwright/test';
import sharp from 'sharp';
import { dropFile, saved, storedJob } from './support/bench.ts';
import { expectToFitEverywhere } from './support/fits.ts';

const PPI = 200;
const INKS = INK_SETS.find(({ name }) => name === 'harbour-three')!.inks;
const FREQUENCIES = [42, 36, 48];

/** A job of three inks, stored on the server. */
async function inksJob(page: Page): Promise<string> {
  const base = createJob('Pier lights', 'p');
  const document: Job = {
    ...base,
    sheet: { ...base.sheet, ppi: PPI },
    passes: INKS.map((ink, k) => {
      const pass = createPass(`p${k}`, k, null);
      const screen = {
        ...fillOf(pass).screen,
        frequency: { value: FREQUENCIES[k]!, per: 'lpi' as const },
        angle: [0, 75, 45][k]!,
      };
      return { ...withFill(pass, { screen }), name: ink.name, ink };
    }),
  };
  const made = await page.request.post('/api/jobs', { data: { document } });
  return ((await made.json()) as { id: string }).id;
}

const rows = (page: Page) => page.getByTestId('measured-ink');
/** Gain at 50 % of each ink as the table shows it, in per cent. */
const gains = async (page: Page): Promise<number[]> =>
  (await rows(page).locator('td:nth-of-type(1)').allTextContents()).map((text) => Number.parseFloat(text));
const quiet = (page: Page) =>
  expect(page.getByTestId('calibrate-status')).toHaveAttribute('data-doing', 'nothing', { timeout: 90_000 });

test('a chart is made, taken out, pressed and read; what was measured becomes a set and is taken into a job', async ({
  page,
}) => {
  const from = await inksJob(page);
  await page.goto(`/jobs/${from}/plates`);
  await page.getByRole('link', { name: 'Measure the press' }).click();
  await page.getByLabel('Sheet of the chart').selectOption('A5');
  await page.getByRole('button', { name: 'Make the chart' }).click();
  await expect(page.getByRole('button', { name: 'Plates, PDF' })).toBeVisible();
  await saved(page);
  const id = page.url().split('/').at(-2)!;
  expect(id).not.toBe(from);

  // The chart as a file: read as if a press without any gain had printed it.
  const download = page.waitForEvent('download', { timeout: 90_000 });
  await page.getByRole('button', { name: 'PNG', exact: true }).click();
  const bytes = await readFile(await (await download).path());
  const { width, height } = await sharp(bytes).metadata();
  expect([width, height]).toEqual([Math.round((148 * PPI) / 25.4), Math.round((210 * PPI) / 25.4)]);
  await dropFile(page, 'chart.png', 'image/png', bytes);
  await expect(rows(page)).toHaveCount(3, { timeout: 90_000 });
  await quiet(page);
  for (const gain of await gains(page)) expect(Math.abs(gain)).toBeLessThan(1);
  // The file states its resolution, by which the chart has its own size.
  await expect(page.getByLabel('Scanned at')).toHaveValue(`${PPI} ppi`);
  await expect(page.getByTestId('calibrate-note')).toHaveCount(0);

  const pdf = page.waitForEvent('download', { timeout: 90_000 });
  await page.getByRole('button', { name: 'PDF', exact: true }).click();
  const text = (await readFile(await (await pdf).path())).toString('latin1');
  for (const { name } of INKS) expect(text).toContain(`/Separation /${name.replace(' ', '#20')}`);

  // The stand-in press: its gain and register are known.
  await page.getByRole('button', { name: 'Print on the stand-in press' }).click();
  await expect(page.getByTestId('calibrate-status')).toHaveAttribute('data-doing', 'pressing');
  await expect.poll(async () => (await gains(page))[0], { timeout: 90_000 }).toBeGreaterThan(5);
  await quiet(page);
  const { document: chart } = await storedJob(page, id);
  const pressed = onStandInPress(chart, STAND_IN_PRESS).passes.map(({ ink }) => ink.press);
  const read = await gains(page);
  for (const [k, { gain }] of pressed.entries()) expect(Math.abs(read[k]! - 100 * gain)).toBeLessThan(1.2);
  await expectToFitEverywhere(page, 'Measure the press');
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`)).toEqual([]);

  // A blank page changes nothing of what was measured.
  const blank = sharp({ create: { width: 800, height: 1100, channels: 3, background: '#f4f1e8' } });
  await dropFile(page, 'blank.png', 'image/png', await blank.png().toBuffer());
  await expect(page.getByTestId('calibrate-fault')).toContainText('There is no calibration chart', { timeout: 60_000 });
  expect(await gains(page)).toEqual(read);

  await page.getByLabel('Name of the set').fill('Back-room press');
  await page.getByRole('button', { name: 'Keep as an own set' }).click();
  await expect(page.getByText('The set of inks Back-room press is kept')).toBeVisible();
  const sets = (await (await page.request.get('/api/ink-sets')).json()) as { label: string; document: InkSet }[];
  const set = sets.find(({ label }) => label === 'Back-room press')!.document;
  expect(set.stock!.overprints).toHaveLength(4);
  for (const [k, ink] of set.inks.entries()) {
    expect(Math.abs(ink.tones!.gain.find((p) => p.x === 0.5)!.y - 0.5 - pressed[k]!.gain)).toBeLessThan(0.012);
    // Against the ink that prints the marks, the last one here.
    expect(Math.abs(ink.press.shiftX - (pressed[k]!.shiftX - pressed[2]!.shiftX))).toBeLessThan(0.05);
    expect(Math.abs(ink.press.shiftY - (pressed[k]!.shiftY - pressed[2]!.shiftY))).toBeLessThan(0.05);
  }

  // The job that the chart was made for prints by the measured tables, in one step of undo.
  await page.goto(`/jobs/${from}/calibrate`);
  await page.getByRole('button', { name: 'Take over' }).click();
  await saved(page);
  const { document: fitted } = await storedJob(page, from);
  for (const [k, pass] of fitted.passes.entries()) {
    expect(fillOf(pass).tone.gainFrom).toBe('table');
    expect(fillOf(pass).tone.gainTable).toEqual(set.inks[k]!.tones!.gain);
    expect(pass.ink.measured).toEqual(set.inks[k]!.measured);
  }
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await saved(page);
  expect(fillOf((await storedJob(page, from)).document.passes[0]!).tone.gainFrom).toBe('value');
});

test('pressing a chart is cancelled at once, and a photograph of one is read with a word of warning', async ({
  page,
}) => {
  const from = await inksJob(page);
  await page.goto(`/jobs/${from}/calibrate`);
  await page.getByRole('button', { name: 'Print on the stand-in press' }).click();
  await expect(page.getByTestId('calibrate-status')).toHaveAttribute('data-doing', 'pressing');
  await page.getByTestId('calibrate-status').getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByTestId('calibrate-status')).toHaveAttribute('data-doing', 'nothing');
  await expect(rows(page)).toHaveCount(0);
  await page.getByText('How it prints').click();
  await page.getByRole('radio', { name: 'Photographed' }).click();
  await page.getByRole('button', { name: 'Print on the stand-in press' }).click();
  await expect(rows(page)).toHaveCount(3, { timeout: 90_000 });
  await expect(page.getByTestId('calibrate-note')).toContainText('photographed at an angle');
});
