import type { Page } from '@playwright/test';
import { storedJob } from './bench.ts';

/** Chooses a family of screens. */
export const family = (page: Page, name: string) => page.getByRole('radio', { name, exact: true }).click();
/** Opens the samples of a choice, such as the dot shape, takes one by its name and keeps it. */
export async function cell(page: Page, choice: string, name: string): Promise<void> {
  await page.getByRole('button', { name: new RegExp(`^${choice}: `) }).click();
  await page.getByRole('radiogroup', { name: choice }).getByRole('radio', { name, exact: true }).click();
  await page.getByRole('button', { name: 'Keep' }).click();
}

/** Drags from the middle of the dial to the right, or along its rim by a quarter turn. */
export async function dragDial(page: Page, how: 'pull' | 'turn'): Promise<void> {
  const dial = page.getByRole('slider', { name: /Screen dial/ });
  await dial.scrollIntoViewIfNeeded();
  const box = (await dial.boundingBox())!;
  const [cx, cy] = [box.x + box.width / 2, box.y + box.height / 2];
  const rim = box.width / 2 - 5;
  const [from, to] =
    how === 'pull'
      ? [
          [cx - 50, cy],
          [cx + 50, cy],
        ]
      : [
          [cx + rim, cy],
          [cx, cy - rim],
        ];
  await page.mouse.move(from![0]!, from![1]!);
  await page.mouse.down();
  await page.mouse.move(to![0]!, to![1]!, { steps: 12 });
  await page.mouse.up();
}

/** The screen of the first pass, as the server has it. */
export const screenOf = async (page: Page, id: string) =>
  (await storedJob(page, id)).document.passes[0]!.fills[0].screen;
