import { expect, test } from '@playwright/test';
import { dropFile, makeOutput, saved, settled, storedJob } from './support/bench.ts';
import { inkOf } from './support/pictures.ts';
import { harbourPhoto } from './support/split.ts';

/** Milliseconds of work on the sheet after which a sign of it must be in sight: 200 are asked, the rest is for a busy machine. */
const SIGN_AFTER = 600;

test('a new user drops a photograph, chooses a dot by its name, turns the dial, sets the minimum dot and exports', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New job', exact: true }).click();
  await expect(page.getByRole('region', { name: 'How to begin' })).toContainText('Drop a photo');
  await dropFile(page, 'harbour.jpg', 'image/jpeg', await harbourPhoto());
  await expect(page.getByRole('region', { name: 'How to begin' })).toHaveCount(0);
  await settled(page);

  // The dots are found by their names; arrow keys walk on and the sheet follows.
  await page.getByRole('button', { name: /^Dot shape: Round/ }).click();
  const shapes = page.getByRole('dialog', { name: 'Dot shape' });
  await expect(shapes.getByRole('radio')).toHaveCount(28);
  const sample = (await shapes.getByRole('img', { name: /^Ellipse, / }).boundingBox())!;
  expect(Math.min(sample.width, sample.height)).toBeGreaterThanOrEqual(56);
  const sheet = () => page.getByTestId('sheet').evaluate((c: HTMLCanvasElement) => c.toDataURL());
  const round = await sheet();
  await shapes.getByRole('radio', { name: 'Diamond', exact: true }).click();
  await page.keyboard.press('ArrowLeft');
  await expect(shapes.getByRole('radio', { name: 'Square', exact: true })).toBeChecked();
  await settled(page);
  expect(await sheet()).not.toBe(round);
  // The samples lie over the chain, not over the sheet.
  const [over, edge] = [(await shapes.boundingBox())!, (await page.getByTestId('sheet-edge').boundingBox())!];
  expect(over.x + over.width).toBeLessThan(edge.x);
  await page.keyboard.press('Enter');
  await expect(shapes).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Dot shape: Square' })).toBeFocused();

  const dial = (await page.getByRole('slider', { name: /Screen dial/ }).boundingBox())!;
  const [cx, cy, rim] = [dial.x + dial.width / 2, dial.y + dial.height / 2, dial.width / 2 - 5];
  await page.mouse.move(cx + rim * Math.SQRT1_2, cy - rim * Math.SQRT1_2);
  await page.mouse.down();
  await page.mouse.move(cx + rim * 0.5, cy - rim * 0.866, { steps: 8 });
  await page.mouse.up();

  const minimum = page.getByLabel('Minimum dot', { exact: true });
  await minimum.fill('6 %');
  await minimum.press('Enter');
  await saved(page);
  const id = /jobs\/([0-9a-f-]+)/.exec(page.url())![1]!;
  const { screen } = (await storedJob(page, id)).document.passes[0]!.fills[0];
  expect(screen).toMatchObject({ family: 'dots', dots: { shape: 'Square' }, smallest: 0.06 });
  expect(screen.angle).toBeGreaterThan(57);
  expect(screen.angle).toBeLessThan(63);

  // The exported plate holds the photograph.
  const { bytes } = await makeOutput(page, /^Plate of/);
  const plate = await inkOf(bytes);
  let ink = 0;
  for (let y = 0; y < plate.height; y += 4) for (let x = 0; x < plate.width; x++) ink += plate.ink(x, y);
  expect(ink).toBeGreaterThan(0.05 * plate.width * (plate.height / 4));
});

test('choosing one shape after another is one step of undo, and Escape takes it back', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New job', exact: true }).click();
  await page.getByRole('button', { name: 'Noise' }).click();
  await page.getByRole('button', { name: 'More of Picture' }).click();
  await settled(page);
  const shape = (name: string) => page.getByRole('button', { name: `Dot shape: ${name}` });
  await shape('Round').click();
  for (let k = 0; k < 5; k++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(shape('Ellipse A')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(shape('Round')).toBeVisible();
  await shape('Round').click();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Escape');
  await expect(shape('Round')).toBeVisible();
});

test('lettering prints at once, fitted to the sheet, with its settings open', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New job', exact: true }).click();
  await page.getByRole('button', { name: 'Lettering' }).click();
  await expect(page.getByLabel('Text')).toHaveValue('Kite Week');
  await saved(page);
  await settled(page);
  const plate = await inkOf((await makeOutput(page, /^Plate of/)).bytes);
  const inked = (x: number) => {
    for (let y = 0; y < plate.height; y += 3) if (plate.ink(x, y)) return true;
    return false;
  };
  const columns = Array.from({ length: plate.width }, (_, x) => x).filter(inked);
  expect(columns[0]! / plate.width).toBeGreaterThan(0.03);
  expect(columns.at(-1)! / plate.width).toBeLessThan(0.97);
  expect((columns.at(-1)! - columns[0]!) / plate.width).toBeGreaterThan(0.7);
});

test('a choice shows a first picture, and work on the sheet is never without a sign', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New job', exact: true }).click();
  await page.getByRole('button', { name: 'Noise' }).click();
  await page.getByRole('button', { name: 'More of Picture' }).click();
  await settled(page);
  // Looks at the sheet all the time: how long it was at work, and how long without a sign of it.
  await page.evaluate(() => {
    performance.clearMeasures();
    const seen = { busy: 0, bare: 0, since: null as number | null };
    (window as unknown as { seen: typeof seen }).seen = seen;
    const look = () => {
      const stage = document.querySelector<HTMLElement>('[data-testid=sheet]')!.dataset.stage;
      const sign = document.querySelector('[data-testid=at-work]') ?? document.querySelector('[role=status] button');
      if (stage === 'settled') seen.since = null;
      else {
        seen.busy++;
        if (sign) seen.since = null;
        else seen.since ??= performance.now();
        if (seen.since !== null) seen.bare = Math.max(seen.bare, performance.now() - seen.since);
      }
      requestAnimationFrame(look);
    };
    look();
  });
  const looked = () => page.evaluate(() => (window as unknown as { seen: { busy: number; bare: number } }).seen);
  await page.getByRole('radio', { name: 'Grain', exact: true }).click();
  // The sheet is settled still, until the page has heard of the choice.
  await expect.poll(async () => (await looked()).busy).toBeGreaterThan(0);
  await settled(page);
  await expect(page.getByTestId('at-work')).toHaveCount(0);
  const seen = await looked();
  expect(seen.bare).toBeLessThan(SIGN_AFTER);
  const first = await page.evaluate(() => performance.getEntriesByName('preview first').length);
  expect(first).toBeGreaterThan(0);
});
