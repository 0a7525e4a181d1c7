import { expect, type Page, test } from '@playwright/test';
import { addPass, choosePass, dropPicture, settled, smallJob, storedJob, type } from './support/bench.ts';
import { heldBack } from './support/held-back.ts';
import { coverageOf, coverageRound } from './support/pictures.ts';
import { cell, family } from './support/screen.ts';
import { closeStations, openFold, openStation, sheetBox, strokeOver } from './support/sheet.ts';
import { draw, drawBox, plateOf, rooms, tint } from './support/stencil.ts';

/** Side of the squares in which coverage is measured, in pixels of the plate: several cells of the coarsest screen. */
const SPOT = 120;

/** Takes an ink of a set for the chosen pass, which is called after it. */
async function takeInk(page: Page, name: string): Promise<void> {
  await openStation(page, 'Ink');
  await page.getByLabel('Ink from a set').selectOption({ label: name });
  await closeStations(page);
  await page.getByLabel('Name of the pass').fill(name);
  await page.getByLabel('Name of the pass').press('Enter');
}

/** Floods from a place of the sheet into the stencil of the chosen fill, which gets one. */
async function flood(page: Page, u: number, v: number): Promise<void> {
  await openStation(page, 'Stencil');
  await draw(page, 'Flood');
  const box = await sheetBox(page);
  await page.mouse.click(box.x + u * box.width, box.y + v * box.height);
  await expect(page.getByText('Starts: 1 point.')).toBeVisible();
  await page.keyboard.press('Escape');
}

/** Takes the brush of one of the shelves and draws a stroke. */
async function paint(page: Page, way: string, points: readonly (readonly [number, number])[]): Promise<void> {
  await page.getByRole('radiogroup', { name: 'What the brush does' }).getByRole('radio', { name: way }).click();
  await page.getByRole('button', { name: 'Take the brush' }).click();
  await expect(page.getByTestId('draw-layer')).toHaveAttribute('data-drawing', 'brush');
  await strokeOver(page, points);
  await page.keyboard.press('Escape');
}

test('a comic panel: outlines, flat colour of the inks together, painted shade and lettering', async ({ page }) => {
  // The face arrives late, as over a slow network.
  const arrive = await heldBack(page, '**/api/faces/*');
  const id = await smallJob(page);
  await takeInk(page, 'Cyan');
  for (const name of ['Magenta', 'Yellow', 'Black']) {
    await addPass(page);
    await takeInk(page, name);
  }
  // The drawing prints in black, as it is.
  await dropPicture(page, 'rooms.png', 'image/png', await rooms(0));
  await family(page, 'Grain');
  await cell(page, 'Method', 'Cut-off');

  // The left room gets one of the classic colours, the right one the nearest to a colour.
  await choosePass(page, 'Cyan');
  await flood(page, 0.3, 0.3);
  await page.getByRole('button', { name: 'Colour shelf' }).click();
  const shelf = page.getByRole('dialog', { name: 'Colour shelf' });
  await shelf.getByRole('button', { name: 'Cyan 50 %, Magenta 25 %', exact: true }).click();
  await shelf.getByRole('button', { name: 'Close the colour shelf' }).click();
  await page.getByRole('button', { name: 'Add a fill' }).click();
  await flood(page, 0.8, 0.3);
  await page.getByRole('button', { name: 'Colour shelf' }).click();
  await shelf.getByLabel('Wanted colour: hex').fill('#e8b28f');
  await shelf.getByLabel('Wanted colour: hex').press('Enter');
  await shelf.getByRole('radio', { name: 'Free' }).click();
  const mixture = (await shelf.getByTestId('mixture').textContent())!;
  await shelf.getByRole('button', { name: 'Lay', exact: true }).click();
  await shelf.getByRole('button', { name: 'Close the colour shelf' }).click();

  // Shade is painted over the left room, in both of its inks.
  await page.getByLabel('Fill of this pass').selectOption({ label: '2  Stencil 1' });
  await page.getByRole('button', { name: 'Colour shelf' }).click();
  await paint(page, 'Darker', [
    [0.12, 0.75],
    [0.5, 0.75],
  ]);

  // The inks got the drawing too when it came: they print colour alone.
  for (const ink of ['Magenta', 'Yellow']) {
    await choosePass(page, ink);
    await page.getByLabel('Fill of this pass').selectOption({ label: '1  whole sheet' });
    await page.getByRole('button', { name: 'Remove the fill' }).click();
  }

  await choosePass(page, 'Black');
  await page.getByRole('button', { name: 'Add a fill' }).click();
  await openStation(page, 'Stencil');
  await drawBox(page, 'Lettering', [0.62, 0.12], [0.92, 0.3]);
  await tint(page, 100);
  // The station is closed by now: the letters get their outlines all the same.
  arrive();
  const letters = async () => (await storedJob(page, id)).document.stencils.at(-1)!.parts[0]!.settings.path;
  await expect.poll(letters, { timeout: 30_000 }).toMatch(/^M/);
  await settled(page);

  const wanted = (ink: string) => Number(new RegExp(`${ink} (\\d+) %`).exec(mixture)?.[1] ?? 0) / 100;
  const shaded = { Cyan: 0.5, Magenta: 0.25, Yellow: 0 };
  for (const [ink, flat] of Object.entries(shaded)) {
    const plate = await plateOf(page, ink);
    expect(Math.abs(coverageRound(plate, 0.3, 0.3, SPOT) - flat), `${ink} in the left room`).toBeLessThan(0.02);
    expect(Math.abs(coverageRound(plate, 0.75, 0.5, SPOT) - wanted(ink)), `${ink} in the right room`).toBeLessThan(
      0.02,
    );
    // Outside the rooms nothing prints.
    expect(coverageRound(plate, 0.02, 0.5, 20), `${ink} outside`).toBe(0);
    const under = coverageRound(plate, 0.3, 0.75, 50);
    if (flat === 0) expect(under, 'shade adds no ink of its own').toBe(0);
    else expect(under, `${ink} under the brush`).toBeGreaterThan(flat + 0.1);
  }
  const black = await plateOf(page, 'Black');
  expect(coverageRound(black, 0.02, 0.5, 20)).toBe(1);
  expect(coverageRound(black, 0.3, 0.5, SPOT)).toBe(0);
  const lettered = coverageRound(black, 0.77, 0.21, SPOT);
  expect(lettered).toBeGreaterThan(0.05);
  expect(lettered).toBeLessThan(0.95);
});

