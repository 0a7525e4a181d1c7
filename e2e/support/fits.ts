import { expect, type Page } from '@playwright/test';

/** What does not fit on a page: what scrolls sideways, and words that are cut. */
export const misfits = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const found: string[] = [];
    const words = (text: string | null) => (text ?? '').trim().replace(/\s+/g, ' ').slice(0, 60);
    // Words that artists write (names of files, passes, jobs) may be longer than their place; all else is ours to fit.
    const own = (e: Element) => e.closest('[data-own]') !== null;
    // A strip of any number of patches is swiped on a phone.
    const swiped = (e: Element) => e.hasAttribute('data-swiped');
    const shown = (e: Element) => e.checkVisibility({ checkVisibilityCSS: true }) && !e.closest('.sr-only');
    if (document.documentElement.scrollWidth > innerWidth) found.push('the page scrolls sideways');
    for (const e of document.querySelectorAll<HTMLElement>('body *')) {
      if (!shown(e)) continue;
      const { overflowX } = getComputedStyle(e);
      const scrolls = overflowX === 'auto' || overflowX === 'scroll';
      if (scrolls && !swiped(e) && e.scrollWidth > e.clientWidth)
        found.push(`scrolls sideways: ${e.className.slice(0, 60)}`);
      if (own(e)) continue;
      if (e instanceof HTMLInputElement && e.scrollWidth > e.clientWidth + 1)
        found.push(`cut: ${e.labels?.[0]?.textContent ?? e.ariaLabel} ${e.value}`);
      if (e instanceof HTMLSelectElement) {
        const pen = document.createElement('canvas').getContext('2d')!;
        pen.font = getComputedStyle(e).font;
        // The arrow of a select takes the rest.
        const room = e.clientWidth - 16;
        const text = e.selectedOptions[0]?.textContent ?? '';
        if (pen.measureText(text).width > room)
          found.push(`cut: ${text} in ${e.ariaLabel ?? words(e.labels?.[0]?.textContent ?? '')}`);
      }
    }
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const parent = node.parentElement!;
      if (!node.textContent!.trim() || !shown(parent) || own(parent) || parent.closest('select, script, style'))
        continue;
      const range = document.createRange();
      range.selectNodeContents(node);
      const box = range.getBoundingClientRect();
      if (box.width === 0) continue;
      if (parent.closest('[data-swiped]')) continue;
      if (box.right > innerWidth + 1 || box.left < -1) found.push(`outside the window: ${words(node.textContent)}`);
      for (let e: HTMLElement | null = parent; e; e = e.parentElement) {
        if (getComputedStyle(e).overflowX === 'visible') continue;
        const clip = e.getBoundingClientRect();
        if (box.right > clip.left + e.clientLeft + e.clientWidth + 1 || box.left < clip.left - 1)
          found.push(`cut: ${words(node.textContent)}`);
      }
    }
    return [...new Set(found)];
  });

/** Fails when something on the page scrolls sideways or is cut. */
export async function expectToFit(page: Page, view: string): Promise<void> {
  const { width, height } = page.viewportSize()!;
  expect(await misfits(page), `${view} at ${width} × ${height}`).toEqual([]);
}

/** The smallest window comes last: what follows is done in it. */
const SIZES = [
  { width: 1920, height: 1080 },
  { width: 1280, height: 800 },
  { width: 1100, height: 700 },
] as const;

/** Checks what is open in a window of every size. */
export async function inEveryWindow(page: Page, check: () => Promise<void>): Promise<void> {
  for (const size of SIZES) {
    await page.setViewportSize(size);
    // What follows the size of the window has two frames to do so.
    await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
    await check();
  }
}

/** Fails when something on the page scrolls sideways or is cut in a window of any size. */
export const expectToFitEverywhere = (page: Page, view: string): Promise<void> =>
  inEveryWindow(page, () => expectToFit(page, view));
