import { expect, test } from '@playwright/test';
import sharp from 'sharp';
import { dropPicture, makeOutput, saved, settled, smallJob, storedJob, type } from './support/bench.ts';
import { lettersPicture } from './support/pictures.ts';
import { cell, family } from './support/screen.ts';
import { closeStations, openFold, openStation, strokeOver } from './support/sheet.ts';
import { plateOf, tint } from './support/stencil.ts';

const bend = (page: import('@playwright/test').Page) => page.getByRole('region', { name: 'Bend station' });

test('a seamless cloth, waved by hand, from a blank job', async ({ page }) => {
  const id = await smallJob(page);
  // A soft shape through thin upright lines.
  await page.getByLabel('Picture of this pass').selectOption('make gradient');
  await openFold(page, 'Picture', 'Settings');
  await page.getByRole('combobox', { name: 'Runs' }).selectOption('radial');
  await closeStations(page);
  await family(page, 'Lines');
  await type(page, 'Frequency', '14 lpi');
  await type(page, 'Angle', '90°');
  await settled(page);
  const straight = await plateOf(page);

  // Waves by hand, held to whole rows so that they stay even.
  await openStation(page, 'Bend');
  await bend(page).getByRole('button', { name: 'Push', exact: true }).click();
  await page.getByRole('combobox', { name: 'It pushes' }).selectOption('rows');
  await expect(page.getByTestId('bend-layer')).toBeVisible();
  await strokeOver(page, [
    [0.4, 0.25],
    [0.6, 0.25],
  ]);
  await strokeOver(page, [
    [0.6, 0.75],
    [0.4, 0.75],
  ]);
  await expect(bend(page).getByText('2 strokes')).toBeVisible();
  await page.getByRole('button', { name: 'Lay the brush down' }).click();
  await saved(page);
  const { document } = await storedJob(page, id);
  const [push] = document.passes[0]!.fills[0].bend;
  expect(push).toMatchObject({ kind: 'push', on: true, what: 'lattice' });
  expect(push!.settings.strokes).toMatchObject([{ does: 'rows' }, { does: 'rows' }]);

  // The lines went along: to the right above, to the left below, and as far at both ends of a row.
  const waved = await plateOf(page);
  const { width, height } = waved;
  let went = 0;
  for (let y = 0; y < height; y += 3)
    for (let x = 0; x < width; x += 3) if (waved.ink(x, y) !== straight.ink(x, y)) went++;
  expect(went / ((width * height) / 9)).toBeGreaterThan(0.05);
  // One stroke is one step of undo.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(bend(page).getByText('1 stroke', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(bend(page).getByText('2 strokes')).toBeVisible();

  // Mirrored into a repeat, shown three by three.
  await page.getByRole('link', { name: 'Repeat' }).click();
  await page.getByRole('combobox', { name: 'Seams' }).selectOption('mirror');
  const view = page.getByTestId('repeat-view');
  await expect(view).toHaveAttribute('data-stage', 'made', { timeout: 60_000 });
  await expect(page.getByTestId('seam-note')).toContainText('meets its mirror image');
  await expect(page.getByTestId('repeat-edges')).toBeVisible();
  const shown = await page.getByRole('img', { name: 'The repeat, three by three' }).evaluate((canvas) => {
    const own = canvas as HTMLCanvasElement;
    const { data, width: w, height: h } = own.getContext('2d')!.getImageData(0, 0, own.width, own.height);
    // The third part of nine is like the first: the least and the most that a row differs by.
    let most = 0;
    const third = w / 3;
    for (let y = 0; y < h; y += 5)
      for (let x = 0; x < third - 2; x += 5) {
        const [a, b] = [4 * (y * w + x), 4 * (y * w + x + Math.round(third))];
        most = Math.max(most, Math.abs(data[a]! - data[b]!));
      }
    return { most, w, h };
  });
  expect(shown.w).toBeGreaterThan(300);
  expect(shown.most).toBeLessThan(60);

  // The swatch as a file is its own mirror image, and shows no seam.
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Swatch, PNG' }).click();
  const file = await (await download).path();
  const { data, info } = await sharp(file).greyscale().raw().toBuffer({ resolveWithObject: true });
  expect([info.width, info.height]).toEqual([2 * width, 2 * height]);
  const differ = (x: number, y: number, u: number, v: number) =>
    data[y * info.width + x] === data[v * info.width + u] ? 0 : 1;
  let unlike = 0;
  for (let y = 0; y < info.height; y += 7)
    for (let x = 0; x < width; x += 7)
      unlike += differ(x, y, info.width - 1 - x, y) + differ(x, y, x, info.height - 1 - y);
  expect(unlike).toBe(0);
});