test('a manga page: tints that make a step, a gradation and scraped light', async ({ page }) => {
  const id = await smallJob(page);
  const shelf = page.getByRole('dialog', { name: 'Tint shelf' });
  const lay = async (name: string) => {
    await page.getByRole('button', { name: 'Tint shelf' }).click();
    await shelf.getByRole('radio', { name: '27.5', exact: true }).click();
    await shelf.getByRole('button', { name: `Tint ${name}`, exact: true }).click();
    await shelf.getByRole('button', { name: 'Close the tint shelf' }).click();
  };
  const panel = async (from: readonly [number, number], to: readonly [number, number]) => {
    await openStation(page, 'Stencil');
    await drawBox(page, 'Rectangle', from, to);
  };
  await panel([0.05, 0.05], [0.3, 0.95]);
  await lay('40 %');
  await page.getByRole('button', { name: 'Add a fill' }).click();
  await panel([0.3, 0.05], [0.55, 0.95]);
  await lay('10 %');
  await page.getByRole('button', { name: 'Add a fill' }).click();
  await panel([0.6, 0.05], [0.95, 0.95]);
  await lay('10 to 70 %');

  // A stroke of light is scraped across both flat tints; it stays in the one that it was painted in.
  await page.getByLabel('Fill of this pass').selectOption({ label: '1  Stencil 1' });
  await page.getByRole('button', { name: 'Tint shelf' }).click();
  await paint(page, 'Scrape', [
    [0.02, 0.8],
    [0.58, 0.8],
  ]);
  await settled(page);

  const plate = await plateOf(page);
  expect(Math.abs(coverageRound(plate, 0.17, 0.35, 200) - 0.4)).toBeLessThan(0.015);
  expect(Math.abs(coverageRound(plate, 0.43, 0.35, 200) - 0.1)).toBeLessThan(0.015);
  // Down the gradation the ink grows by even steps.
  const steps = [0.2, 0.35, 0.5, 0.65, 0.8].map((v) => coverageRound(plate, 0.775, v, SPOT));
  steps.forEach((share, k) => {
    const v = [0.2, 0.35, 0.5, 0.65, 0.8][k]!;
    expect(Math.abs(share - (0.1 + (0.6 * (v - 0.05)) / 0.9)), `gradation at ${v}`).toBeLessThan(0.03);
  });
  // The stroke is bare in its middle over the tint that it was painted in, and nowhere else.
  expect(coverageRound(plate, 0.17, 0.8, 10)).toBe(0);
  expect(coverageRound(plate, 0.775, 0.8, SPOT)).toBeGreaterThan(0.5);
  expect(Math.abs(coverageRound(plate, 0.43, 0.8, 100) - 0.1)).toBeLessThan(0.03);

  // The two tints meet in a step: no bare gap and no dark line lies between them.
  const { fills } = (await storedJob(page, id)).document.passes[0]!;
  expect(fills.map((f) => f.over)).toEqual(['replaces', 'replaces', 'replaces', 'scrapes']);
  const beside = (pixels: number) => coverageOf(plate, 0.3 * plate.width + pixels, 0.1 * plate.height, 48, 480);
  expect(Math.abs(beside(-52) - 0.4)).toBeLessThan(0.04);
  expect(Math.abs(beside(4) - 0.1)).toBeLessThan(0.04);
});

