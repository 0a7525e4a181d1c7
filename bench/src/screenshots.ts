import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { launchChromium } from './chromium.ts';
import { sharedServer } from './processes/shared-server.ts';
import { recipeShots } from './screenshots-recipes.ts';

const [address, folder, contact, demo] = process.argv.slice(2);
if (!address || !folder || !contact || !demo)
  throw new Error(
    'Give the address of a server with the demo, a folder for views, one for contact pages, and that of the demo pictures.',
  );

const browser = await launchChromium();
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const settled = async () => {
  await page.waitForSelector('[data-testid=sheet][data-stage=settled]', { timeout: 240_000 });
  await page.waitForTimeout(2500);
};
const shot = (name: string, to = folder) => page.screenshot({ path: join(to, `${name}.png`) });

await page.goto(address);
await page.waitForFunction(() => document.images.length > 2 && !document.querySelector('[aria-busy=true]'), null, {
  timeout: 240_000,
});
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
await page.getByRole('radio', { name: 'Picture, JPEG' }).click();
await page.waitForFunction(
  () => document.querySelector('[data-testid=estimate]')!.textContent.startsWith('about'),
  null,
  {
    timeout: 60_000,
  },
);
await shot('output');
await page.getByRole('radio', { name: 'Sheet in colour' }).click();

// Plates of a process print, its rosettes, a print on the press, light on black, and the sets of inks.
await page.goto(address);
await page.getByRole('button', { name: 'New job', exact: true }).click();
await page.waitForFunction(
  () => document.querySelectorAll('[aria-label="How to begin"] canvas[data-drawn=yes]').length === 6,
);
await shot('begin', contact);
const openJob = async (name: string, view = '') => {
  const answer = await page.request.get(`${address}/api/jobs?q=${encodeURIComponent(name)}`);
  const [job] = (await answer.json()) as { id: string }[];
  if (!job) throw new Error(`The demo has no job "${name}".`);
  await page.goto(`${address}/jobs/${job.id}${view}`);
};
const plates = async () => {
  await page.waitForSelector('figure[aria-label="All plates together"] canvas[data-drawn=yes]', { timeout: 90_000 });
  await page.waitForTimeout(9000);
};
await openJob('Festival shirt', '/plates?show=ink');
await plates();
await shot('plates');
await openJob('Harbour postcard');
await settled();
await page.getByRole('button', { name: '1:1' }).click();
await settled();
await shot('rosettes', contact);
await openJob('Harbour print, two inks');
await settled();
await page.getByRole('button', { name: 'Off the press' }).click();
await settled();
await shot('press', contact);
await page.getByRole('button', { name: 'Plain' }).click();
await page.goto(`${address}/swatches?set=process`);
await page.waitForTimeout(1000);
await shot('swatches');
await page.goto(address);
await page.getByRole('link', { name: 'Kite Week poster' }).first().click();
await settled();
await page.getByRole('button', { name: /^Pass Harbour blue/ }).click();
await page.getByRole('button', { name: '1:1' }).click();
await page.getByRole('button', { name: 'Output' }).click();
await settled();

// The picture beside the print under the loupe, readings, and a sheet of strips.
await page.getByRole('button', { name: 'Close Output' }).click();
await page.getByRole('button', { name: 'fit' }).click();
await page.getByRole('button', { name: 'Loupe' }).click();
await page.getByRole('button', { name: 'Before' }).click();
await settled();
await shot('looking');
await page.getByRole('button', { name: 'Plain' }).click();
await page.getByRole('button', { name: 'Readings' }).click();
await page.waitForSelector('[data-testid=worst-step]:has-text("Largest")');
await settled();
// Coverage is counted part by part when nothing else is wanted.
await page.waitForFunction(() => !document.querySelector('[aria-label=Readings]')!.textContent.includes('…'));
await page.waitForTimeout(1500);
await shot('readings');
await page.getByRole('button', { name: 'Close Readings' }).click();
await page.getByRole('link', { name: 'Test strips' }).click();
// The middle of the poster has most of its yellow.
await page.getByLabel('Pass of the strips').selectOption({ label: 'Lamp yellow' });
await page.waitForTimeout(2500);
await page.getByLabel('Setting down').selectOption('dots.shape');
await page.getByRole('button', { name: 'Make strips' }).click();
await page.waitForFunction(() => {
  const { made, all } = document.querySelector<HTMLElement>('[data-testid=strips]')!.dataset;
  return made !== '0' && made === all;
});
await page.waitForTimeout(1000);
await shot('strips');
await page.getByRole('link', { name: 'Bench' }).click();
await settled();
await page.getByRole('button', { name: 'Output' }).click();

