import { fillOf } from '@chromatype/core';
import { expect, test } from '@playwright/test';
import { dropPicture, makeOutput, newJob, saved, settled, smallJob, storedJob, type } from './support/bench.ts';
import { coverageRound, flagPicture, inkOf } from './support/pictures.ts';
import { onSheet, openFold, openStation, sheetBox, strokeOver } from './support/sheet.ts';

const plateOf = async (page: Parameters<typeof makeOutput>[0]) => {
  const { bytes } = await makeOutput(page, /Plate of/);
  await page.getByRole('button', { name: 'Close Output' }).click();
  return inkOf(bytes);
};

test('open, crop to A5, cut the background out, set ends, choose a strip, paint lighter: the plate shows all of it', async ({
  page,
}) => {
  const id = await newJob(page);
  const first = async () => (await storedJob(page, id)).document;

  // The sheet: A4 first, then A5, which stays lying.
  await page.getByRole('button', { name: /Stock/ }).first().click();
  await page.getByLabel('Size of the sheet').selectOption('A4');
  await page.getByLabel('Size of the sheet').selectOption('A5');
  await saved(page);
  expect((await first()).sheet).toMatchObject({ width: 210, height: 148 });
  await page.keyboard.press(']');
  await dropPicture(page, 'flag.png', 'image/png', await flagPicture(1200, 846));

  // Crop by the right handle.
  await openFold(page, 'Picture', 'Crop and turn');
  await page.getByRole('button', { name: 'Crop on the sheet' }).click();
  await expect(page.getByTestId('crop-handles')).toBeVisible();
  const box = await sheetBox(page);
  await page.mouse.move(box.x + box.width, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * 0.9, box.y + box.height / 2, { steps: 6 });
  await page.mouse.up();
  await page.keyboard.press('Escape');
  await saved(page);
  const crop = (await first()).pictures[0]!.edit.crop;
  expect(crop.right).toBeGreaterThan(0.87);
  expect(crop.right).toBeLessThan(0.93);
  expect([crop.left, crop.top, crop.bottom]).toEqual([
    expect.closeTo(0, 2),
    expect.closeTo(0, 2),
    expect.closeTo(1, 2),
  ]);
  await page.getByRole('radio', { name: 'Fill' }).click();
  await settled(page);
  const before = await plateOf(page);
  expect(coverageRound(before, 0.9, 0.9, 200)).toBeGreaterThan(0.5);

  // The background goes, the disc and the square stay.
  await openFold(page, 'Picture', 'Cut out');
  await page.getByRole('button', { name: 'Pick the background' }).click();
  await page.mouse.click(...(await onSheet(page, 0.92, 0.85)));
  await expect(page.getByRole('list', { name: 'Colours taken away' }).getByRole('button')).toHaveCount(1);
  await page.keyboard.press('Escape');
  await saved(page);
  await settled(page);
  const cut = await plateOf(page);
  expect(coverageRound(cut, 0.9, 0.9, 200)).toBe(0);
  expect(coverageRound(cut, 0.55, 0.5, 200)).toBeGreaterThan(0.5);

  await type(page, 'Highlights', '4 %');
  await type(page, 'Shadows', '96 %');
  await saved(page);
  expect((await first()).passes[0]!.fills[0].tone).toMatchObject({ lights: 0.04, darks: 0.96 });

  // Three by three strips over frequency and midtone; one is taken.
  await page.getByRole('link', { name: 'Test strips' }).click();
  await expect(page.getByLabel('Setting across')).toHaveValue('screen.frequency');
  const across = page.getByRole('region', { name: 'Across' });
  for (const [label, text] of [
    ['from', '20'],
    ['to', '60'],
    ['strips', '3'],
  ] as const) {
    const field = across.getByLabel(label, { exact: true }).and(page.locator('input'));
    await field.fill(text);
    await field.press('Enter');
  }
  await page.getByLabel('Setting down').selectOption('tone.middle');
  const down = page.getByRole('region', { name: 'Down' });
  await down.getByLabel('strips').and(page.locator('input')).fill('3');
  await down.getByLabel('strips').and(page.locator('input')).press('Enter');
  await page.getByRole('button', { name: 'Make strips' }).click();
  await expect(page.getByTestId('strips')).toHaveAttribute('data-made', '9');
  const wanted = (await page.locator('[data-at="2 0"]').getAttribute('aria-label'))!;
  await page.locator('[data-at="2 0"]').click();
  await page.getByRole('button', { name: 'Take it' }).click();
  await saved(page);
  const taken = (await first()).passes[0]!.fills[0];
  expect(taken.screen.frequency).toEqual({ value: 60, per: 'lpi' });
  expect(wanted).toContain('60 lpi');
  expect((await first()).strips).toHaveLength(1);
  expect(taken.tone.middle).toBe((await first()).strips[0]!.down!.values[0]);

  // Paint lighter over the disc.
  await page.getByRole('link', { name: 'Bench' }).click();
  await settled(page);
  const unpainted = await plateOf(page);
  await openFold(page, 'Tone', 'Paint');
  await page.getByRole('button', { name: 'Take the brush' }).click();
  await strokeOver(page, [
    [0.5, 0.5],
    [0.62, 0.5],
  ]);
  await page.keyboard.press('Escape');
  await saved(page);
  await settled(page);
  const painted = await plateOf(page);
  const [inside, was] = [painted, unpainted].map((p) => coverageRound(p, 0.56, 0.5, 60));
  // The middle of a stroke of 60 % leaves 40 % of the tone.
  expect(inside! / was!).toBeGreaterThan(0.36);
  expect(inside! / was!).toBeLessThan(0.44);
  let changed = 0;
  for (let y = 0; y < painted.height; y++) {
    for (let x = 0; x < painted.width; x++) {
      const far = Math.abs(y / painted.height - 0.5) > 0.08 || x / painted.width < 0.4 || x / painted.width > 0.72;
      if (far && painted.ink(x, y) !== unpainted.ink(x, y)) changed++;
    }
  }
  expect(changed).toBe(0);
  // The gesture is one step for undo.
  await page.getByRole('button', { name: 'Undo' }).click();
  await saved(page);
  expect((await first()).passes[0]!.fills[0].tone.paint).toEqual([]);
});

