import type { Page } from '@playwright/test';

/** Where the sheet lies in the window, in CSS pixels, once it lies still: panels that open and close make room for it. */
export async function sheetBox(page: Page): Promise<{ x: number; y: number; width: number; height: number }> {
  let last = '';
  for (;;) {
    const box = (await page.getByTestId('sheet-edge').boundingBox())!;
    if (JSON.stringify(box) === last) return box;
    last = JSON.stringify(box);
    await page.waitForTimeout(80);
  }
}

/** A point of the sheet, given in shares of its width and height. */
export async function onSheet(page: Page, u: number, v: number): Promise<[number, number]> {
  const box = await sheetBox(page);
  return [box.x + u * box.width, box.y + v * box.height];
}

/** Opens a station of the chain; the others shrink to a line. */
export async function openStation(page: Page, station: string): Promise<void> {
  const more = page.getByRole('button', { name: `More of ${station}` });
  if ((await more.getAttribute('aria-expanded')) !== 'true') await more.click();
}

/** Closes the station that is open, so that all have their main controls again. */
export async function closeStations(page: Page): Promise<void> {
  const open = page.locator('[data-mode=open]').getByRole('button', { name: /^More of/ });
  if ((await open.count()) > 0) await open.click();
}

/** Opens a station, and a fold inside it. */
export async function openFold(page: Page, station: string, fold: string): Promise<void> {
  await openStation(page, station);
  const part = page
    .getByRole('region', { name: `${station} station` })
    .getByRole('button', { name: new RegExp(`^${fold}`) });
  if ((await part.getAttribute('data-state')) !== 'open') await part.click();
}

/** Drags a stroke over the sheet through points in shares of its size. */
export async function strokeOver(page: Page, points: readonly (readonly [number, number])[]): Promise<void> {
  const box = await sheetBox(page);
  const [first, ...rest] = points.map(([u, v]) => [box.x + u * box.width, box.y + v * box.height] as const);
  await page.mouse.move(first![0], first![1]);
  await page.mouse.down();
  for (const [x, y] of rest) await page.mouse.move(x, y, { steps: 8 });
  await page.mouse.up();
}
