import { expect, test } from '@playwright/test';
import { addPass, dropFile, saved, settled, smallJob, storedJob, type } from './support/bench.ts';
import { keptAngle } from './support/history.ts';
import { softPhoto } from './support/pictures.ts';

test('more than 30 steps are undone and done again, to the very same job', async ({ page }) => {
  const id = await smallJob(page);
  await saved(page);
  const before = (await storedJob(page, id)).document;
  for (let k = 1; k <= 34; k++) await type(page, 'Angle', `${k}`);
  await saved(page);
  const after = (await storedJob(page, id)).document;
  expect(after.passes[0]!.fills[0].screen.angle).toBe(34);
  await page.getByTestId('sheet').hover({ position: { x: 12, y: 12 } });
  await page.getByRole('button', { name: 'Undo' }).click();
  for (let k = 1; k < 34; k++) await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
  await saved(page);
  expect((await storedJob(page, id)).document).toEqual(before);
  await page.getByRole('button', { name: 'Redo' }).click();
  for (let k = 1; k < 34; k++) await page.keyboard.press('Control+Shift+z');
  await expect(page.getByRole('button', { name: 'Redo' })).toBeDisabled();
  await saved(page);
  expect((await storedJob(page, id)).document).toEqual(after);
});

test('a drag of the dial is one step of undo', async ({ page }) => {
  await smallJob(page);
  const dial = page.getByRole('slider', { name: /Screen dial/ });
  const box = (await dial.boundingBox())!;
  const [cx, cy] = [box.x + box.width / 2, box.y + box.height / 2];
  const at = (degrees: number) =>
    [cx + 70 * Math.cos((degrees * Math.PI) / 180), cy - 70 * Math.sin((degrees * Math.PI) / 180)] as const;
  await page.mouse.move(...at(45));
  await page.mouse.down();
  for (let a = 45; a <= 105; a += 4) await page.mouse.move(...at(a));
  await page.mouse.up();
  const angle = page.getByLabel('Angle', { exact: true });
  await expect(angle).toHaveValue(/^10[45]/);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(angle).toHaveValue('45°');
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
});

test('a reload in the middle of work loses nothing: not the job, not the choice, not the view, not undo', async ({
  page,
}) => {
  const id = await smallJob(page);
  await dropFile(page, 'kept.jpg', 'image/jpeg', await softPhoto(600, 400));
  await expect(page.getByLabel('Picture of this pass')).toHaveValue(/.+/);
  await addPass(page);
  await type(page, 'Angle', '33');
  await page.getByRole('button', { name: '1:1' }).click();
  await expect(page).toHaveURL(/view=1/);
  // No wait for the autosave: the reload comes in the middle.
  await type(page, 'Angle', '34');
  await page.reload();
  await settled(page);
  await expect(page.getByLabel('Angle', { exact: true })).toHaveValue('34°');
  await expect(page.getByTestId('scale')).toHaveText('100 %');
  await expect(page.getByRole('button', { name: /^Pass/ })).toHaveCount(2);
  await saved(page);
  expect((await storedJob(page, id)).document.passes[1]!.fills[0].screen.angle).toBe(34);
});

test('undo goes on after a reload', async ({ page }) => {
  const id = await smallJob(page);
  await type(page, 'Angle', '50');
  await type(page, 'Angle', '60');
  await saved(page);
  await expect.poll(() => keptAngle(page, id)).toBe(60);
  await page.reload();
  await settled(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Angle', { exact: true })).toHaveValue('50°');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Angle', { exact: true })).toHaveValue('45°');
});

test('two tabs: the other follows while it has nothing of its own, and is asked when it has', async ({
  page,
  context,
}) => {
  const id = await smallJob(page);
  const other = await context.newPage();
  await other.goto(page.url());
  await settled(other);
  await type(page, 'Angle', '11');
  await saved(page);
  await expect(other.getByLabel('Angle', { exact: true })).toHaveValue('11°');

  // Both change the job at once: the other's save must not reach the server before it knows.
  await other.route('**/api/jobs/*', async (route) => {
    if (route.request().method() === 'PUT') await new Promise((resolve) => setTimeout(resolve, 1500));
    await route.continue();
  });
  await type(other, 'Angle', '22');
  await type(page, 'Angle', '33');
  await saved(page);
  await expect(other.getByRole('alert')).toContainText('changed in another window');
  expect((await storedJob(page, id)).document.passes[0]!.fills[0].screen.angle).toBe(33);

  await other.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await other.waitForURL((url) => !url.pathname.includes(id));
  await settled(other);
  await expect(other.getByLabel('Angle', { exact: true })).toHaveValue('22°');
  await expect(other.getByLabel('Title of the job')).toHaveValue('Small (my copy)');
  expect((await storedJob(page, id)).document.passes[0]!.fills[0].screen.angle).toBe(33);
});