test('a picture is moved by its handles and replaced by another file; place, crop and tone stay', async ({ page }) => {
  const id = await newJob(page);
  await dropPicture(page, 'flag.png', 'image/png', await flagPicture(1200, 846));
  await type(page, 'Midtone', '1.3');
  await page.getByRole('button', { name: 'More of Picture' }).click();
  await page.getByRole('button', { name: 'Place on the sheet' }).click();
  await expect(page.getByTestId('place-handles')).toBeVisible();
  await strokeOver(page, [
    [0.5, 0.5],
    [0.6, 0.4],
  ]);
  await page.keyboard.press('Escape');
  await saved(page);
  const moved = (await storedJob(page, id)).document;
  expect(moved.passes[0]!.fills[0].feed.fit).toBe('own');
  expect(moved.passes[0]!.fills[0].feed.x).toBeGreaterThan(15);
  expect(moved.passes[0]!.fills[0].feed.y).toBeLessThan(-8);
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Replace the picture' }).click();
  await (await chooser).setFiles({ name: 'other.png', mimeType: 'image/png', buffer: await flagPicture(700, 500) });
  await expect(page.getByRole('option', { name: 'other.png' })).toHaveCount(1);
  await saved(page);
  const now = (await storedJob(page, id)).document;
  expect(now.pictures).toHaveLength(1);
  expect(now.pictures[0]!.hash).not.toBe(moved.pictures[0]!.hash);
  expect(now.passes[0]!.fills[0].feed).toEqual(moved.passes[0]!.fills[0].feed);
  expect(now.passes[0]!.fills[0].tone.middle).toBe(1.3);
});

test('a short picture is said plainly, with what would help', async ({ page }) => {
  await newJob(page);
  await dropPicture(page, 'small.png', 'image/png', await flagPicture(300, 212));
  const station = page.getByRole('region', { name: 'Picture station' });
  await expect(station.getByRole('alert')).toContainText(/^\d+ ppi, too few for 30 lpi$/);
  await openStation(page, 'Picture');
  await expect(station.getByText(/1\.2 × the screen's 30 lpi\. That is short/)).toBeVisible();
  await type(page, 'Frequency', '20 lpi');
  await expect(station.getByRole('alert')).toHaveCount(0);
});

test('the free curve: a click adds a point, a drag moves it in one step of undo, and the plate follows', async ({
  page,
}) => {
  const id = await smallJob(page);
  await dropPicture(page, 'flag.png', 'image/png', await flagPicture(600, 423));
  const curve = async () => fillOf((await storedJob(page, id)).document.passes[0]!).tone.curve;
  await openFold(page, 'Tone', 'Curve');
  const plot = page.getByTestId('curve').locator('svg');
  await plot.scrollIntoViewIfNeeded();
  const box = (await plot.boundingBox())!;
  const place = (x: number, y: number) => [box.x + x * box.width, box.y + (1 - y) * box.height] as const;
  await page.mouse.click(...place(0.5, 0.5));
  await saved(page);
  expect(await curve()).toHaveLength(3);
  const coverage = async () => coverageRound(await plateOf(page), 0.5, 0.5, 300);
  const before = await coverage();
  await page.mouse.move(...place(0.5, 0.5));
  await page.mouse.down();
  await page.mouse.move(...place(0.4, 0.85), { steps: 8 });
  await page.mouse.up();
  await saved(page);
  const points = await curve();
  const moved = points[1];
  expect(points).toHaveLength(3);
  expect(moved!.x).toBeCloseTo(0.4, 1);
  expect(moved!.y).toBeCloseTo(0.85, 1);
  await expect(page.getByRole('group', { name: 'Points of the curve' }).getByRole('button').nth(1)).toHaveText(
    `${Math.round(moved!.x * 100)}→${Math.round(moved!.y * 100)}`,
  );
  await settled(page);
  expect(await coverage()).toBeGreaterThan(before + 0.05);
  // A point stays between its neighbours, and letting it go elsewhere adds none.
  const end = (await page.getByTestId('curve').locator('svg').boundingBox())!;
  const lift = (x: number, y: number) => [end.x + x * end.width, end.y + (1 - y) * end.height] as const;
  await page.mouse.move(...lift(moved!.x, moved!.y));
  await page.mouse.down();
  await page.mouse.move(...lift(0.6, 1.08), { steps: 5 });
  await page.mouse.up();
  await saved(page);
  expect((await curve()).map(({ y }) => y)).toEqual([0, 1, 1]);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await saved(page);
  const [, back] = await curve();
  expect(back!.y).toBeCloseTo(0.5, 1);
});
