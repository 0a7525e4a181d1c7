import type { Page } from '@playwright/test';

/** Holds back all that a page asks for under addresses of a pattern, as a slow network does. Returns what lets it through. */
export async function heldBack(page: Page, pattern: string): Promise<() => void> {
  let letThrough = () => {};
  const released = new Promise<void>((resolve) => {
    letThrough = resolve;
  });
  await page.route(pattern, async (route) => {
    await released;
    await route.continue();
  });
  return letThrough;
}