// A pass of the poster in grain with a palette.
const family = (name: string) => page.getByRole('radio', { name, exact: true }).click();
await page.getByRole('button', { name: 'Close Output' }).click();
await page.getByRole('button', { name: 'fit' }).click();
await page.getByRole('button', { name: /^Pass Lamp yellow/ }).click();
await family('Grain');
await page.getByLabel('Part of the picture').selectOption('colour');
await page.getByRole('button', { name: 'More of Screen' }).click();
await page.getByRole('combobox', { name: 'Prints' }).selectOption('palette');
await page.getByRole('button', { name: /^Hide Kite red/ }).click();
await page.getByRole('button', { name: /^Hide Harbour blue/ }).click();
await page.getByRole('button', { name: 'Take the colours from the picture' }).click();
await settled();

// A tile drawn by hand.
await family('Tile');
await page.getByRole('link', { name: 'Tile maker' }).click();
await page.waitForSelector('[data-testid=tile-sheet][data-stage=settled]');
const frequency = page.getByLabel('Frequency', { exact: true });
await frequency.fill('8 lpi');
await frequency.press('Enter');
const board = (await page.getByTestId('tile-board').boundingBox())!;
const at = (x: number, y: number) =>
  [board.x + (board.width * (x + 0.35)) / 1.7, board.y + (board.height * (y + 0.35)) / 1.7] as const;
async function draw(...points: (readonly [number, number])[]): Promise<void> {
  await page.mouse.move(...at(...points[0]!));
  await page.mouse.down();
  for (const point of points.slice(1)) await page.mouse.move(...at(...point), { steps: 6 });
  await page.mouse.up();
}
for (const [from, to] of [
  [0.5, 0.1],
  [0.85, 0.4],
  [0.5, 0.8],
  [0.15, 0.4],
  [0.5, 0.1],
].map((point, k, all) => [point, all[(k + 1) % all.length]!] as const)) {
  await draw(from as [number, number], to as [number, number]);
}
await page.getByRole('textbox', { name: 'Darkness' }).fill('60 %');
await page.keyboard.press('Enter');
await draw([0.5, 0.8], [0.62, 0.92], [0.45, 1.02], [0.6, 1.12]);
await page.waitForSelector('[data-testid=tile-sheet][data-stage=settled]');
await page.waitForTimeout(1500);
await shot('tile-maker', contact);

// A finished piece on its stock.
await openJob('Quay zine cover', '?pass=stock');
await settled();
await page.getByRole('button', { name: /^Photocopier/ }).click();
await settled();
await shot('stock');

// Pages of stencils and tints: the tint shelf, the colour shelf, handles on the sheet, the tile shelf.
await openJob('The night before the wind');
await settled();
await page.getByRole('button', { name: 'Tint shelf' }).click();
await settled();
await shot('tint-shelf', contact);
await openJob('The day the wind turned', '?pass=Cyan&fill=tint-1');
await settled();
await page.getByRole('button', { name: 'Colour shelf' }).click();
await settled();
await shot('comic', contact);
// Marks: chosen by hand on the sheet, and a mosaic with its pieces counted.
await openJob('Squares into stars');
await settled();
await page.getByRole('button', { name: 'More of Screen' }).click();
await page.getByRole('button', { name: /^By hand/ }).click();
await page.getByRole('button', { name: 'Choose marks on the sheet' }).click();
await page.waitForSelector('[data-testid=mark-layer]:not([data-marks=""])');
const sheetBox = (await page.getByTestId('sheet-edge').boundingBox())!;
const onSheet = (u: number, v: number) => [sheetBox.x + sheetBox.width * u, sheetBox.y + sheetBox.height * v] as const;
await page.mouse.move(...onSheet(0.5, 0.3));
await page.mouse.down();
for (const [u, v] of [
  [0.65, 0.38],
  [0.7, 0.55],
  [0.52, 0.6],
  [0.4, 0.45],
  [0.49, 0.31],
] as const) {
  await page.mouse.move(...onSheet(u, v), { steps: 6 });
}
await page.mouse.up();
await page.waitForTimeout(1500);
await shot('marks');
await openJob('Harbour sign in studs');
await settled();
await page.getByRole('button', { name: 'More of Screen' }).click();
await page
  .getByRole('button', { name: /^Shape/ })
  .last()
  .click();
await page.getByRole('button', { name: /^Pieces by colour/ }).click();
await page.getByRole('list', { name: 'Pieces by colour' }).getByRole('listitem').last().scrollIntoViewIfNeeded();
await settled();
await shot('mosaic', contact);
await openJob('Kite Week, the wave poster', '?pass=teal&fill=wave-t');
await settled();
await page.getByRole('button', { name: 'More of Stencil' }).click();
await page
  .getByRole('list', { name: 'Parts of the stencil' })
  .getByRole('button', { name: 'Pen', exact: true })
  .click();
