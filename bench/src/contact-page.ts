import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { launchChromium } from './chromium.ts';

/** Pictures one under the other, as data URLs, with a line of words under them. */
export interface Figure {
  readonly label: string;
  readonly images: readonly string[];
  readonly width: number;
}

const font = createRequire(import.meta.url).resolve(
  '@fontsource-variable/instrument-sans/files/instrument-sans-latin-wght-normal.woff2',
);
const face = `data:font/woff2;base64,${readFileSync(font).toString('base64')}`;

const figureOf = ({ label, images, width }: Figure): string =>
  `<figure style="width:${width}px">${images.map((src) => `<img src="${src}">`).join('')}<figcaption>${label}</figcaption></figure>`;

/** Writes pages of figures, every picture pixel on pixel, by their file names. */
export async function writePages(pages: Readonly<Record<string, readonly Figure[]>>, width: number): Promise<void> {
  const browser = await launchChromium();
  const page = await browser.newPage({ viewport: { width: width + 20, height: 100 } });
  for (const [file, figures] of Object.entries(pages)) {
    await page.setContent(`<style>@font-face{font-family:s;src:url(${face})}
body{margin:10px;background:#f5f1e8;font:13px s;display:flex;flex-wrap:wrap;gap:10px;width:${width}px;align-content:flex-start}
figure{margin:0}img{display:block;image-rendering:pixelated;margin-bottom:2px}figcaption{padding-top:2px}</style>${figures.map(figureOf).join('')}`);
    await page.evaluate(() => document.fonts.ready);
    await page.screenshot({ path: file, fullPage: true });
  }
  await browser.close();
}