test('a spot poster: a wave, and an inset gradation through a worn tile in its own darker ink', async ({ page }) => {
  const id = await smallJob(page);
  await tint(page, 100);
  await openStation(page, 'Stencil');
  // The wave: a path of curves over the lower half of the sheet.
  await draw(page, 'Pen');
  const box = await sheetBox(page);
  const at = (u: number, v: number) => [box.x + u * box.width, box.y + v * box.height] as const;
  for (const [u, v, du, dv] of [
    [0.1, 0.5, 0, 0],
    [0.5, 0.5, 0.1, 0.1],
    [0.9, 0.5, 0, 0],
    [0.9, 0.95, 0, 0],
    [0.1, 0.95, 0, 0],
  ] as const) {
    await page.mouse.move(...at(u, v));
    await page.mouse.down();
    if (du || dv) await page.mouse.move(...at(u + du, v + dv), { steps: 4 });
    await page.mouse.up();
  }
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('part-handles')).toBeVisible();

  await page.getByRole('button', { name: 'Add a fill' }).click();
  await openStation(page, 'Stencil');
  // A stencil of its own that takes the wave's and stays 5 mm inside.
  await draw(page, 'Stencil');
  await openFold(page, 'Stencil', 'Edges');
  await type(page, 'Inset', '5');
  await page.getByRole('button', { name: 'Tint shelf' }).click();
  const shelf = page.getByRole('dialog', { name: 'Tint shelf' });
  await shelf.getByRole('button', { name: 'Tint 70 to 10 %', exact: true }).click();
  await shelf.getByRole('button', { name: 'Close the tint shelf' }).click();
  await closeStations(page);
  await type(page, 'Frequency', '20 lpi');
  await family(page, 'Tile');
  await cell(page, 'Tile', 'Worn dots');
  await openStation(page, 'Picture');
  await page.getByRole('button', { name: 'Print it in this darker ink' }).click();
  await expect(page.getByRole('button', { name: /^Pass / })).toHaveCount(2);
  await closeStations(page);
  const darker = 'Black, 30 % darker';
  const whole = await plateOf(page, darker);

  const { passes, stencils } = (await storedJob(page, id)).document;
  expect(passes.map((p) => p.fills.length)).toEqual([1, 1]);
  expect(stencils[1]!.edges.inset).toBe(5);
  expect(passes[1]!.fills[0].screen.tile.made).toBe('worn-dots');

  const wave = await plateOf(page, passes[0]!.name);
  expect(coverageRound(wave, 0.5, 0.7, SPOT)).toBe(1);
  expect(coverageRound(wave, 0.5, 0.2, SPOT)).toBe(0);
  // The second ink stays 5 mm (59 pixels) inside the wave, and fades from dark to light down the sheet.
  expect(coverageRound(whole, 0.115, 0.75, 20)).toBe(0);
  expect(coverageRound(whole, 0.5, 0.93, 20)).toBe(0);
  let outside = 0;
  for (let y = 0; y < whole.height; y++) {
    for (let x = 0; x < whole.width; x++) if (whole.ink(x, y) > wave.ink(x, y)) outside++;
  }
  expect(outside).toBe(0);
  const [upper, lower] = [coverageRound(whole, 0.35, 0.62, SPOT), coverageRound(whole, 0.35, 0.84, SPOT)];
  expect(lower).toBeGreaterThan(0.02);
  expect(upper).toBeGreaterThan(lower + 0.1);

  // Wear takes ink away and adds none.
  await choosePass(page, darker);
  await openFold(page, 'Screen', 'Wear');
  await type(page, 'Chips', '60 %');
  const worn = await plateOf(page, darker);
  let [lost, gained] = [0, 0];
  for (let y = 0; y < whole.height; y++) {
    for (let x = 0; x < whole.width; x++) {
      const change = worn.ink(x, y) - whole.ink(x, y);
      if (change < 0) lost++;
      if (change > 0) gained++;
    }
  }
  expect(gained).toBe(0);
  expect(lost).toBeGreaterThan(2000);
});