await page.waitForSelector('[data-testid=part-handles]');
await settled();
await shot('stencil');

// Bends with their handles on the sheet, and a seamless repeat.
await openJob('Harbour in a swirl of lines');
await settled();
await page.getByRole('button', { name: 'More of Bend' }).click();
await settled();
await shot('bend-swirl', contact);
const bends = page.getByRole('region', { name: 'Bend station' });
async function bendInstead(kind: string, handle: string, by: readonly [number, number]): Promise<void> {
  await bends.getByRole('button', { name: /^Remove 1 / }).click();
  await bends.getByRole('button', { name: kind, exact: true }).click();
  await settled();
  const box = (await page.getByTestId(`bend-handle-${handle}`).boundingBox())!;
  await page.mouse.move(box.x + 12, box.y + 12);
  await page.mouse.down();
  await page.mouse.move(box.x + 12 + by[0], box.y + 12 + by[1], { steps: 8 });
  await page.mouse.up();
  await settled();
}
await bendInstead('Mesh', '5', [60, 45]);
await shot('bend-mesh', contact);
await bendInstead('Pins', '0', [70, -40]);
await shot('bend-pins', contact);
await openJob('Cloth waved by hand', '/repeat');
await page.waitForSelector('[data-testid=repeat-view][data-stage=made]', { timeout: 120_000 });
await page.waitForTimeout(1500);
await shot('repeat', contact);

// Stones: the layout, its faults after some work by hand, and the map that its stones are placed by.
await openJob('Jacket back in stones', '/stones');
const stonesLaid = async () => {
  await page.waitForSelector('[data-testid=stones-view][data-stage=laid]', { timeout: 60_000 });
  await page.waitForSelector('[data-testid=stone-faults]:not([data-faults=""])', { timeout: 60_000 });
  await page.waitForTimeout(500);
};
await stonesLaid();
await shot('stones');
await page.getByRole('radio', { name: 'Place', exact: true }).click();
const cloth = (await page.getByTestId('stone-sheet').boundingBox())!;
await page.keyboard.down('Alt');
for (const [u, v] of [
  [0.42, 0.29],
  [0.58, 0.28],
  [0.25, 0.12],
  [0.61, 0.42],
] as const)
  await page.mouse.click(cloth.x + u * cloth.width, cloth.y + v * cloth.height);
await page.keyboard.up('Alt');
await page.keyboard.press('Escape');
await stonesLaid();
await shot('stones-faults', contact);
const [, jacket] = /jobs\/([0-9a-f-]+)/.exec(page.url())!;
const asked = { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: '{"kind":"stones-map"}' };
const { id: run } = (await (await fetch(`${address}/api/jobs/${jacket}/runs`, asked)).json()) as { id: string };
const mapOf = () => fetch(`${address}/api/runs/${run}/file`);
let map = await mapOf();
for (let k = 0; !map.ok && k < 100; k++) {
  await page.waitForTimeout(300);
  map = await mapOf();
}
const work = mkdtempSync(join(tmpdir(), 'chromatype-stones-'));
writeFileSync(join(work, 'map.pdf'), Buffer.from(await map.arrayBuffer()));
execFileSync('pdftoppm', ['-r', '72', '-png', '-singlefile', join(work, 'map.pdf'), join(contact, 'stones-map')]);
rmSync(work, { recursive: true });

// Motion: a clip whose marks turn, three lights, letters in clouds.
async function motionShot(title: string, name: string, folder?: string, frame = 0): Promise<void> {
  await openJob(title, '/motion');
  await page.waitForSelector('[data-testid=motion-sheet][data-stage=settled]', { timeout: 60_000 });
  await page.getByTestId('frame-strip').focus();
  for (let k = 0; k < frame; k++) await page.keyboard.press('ArrowRight');
  await page.waitForSelector('[data-testid=making-frames]', { state: 'detached', timeout: 60_000 });
  await page.waitForSelector('[data-testid=measured][data-known=true]', { timeout: 60_000 });
  await page.waitForSelector('[data-testid=motion-sheet][data-stage=settled]', { timeout: 60_000 });
  if (folder) await shot(name, folder);
  else await shot(name);
}
await motionShot('Kites in light', 'motion-light', contact, 12);
await motionShot('Letters in clouds', 'motion-letters', contact, 20);
await motionShot('Kites in stars', 'motion', undefined, 26);

await recipeShots({ page, address, demo, settled, openJob, shot });

// How a server beyond this machine begins.
const shared = await sharedServer('kite over harbour');
await page.goto(shared.address);
await page.getByLabel('Password').fill('kite over harbour');
await shot('sign-in', contact);
await shared.stop();
await browser.close();
