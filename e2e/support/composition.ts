import { expect, type Page } from '@playwright/test';
import { makeOutput, saved, settled, type } from './bench.ts';
import { closeStations } from './sheet.ts';
import { meanColour } from './split.ts';

/** Mean sRGB bytes of a box of a picture file, its sides in shares. */
export async function bytesOf(file: Buffer, box: readonly [number, number, number, number]): Promise<number[]> {
  return (await meanColour(file, box)).map((light) =>
    Math.round(255 * (light <= 0.0031308 ? 12.92 * light : 1.055 * light ** (1 / 2.4) - 0.055)),
  );
}

export function near(seen: readonly number[], wanted: readonly number[], by: number): void {
  for (const [c, v] of seen.entries()) expect(Math.abs(v - wanted[c]!)).toBeLessThanOrEqual(by);
}

/** Sets a select that stands beside its label. */
export const pick = (page: Page, label: string, value: string) =>
  page
    .locator('label', { hasText: new RegExp(`^${label}`) })
    .locator('select')
    .first()
    .selectOption(value);

/** Colours the ink of the chosen pass. */
export async function ink(page: Page, colour: string): Promise<void> {
  await closeStations(page);
  await type(page, 'Ink colour: hex', colour);
}

export const stock = (page: Page) => page.getByRole('button', { name: /^Stock \w/ }).click();

/** The print as it is shared, as large as its plates. */
export async function shared(page: Page): Promise<Buffer> {
  await settled(page);
  await saved(page);
  if (!(await page.getByRole('region', { name: 'Output' }).isVisible()))
    await page.getByRole('button', { name: 'Output', exact: true }).click();
  const panel = page.getByRole('region', { name: 'Output' });
  await panel.getByRole('radio', { name: 'Picture, PNG' }).click();
  await panel.getByRole('radio', { name: 'Scale' }).click();
  const { bytes } = await makeOutput(page, /^Picture, PNG/);
  await page.getByRole('button', { name: 'Close Output' }).click();
  return bytes;
}
