import { expect, type Page } from '@playwright/test';
import sharp from 'sharp';
import { choosePass, makeOutput, saved, settled, type } from './bench.ts';
import { inkOf } from './pictures.ts';
import { closeStations, strokeOver } from './sheet.ts';

/** The plate of the chosen pass as the server makes it, or of another one, which is chosen by its name. */
export async function plateOf(page: Page, name?: string) {
  if (name) await choosePass(page, name);
  await settled(page);
  await saved(page);
  const { bytes } = await makeOutput(page, /^Plate of/);
  await page.getByRole('button', { name: 'Close Output' }).click();
  await expect(page.getByRole('region', { name: 'Output' })).toBeHidden();
  return inkOf(bytes);
}

/** Takes a tool of the Stencil station, which is open. */
export const draw = (page: Page, tool: string) =>
  page.getByRole('region', { name: 'Stencil station' }).getByRole('button', { name: tool, exact: true }).click();

type Spot = readonly [number, number];

/** Drags a part of the stencil from corner to corner, in shares of the sheet. The Stencil station is open. */
export async function drawBox(page: Page, tool: string, from: Spot, to: Spot): Promise<void> {
  await draw(page, tool);
  await strokeOver(page, [from, to]);
}

/** Makes the chosen fill a tint of some per cent. */
export async function tint(page: Page, percent: number): Promise<void> {
  await closeStations(page);
  await page.getByLabel('Part of the picture').selectOption('tint');
  await type(page, 'Tint', `${percent} %`);
}

/** A line drawing of two rooms, the left one larger; the wall between them has a gap of so many pixels. */
export const rooms = (gap: number): Promise<Buffer> => {
  const [width, height] = [1050, 740];
  const wall = (x: number, y: number) =>
    x < 40 || y < 40 || x > width - 40 || y > height - 40 || (Math.abs(x - 600) < 4 && Math.abs(y - 370) > gap / 2);
  const grey = Uint8Array.from({ length: width * height }, (_, k) =>
    wall(k % width, Math.floor(k / width)) ? 10 : 250,
  );
  return sharp(grey, { raw: { width, height, channels: 1 } })
    .png()
    .toBuffer();
};
