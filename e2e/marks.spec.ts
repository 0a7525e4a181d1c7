import { expect, test } from '@playwright/test';
import { makeOutput, saved, settled, smallJob, storedJob, type } from './support/bench.ts';
import { inkOf, packed } from './support/pictures.ts';
import { photoJob } from './support/preview.ts';
import { cell, family, screenOf } from './support/screen.ts';
import { openStation } from './support/sheet.ts';
import { plateOf, tint } from './support/stencil.ts';

/** Elements of an SVG by a name. */
const elements = (svg: Buffer, name: string): string[] =>
  svg.toString('utf8').match(new RegExp(`<${name}[ >][^>]*`, 'g')) ?? [];

test('squares turn into stars on 24 × 16 cells; their outlines, their list and their plate agree', async ({ page }) => {
  const id = await photoJob(page);
  await family(page, 'Marks');
  await page.getByRole('radio', { name: 'Counts', exact: true }).click();
  await type(page, 'Across', '24');
  await type(page, 'Down', '16');
  await type(page, 'Size, light', '20');
  await cell(page, 'Shape', 'Polygon');
  await openStation(page, 'Screen');
  await page.getByLabel('Sides', { exact: true }).and(page.locator('input')).first().fill('4');
  await page.getByLabel('Sides', { exact: true }).and(page.locator('input')).first().press('Enter');
  await page.getByLabel('Turns into').and(page.locator('select')).selectOption('star');
  await saved(page);
  const { marks } = await screenOf(page, id);
  expect(marks).toMatchObject({
    shape: 'polygon',
    sides: 4,
    into: 'star',
    fit: 'counts',
    across: 24,
    down: 16,
    from: 0.2,
  });

  const svg = await makeOutput(page, /Marks, SVG/);
  expect(svg.name).toMatch(/\.svg$/);
  const paths = elements(svg.bytes, 'path');
  expect(paths).toHaveLength(24 * 16);
  const list = await makeOutput(page, /Marks, list/);
  expect(list.bytes.toString('utf8').trim().split('\n')).toHaveLength(24 * 16 + 1);
  const { bytes } = await makeOutput(page, /Plate of/);
  const plate = await inkOf(bytes);
  // The middle of every cell has ink: no mark is missing.
  const [w, h] = [plate.width / 24, plate.height / 16];
  for (let row = 0; row < 16; row++) {
    for (let column = 0; column < 24; column++) {
      expect(plate.ink(Math.floor((column + 0.5) * w), Math.floor((row + 0.5) * h))).toBe(1);
    }
  }
});

test('marks are chosen on the sheet, deleted and restored; what is done by hand survives another shape', async ({
  page,
}) => {
  const id = await smallJob(page);
  await tint(page, 60);
  await family(page, 'Marks');
  await page.getByRole('radio', { name: 'Counts', exact: true }).click();
  await type(page, 'Across', '12');
  await type(page, 'Down', '8');
  await openStation(page, 'Screen');
  await page.getByRole('button', { name: /^By hand/ }).click();
  await page.getByRole('button', { name: 'Choose marks on the sheet' }).click();
  const layer = page.getByTestId('mark-layer');
  await expect(layer).toHaveAttribute('data-marks', '96');
  const sheet = (await page.getByTestId('sheet-edge').boundingBox())!;
  const at = (x: number, y: number) => [sheet.x + (sheet.width * x) / 12, sheet.y + (sheet.height * y) / 8] as const;
  await page.mouse.click(...at(3.5, 2.5));
  await expect(layer).toHaveAttribute('data-chosen', '1');
  // Round the four marks in the middle.
  await page.mouse.move(...at(5, 3));
  await page.mouse.down();
  for (const [x, y] of [
    [7, 3],
    [7, 5],
    [5, 5],
    [5, 3.2],
  ] as const) {
    await page.mouse.move(...at(x, y), { steps: 5 });
  }
  await page.mouse.up();
  await expect(layer).toHaveAttribute('data-chosen', '4');
  await page.getByRole('toolbar', { name: 'Chosen marks' }).getByRole('button', { name: 'Delete' }).click();
  await expect(layer).toHaveAttribute('data-marks', '92');
  // Another mark is moved by hand.
  await page.mouse.click(...at(3.5, 2.5));
  await expect(layer).toHaveAttribute('data-chosen', '1');
  await page.mouse.move(...at(3.5, 2.5));
  await page.mouse.down();
  await page.mouse.move(...at(3.9, 2.9), { steps: 6 });
  await page.mouse.up();
  const listed = page.getByRole('list', { name: 'Edits by hand' }).getByRole('listitem');
  await expect(listed).toHaveCount(2);
  await page.keyboard.press('Escape');
  await cell(page, 'Shape', 'Heart');
  await saved(page);
  expect((await screenOf(page, id)).marks.edits.map((e) => [e.does, e.marks.length])).toEqual([
    ['delete', 4],
    ['move', 1],
  ]);
  const count = async () => elements((await makeOutput(page, /Marks, SVG/)).bytes, 'path').length;
  expect(await count()).toBe(92);
  await listed
    .first()
    .getByRole('button', { name: /Take back/ })
    .click();
  await expect(listed).toHaveCount(1);
  await saved(page);
  expect(await count()).toBe(96);
});

