import type { Job } from '@chromatype/core';
import type { Page } from '@playwright/test';
import { ms, percentile, type Row } from './statistics.ts';

/** Of each round one picture settles: 24 of them are enough for the time within which 95 % do. */
const ROUNDS = 24;
/** Moves of three drags. */
export const STEPS = 60;

/** What rows of the interface are measured with. */
export interface PreviewTools {
  newJob(job: Job): Promise<string>;
  open(path: string): Promise<void>;
  again(measure: () => Promise<Row[]>): Promise<Row[]>;
}

/** A picture that the server has. */
export interface Stored {
  readonly hash: string;
  readonly width: number;
  readonly height: number;
}

/** Waits until the sheet shows the settled picture. */
export const settled = (page: Page) =>
  page.waitForSelector('[data-testid=sheet][data-stage=settled]', { timeout: 60_000 });

/** Drags as a hand does, a move each 16 ms, then rests; gives the times to first and to settled pictures. */
export async function drag(
  page: Page,
  from: readonly [number, number],
  at: (k: number) => readonly [number, number],
): Promise<{ first: number[]; settled: number[] }> {
  const took = (stage: string) =>
    page.evaluate((name) => {
      const durations = performance.getEntriesByName(name).map((m) => m.duration);
      performance.clearMeasures(name);
      return durations;
    }, `preview ${stage}`);
  const times: { first: number[]; settled: number[] } = { first: [], settled: [] };
  await page.evaluate(() => performance.clearMeasures());
  let [x, y] = from;
  let along = 0;
  for (let round = 0; round < ROUNDS; round++) {
    // Back from where the last round has left the handle.
    await page.mouse.move(x, y);
    await page.mouse.down();
    for (let k = 1; k <= STEPS / 3; k++) {
      // Moves of another length each time: the hand is never twice at one place, of which the workers had kept the print.
      along += (round % 2 ? -1 : 1) * (1 + Math.random() / 4);
      [x, y] = at(along);
      await page.mouse.move(x, y);
      await page.waitForTimeout(16);
    }
    await page.waitForTimeout(10);
    await settled(page);
    times.first.push(...(await took('first')));
    times.settled.push(...(await took('settled')));
    await page.mouse.up();
    await page.waitForTimeout(300);
    // A hand that lets go changes nothing: such a picture is there at once, and would count as a quick one.
    await page.evaluate(() => performance.clearMeasures());
  }
  return times;
}

/** Rows of a drag: first and settled pictures against what is asked. */
export function dragRows(
  name: string,
  times: { first: number[]; settled: number[] },
  sheet = '24 MP, four passes',
  mostSettled = 250,
): Row[] {
  const row = (what: string, numbers: number[], most: number): Row => {
    const [p50, p95] = [percentile(numbers, 0.5), percentile(numbers, 0.95)];
    return {
      work: `${name}: ${what}, ${sheet}, 1280 × 800`,
      measured: `p50 ${ms(p50)}, p95 ${ms(p95)} (${numbers.length}), ${(most / p95).toFixed(2)} × of the time asked`,
      asked: `p95 ${most} ms`,
      holds: p95 <= most,
      value: p95,
    };
  };
  return [row('first picture', times.first, 50), row('settled', times.settled, mostSettled)];
}

/** Places of a dial's rim by degrees counter-clockwise from the right, in CSS pixels. */
export async function dialRim(page: Page): Promise<(degrees: number) => readonly [number, number]> {
  const dial = (await page.getByRole('slider', { name: /Screen dial/ }).boundingBox())!;
  const [cx, cy] = [dial.x + dial.width / 2, dial.y + dial.height / 2];
  const reach = dial.width / 2 - 6;
  return (degrees) =>
    [cx + reach * Math.cos((degrees * Math.PI) / 180), cy - reach * Math.sin((degrees * Math.PI) / 180)] as const;
}
