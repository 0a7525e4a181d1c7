import { join } from 'node:path';
import { launchChromium } from './chromium.ts';

const [address, folder] = process.argv.slice(2);
if (!address || !folder) throw new Error('Give the address of a server with the demo, and a folder.');

const browser = await launchChromium();
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const settled = async () => {
  await page.waitForSelector('[data-testid=sheet][data-stage=settled]', { timeout: 60_000 });
  await page.waitForTimeout(2500);
};
const shot = (name: string) => page.screenshot({ path: join(folder, `${name}.png`) });

await page.goto(address);
await page.waitForFunction(
  () => [...document.images].length > 2 && [...document.images].every((i) => i.complete),
  null,
  { timeout: 60_000 },
);
await shot('shelf');
await page.getByRole('link', { name: 'Kite Week poster' }).first().click();
await settled();
await page.getByRole('button', { name: /^Pass Harbour blue/ }).click();
await page.waitForTimeout(1500);
await shot('bench');
await page.getByRole('button', { name: '1:1' }).click();
await page.getByRole('button', { name: 'Output' }).click();
await settled();
await page.waitForSelector('[data-testid=estimate]:has-text("about")');
await shot('output');
await browser.close();