test('a picture becomes a mosaic of studs, its pieces are counted, named, and listed as they are shown', async ({
  page,
}) => {
  const id = await photoJob(page);
  await family(page, 'Marks');
  await openStation(page, 'Screen');
  await page.getByRole('button', { name: /^Pieces of a mosaic/ }).click();
  await page.getByRole('button', { name: 'Studs', exact: true }).click();
  await settled(page);
  await page.getByRole('button', { name: /^Pieces by colour/ }).click();
  const list = page.getByRole('list', { name: 'Pieces by colour' }).getByRole('listitem');
  await expect(list.first()).toBeVisible();
  const colour = (await list.first().getAttribute('data-colour'))!;
  await list.first().getByLabel(`Name of ${colour}`).fill('Harbour');
  await list.first().getByLabel(`Name of ${colour}`).press('Enter');
  await saved(page);
  const shown = await list.evaluateAll((items) =>
    items.map((i) => [i.getAttribute('data-colour'), i.lastElementChild!.textContent]),
  );
  const { bytes } = await makeOutput(page, /Pieces, list/);
  const lines = bytes
    .toString('utf8')
    .trim()
    .split('\n')
    .slice(1)
    .map((line) => line.split(','));
  expect(lines.map(([c, , , n]) => [c, n])).toEqual(shown);
  expect(lines[0]![1]).toBe('Harbour');
  const { document } = await storedJob(page, id);
  const palette = document.passes[0]!.fills[0].screen.marks.palette.map((c) => c.toLowerCase());
  expect(lines.every(([c]) => palette.includes(c!))).toBe(true);
  const map = await makeOutput(page, /Build map/);
  expect(map.bytes.subarray(0, 5).toString()).toBe('%PDF-');
  // What a press cannot print is no plate of one bit.
  await page.keyboard.press('Escape');
});

test('too many marks, a letter that a face lacks and an outline without area: one sentence each, and nothing changes', async ({
  page,
}) => {
  const id = await smallJob(page);
  await family(page, 'Marks');
  await page.getByRole('radio', { name: 'Counts', exact: true }).click();
  await type(page, 'Across', '5000');
  await expect(page.getByText(/million marks; at most 4 million fit one sheet/)).toBeVisible();
  await saved(page);
  expect((await screenOf(page, id)).marks.across).toBe(49);
  await cell(page, 'Shape', 'Letters');
  await openStation(page, 'Screen');
  await page.getByLabel('Face', { exact: true }).selectOption('Anton');
  await page.getByLabel('Letters').and(page.locator('textarea')).fill('Ж');
  await expect(page.getByRole('alert').filter({ hasText: 'Anton has no “Ж”; nothing prints there.' })).toBeVisible();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Open an .svg' }).click();
  const line = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><path d="M0 0L9 0"/></svg>';
  await (await chooser).setFiles({ name: 'line.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(line) });
  await expect(page.getByRole('alert').filter({ hasText: 'line.svg: The outline' })).toBeVisible();
  await saved(page);
  expect((await screenOf(page, id)).marks.shape).toBe('letters');
});

test('a burst of hearts: rings of 36 at 10°, the upper end of each to the middle, in the list and in the outlines', async ({
  page,
}) => {
  await smallJob(page);
  await tint(page, 70);
  await family(page, 'Marks');
  await cell(page, 'Shape', 'Heart');
  await cell(page, 'Lattice', 'Spokes');
  await openStation(page, 'Screen');
  await page.getByRole('button', { name: /^Where they stand/ }).click();
  await type(page, 'Marks a ring', '36');
  await type(page, 'Rings', '5');
  await type(page, 'Free middle', '9 mm');
  await page.getByRole('button', { name: /^Size and turn/ }).click();
  await page.getByRole('combobox', { name: 'Turn', exact: true }).selectOption({ label: 'To the centre' });
  await saved(page);
  const rows = (await makeOutput(page, /Marks, list/)).bytes
    .toString('utf8')
    .trim()
    .split('\n')
    .slice(1)
    .map((line) => line.split(','));
  expect(rows).toHaveLength(36 * 5);
  const [middleX, middleY] = [105 / 2, 74 / 2];
  for (const row of rows) {
    const [x, y, turn] = [Number(row[2]) - middleX, Number(row[3]) - middleY, Number(row[5])];
    const way = (Math.atan2(-y, x) * 180) / Math.PI;
    // Every tenth degree, from wherever the first one stands.
    const step = way / 10 - Number(rows[0]![5]) / 10;
    expect(Math.abs(step - Math.round(step))).toBeLessThan(0.01);
    expect(Math.hypot(x, y)).toBeGreaterThan(9);
    // The upper end of a heart, at 90° before it is turned, looks at the middle.
    const off = (((turn - 90 - way) % 360) + 540) % 360;
    expect(Math.abs(off - 180)).toBeLessThan(0.1);
  }
  const svg = await makeOutput(page, /Marks, SVG/);
  expect(elements(svg.bytes, 'path')).toHaveLength(36 * 5);
  const plate = await inkOf((await makeOutput(page, /Plate of/)).bytes);
  const dots = (mm: number) => Math.round((mm / 25.4) * 300);
  const inked = rows.filter((row) => plate.ink(dots(Number(row[2])), dots(Number(row[3]))) === 1);
  expect(inked).toHaveLength(36 * 5);
  expect(plate.ink(dots(middleX), dots(middleY))).toBe(0);
  // The hearts are the stencil of another pass: solid, it prints their very plate.
  await page.getByRole('button', { name: /^Edges of the sheet, joining/ }).click();
  await page.getByRole('button', { name: 'Print another pass inside' }).click();
  await tint(page, 100);
  const inside = await plateOf(page);
  expect(Buffer.compare(packed(inside), packed(plate))).toBe(0);
});