test('lettering waves as a banner while its dots stay circles', async ({ page }) => {
  const id = await smallJob(page);
  await dropPicture(page, 'letters.png', 'image/png', await lettersPicture(1050, 740));
  await family(page, 'Marks');
  await type(page, 'Frequency', '2 mm');
  await cell(page, 'Shape', 'Circle');
  await settled(page);
  await openStation(page, 'Bend');
  await bend(page).getByRole('button', { name: 'Banner', exact: true }).click();
  await page.getByRole('combobox', { name: 'Bends' }).selectOption('picture-lattice');
  const height = bend(page).getByLabel('Height', { exact: true }).and(page.locator('input'));
  await height.fill('6 mm');
  await height.press('Enter');
  await openFold(page, 'Bend', 'The picture');
  await page.getByRole('combobox', { name: 'Softening' }).selectOption('spin');
  await settled(page);
  await saved(page);
  const { document } = await storedJob(page, id);
  const [fill] = document.passes[0]!.fills;
  expect(fill.bend).toMatchObject([{ kind: 'banner', what: 'picture-lattice', settings: { height: 6 } }]);
  expect(fill.bending.motion).toBe('spin');

  const svg = await makeOutput(page, /Marks, SVG/);
  const text = svg.bytes.toString('utf8');
  const circles = [...text.matchAll(/<circle cx="([\d.-]+)" cy="([\d.-]+)" r="([\d.]+)"/g)];
  // Every mark is a full circle: none was drawn out by the bend.
  expect(circles.length).toBeGreaterThan(300);
  expect(text).not.toContain('<path');

  // The rows that they stand in wave: circles of one row lie up to twice the height apart.
  const upper = circles.map((c) => [Number(c[1]), Number(c[2])] as const).sort((a, b) => a[1] - b[1]);
  const topAt = (x: number) => Math.min(...upper.filter(([cx]) => Math.abs(cx - x) < 2).map(([, cy]) => cy));
  const tops = Array.from({ length: 20 }, (_, k) => topAt(8 + 4.7 * k)).filter(Number.isFinite);
  expect(Math.max(...tops) - Math.min(...tops)).toBeGreaterThan(5);
});

test('bends are added, reordered, switched, repeated and dragged on the sheet', async ({ page }) => {
  const id = await smallJob(page);
  await tint(page, 50);
  await openStation(page, 'Bend');
  await bend(page).getByRole('button', { name: 'Swirl', exact: true }).click();
  await settled(page);
  const centre = page.getByTestId('bend-handle-centre');
  const box = (await centre.boundingBox())!;
  await page.mouse.move(box.x + 12, box.y + 12);
  await page.mouse.down();
  await page.mouse.move(box.x + 92, box.y + 52, { steps: 8 });
  await page.mouse.up();
  await saved(page);
  const bendsOf = async () => (await storedJob(page, id)).document.passes[0]!.fills[0].bend;
  const [swirled] = await bendsOf();
  // The middle of the sheet of 105 × 74 mm went to the right and down, twice as far across.
  const [dx, dy] = [(swirled!.settings.x as number) - 52.5, (swirled!.settings.y as number) - 37];
  expect(dx).toBeGreaterThan(4);
  expect(dx / dy).toBeCloseTo(2, 1);
  // Keys move it too.
  await centre.focus();
  await page.keyboard.press('ArrowRight');
  await saved(page);
  expect((await bendsOf())[0]!.settings.x).toBeCloseTo((swirled!.settings.x as number) + 1, 2);

  await bend(page).getByRole('button', { name: 'Wave', exact: true }).click();
  await bend(page).getByRole('button', { name: '2 Wave again' }).click();
  await bend(page).getByRole('button', { name: 'Switch 1 Swirl off' }).click();
  await saved(page);
  expect((await bendsOf()).map((b) => [b.kind, b.on])).toEqual([
    ['swirl', false],
    ['wave', true],
    ['wave', true],
  ]);
  const grip = (name: RegExp) => bend(page).getByRole('button', { name });
  const [from, to] = [(await grip(/^Move 1 Swirl/).boundingBox())!, (await grip(/^Move 2 Wave/).boundingBox())!];
  await page.mouse.move(from.x + 10, from.y + 10);
  await page.mouse.down();
  await page.mouse.move(to.x + 10, to.y + 14, { steps: 10 });
  await page.waitForTimeout(200);
  await page.mouse.up();
  await expect.poll(async () => (await bendsOf()).map((b) => b.kind)).toEqual(['wave', 'swirl', 'wave']);
  await bend(page).getByRole('button', { name: 'Remove 1 Wave' }).click();
  await expect.poll(async () => (await bendsOf()).map((b) => b.kind)).toEqual(['swirl', 'wave']);
});

test('a mesh that folds over is shown on the sheet, and the print stays there', async ({ page }) => {
  await smallJob(page);
  await tint(page, 40);
  await openStation(page, 'Bend');
  await bend(page).getByRole('button', { name: 'Mesh', exact: true }).click();
  await settled(page);
  await expect(page.getByTestId('folds')).toHaveCount(0);
  const handle = (await page.getByTestId('bend-handle-5').boundingBox())!;
  const other = (await page.getByTestId('bend-handle-7').boundingBox())!;
  await page.mouse.move(handle.x + 12, handle.y + 12);
  await page.mouse.down();
  await page.mouse.move(other.x + 12, other.y + 12, { steps: 8 });
  await page.mouse.up();
  await expect(page.getByTestId('folds')).toBeVisible();
  expect(Number(await page.getByTestId('folds').getAttribute('data-count'))).toBeGreaterThan(10);
  await settled(page);
  const plate = await plateOf(page);
  let ink = 0;
  for (let y = 0; y < plate.height; y += 2) for (let x = 0; x < plate.width; x += 2) ink += plate.ink(x, y);
  expect(ink / ((plate.width * plate.height) / 4)).toBeGreaterThan(0.25);
});
