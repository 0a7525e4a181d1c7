import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import AxeBuilder from '@axe-core/playwright';
import { expect, type Locator, type Page, test } from '@playwright/test';
import sharp from 'sharp';
import { decodeByFfmpeg, probe, readByPillow } from '../core/test/motion/read-clips.ts';
import { dropFile, newJob, saved, storedJob, type } from './support/bench.ts';
import { expectToFit } from './support/fits.ts';
import { cell, family } from './support/screen.ts';
import { openStation } from './support/sheet.ts';

const folder = mkdtempSync(join(tmpdir(), 'motion-'));
test.afterAll(() => rmSync(folder, { recursive: true }));

const sheet = (page: Page): Locator => page.getByTestId('motion-sheet');
const settled = (page: Page) => expect(sheet(page)).toHaveAttribute('data-stage', 'settled', { timeout: 30_000 });

/** A made clip: a bright square that goes round on a grey run, as an animated GIF or a film. */
async function clip(ending: 'gif' | 'webm', width: number, height: number, frames: number): Promise<Buffer> {
  const pages: Buffer[] = [];
  for (let k = 0; k < frames; k++) {
    const turn = (2 * Math.PI * k) / frames;
    const [x, y] = [width * (0.5 + 0.3 * Math.cos(turn)), height * (0.5 + 0.3 * Math.sin(turn))];
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><defs><linearGradient id="g"><stop stop-color="#203050"/><stop offset="1" stop-color="#c07040"/></linearGradient></defs><rect width="100%" height="100%" fill="url(#g)"/><rect x="${x - 40}" y="${y - 40}" width="80" height="80" fill="#ffe070"/></svg>`;
    pages.push(await sharp(Buffer.from(svg)).removeAlpha().raw().toBuffer());
  }
  if (ending === 'gif') {
    const raw = { width, height: height * frames, channels: 3, pageHeight: height } as const;
    return sharp(Buffer.concat(pages), { raw })
      .gif({ delay: Array(frames).fill(100), loop: 0 })
      .toBuffer();
  }
  const [from, to] = [join(folder, 'film.rgb'), join(folder, 'film.webm')];
  writeFileSync(from, Buffer.concat(pages));
  const read = ['-f', 'rawvideo', '-pix_fmt', 'rgb24', '-s', `${width}x${height}`, '-r', '10', '-i', from];
  execFileSync('ffmpeg', ['-v', 'error', ...read, '-c:v', 'libvpx-vp9', '-b:v', '2M', '-y', to]);
  return readFileSync(to);
}

/** A film of which only the sound is left. */
function sound(): Buffer {
  const file = join(folder, 'sound.webm');
  const tone = ['-f', 'lavfi', '-i', 'sine=frequency=440:duration=1'];
  execFileSync('ffmpeg', ['-v', 'error', ...tone, '-c:a', 'libopus', '-y', file]);
  return readFileSync(file);
}

/** The Motion view of a new job; returns the job's id. */
async function newMotion(page: Page): Promise<string> {
  const id = await newJob(page);
  await page.getByRole('link', { name: 'Motion', exact: true }).click();
  await expect(sheet(page)).toBeVisible();
  return id;
}

async function addClip(page: Page, name: string, kind: string, bytes: Buffer): Promise<void> {
  await dropFile(page, name, kind, bytes);
  await expect(page.getByTestId('clip')).toBeVisible({ timeout: 30_000 });
}

/** Makes a file of the clip and reads what comes. */
async function takeOut(page: Page, what: string): Promise<string> {
  const part = page.getByRole('region', { name: 'Take out' });
  await part.getByLabel('What to take out', { exact: true }).getByRole('radio', { name: what, exact: true }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: 90_000 }),
    part.getByRole('button', { name: /^Make / }).click(),
  ]);
  const file = join(folder, `${what}-${download.suggestedFilename()}`);
  writeFileSync(file, await readFile(await download.path()));
  return file;
}

/** Goes to a frame, counted from 1, by keys. */
async function goTo(page: Page, frame: number): Promise<void> {
  const strip = page.getByTestId('frame-strip');
  await strip.focus();
  await page.keyboard.press('Home');
  for (let k = 1; k < frame; k++) await page.keyboard.press('ArrowRight');
  await expect(page.getByTestId('frame-number')).toContainText(`frame ${frame} of`);
}

const choose = (page: Page, label: string, value: string) =>
  page.getByLabel(label).and(page.locator('select')).selectOption(value);

test('a clip through three lights on black comes out as GIF and MP4 with the frames of the print', async ({ page }) => {
  test.setTimeout(150_000);
  const id = await newJob(page);
  const made = await clip('gif', 360, 240, 10);
  await dropFile(page, 'round.gif', 'image/gif', made);
  await expect(page.getByText('round.gif was added.')).toBeVisible();
  // Light on black, 42 by 24 dots, on a sheet of the clip's own pixels.
  await saved(page);
  const stored = await storedJob(page, id);
  const [pass] = stored.document.passes;
  const lamp = (k: number) => ({
    ...pass!,
    id: `lamp-${k}`,
    name: ['Red', 'Green', 'Blue'][k]!,
    ink: { ...pass!.ink, colour: ['#ff0000', '#00ff00', '#0000ff'][k]!, meets: 'light' as const },
    fills: [
      {
        ...pass!.fills[0],
        id: `lamp-${k}-1`,
        feed: { ...pass!.fills[0].feed, part: (['r', 'g', 'b'] as const)[k]! },
        tone: { ...pass!.fills[0].tone, invert: true },
        screen: {
          ...pass!.fills[0].screen,
          family: 'marks' as const,
          marks: { ...pass!.fills[0].screen.marks, shape: 'circle', fit: 'counts', across: 42, down: 24 },
        },
      },
    ] as const,
  });
  const { sheet: own } = stored.document;
  const document = {
    ...stored.document,
    sheet: { ...own, width: 60.96, height: 40.64, bleed: 0, ppi: 150, stock: { ...own.stock, colour: '#000000' } },
    passes: [0, 1, 2].map(lamp),
  };
  await page.request.put(`/api/jobs/${id}`, { data: { document }, headers: { 'If-Match': `"${stored.version}"` } });
  await page.goto(`/jobs/${id}/motion`);
  await settled(page);
  await expect(page.getByTestId('clip')).toContainText('10 frames, 1.00 s, 360 × 240');
  await expect(page.getByTestId('frames')).toHaveText('10 frames');
  await expect(page.getByTestId('clip-size')).toContainText('about', { timeout: 20_000 });

  const gif = readByPillow(await takeOut(page, 'GIF'));
  expect([gif.width, gif.height, gif.frames.length]).toEqual([360, 240, 10]);
  const colours = new Set<number>();
  for (const { rgba, milliseconds } of gif.frames) {
    expect(milliseconds).toBe(100);
    for (let at = 0; at < rgba.length; at += 4) colours.add(rgba.readUIntBE(at, 3));
  }
  // Three lights mix to eight colours, and to no other.
  for (const colour of colours)
    expect([0x00, 0xff, 0xff00, 0xffff, 0xff0000, 0xff00ff, 0xffff00, 0xffffff]).toContain(colour);
  expect(colours.size).toBeGreaterThan(4);

  const film = await takeOut(page, 'MP4');
  expect(probe(film)).toMatchObject({ width: 360, height: 240, frames: 10 });
  expect(probe(film).seconds).toBeCloseTo(1, 1);
  const exact = gif.frames.map(({ rgba }) => rgba);
  const apart = (file: string): number => {
    const shown = decodeByFfmpeg(file);
    let sum = 0;
    for (const [k, rgba] of exact.entries())
      for (let at = 0; at < 360 * 240; at++)
        for (let c = 0; c < 3; c++) sum += Math.abs(shown[3 * (k * 360 * 240 + at) + c]! - rgba[4 * at + c]!);
    return sum / (3 * 360 * 240 * exact.length);
  };
  // What the codec itself loses of the same frames, with colour at half the size, by another encoder.
  const [frames, byX264] = [join(folder, 'exact.rgba'), join(folder, 'codec.mp4')];
  writeFileSync(frames, Buffer.concat(exact));
  const raw = ['-f', 'rawvideo', '-pix_fmt', 'rgba', '-s', '360x240', '-r', '10', '-i', frames];
  execFileSync('ffmpeg', ['-v', 'error', ...raw, '-c:v', 'libx264', '-pix_fmt', 'yuv420p', '-b:v', '2M', '-y', byX264]);
  expect(apart(film)).toBeLessThan(1.2 * apart(byX264));
  const webm = await takeOut(page, 'WebM');
  expect(probe(webm)).toMatchObject({ width: 360, height: 240, frames: 10 });
  expect(apart(webm)).toBeLessThan(1.2 * apart(byX264));

  // The film comes in again as a clip of as many frames.
  await dropFile(page, 'round.mp4', 'video/mp4', readFileSync(film));
  await expect(page.getByTestId('clip')).toHaveCount(2, { timeout: 30_000 });
  await expect(page.getByTestId('clip').last()).toContainText('10 frames, 1.00 s, 360 × 240');
});

test('letters follow clouds that evolve, as a closed loop', async ({ page }) => {
  test.setTimeout(120_000);
  const id = await newMotion(page);
  await page.getByRole('button', { name: 'Noise', exact: true }).click();
  await family(page, 'Marks');
  await page.getByRole('region', { name: 'Chain' }).getByRole('radio', { name: 'Counts' }).click();
  await type(page, 'Across', '24');
  await type(page, 'Down', '17');
  await type(page, 'Length', '1');
  await page.getByLabel('Frames a second', { exact: true }).getByRole('radio', { name: '12' }).click();
  await page.getByRole('button', { name: 'Evolve in a closed loop' }).click();
  await expect(page.getByTestId('track')).toHaveCount(1);
  await expect(page.getByTestId('key')).toHaveCount(2);
  await settled(page);
  await expect(page.getByTestId('seam')).toHaveAttribute('data-share', '0', { timeout: 30_000 });
  // Letters instead of circles.
  await saved(page);
  const stored = await storedJob(page, id);
  const [pass] = stored.document.passes;
  expect(pass!.fills[0].screen.marks).toMatchObject({ across: 24, down: 17, fit: 'counts' });
  const marks = { ...pass!.fills[0].screen.marks, shape: 'letters', text: 'A' };
  const fills = [{ ...pass!.fills[0], screen: { ...pass!.fills[0].screen, marks } }] as const;
  const { sheet: own } = stored.document;
  const document = {
    ...stored.document,
    sheet: { ...own, width: 81.28, height: 57.573, bleed: 0, ppi: 100 },
    passes: [{ ...pass!, fills }],
  };
  await page.request.put(`/api/jobs/${id}`, { data: { document }, headers: { 'If-Match': `"${stored.version}"` } });
  await page.reload();
  await settled(page);
  const gif = readByPillow(await takeOut(page, 'APNG'));
  expect(gif.frames).toHaveLength(12);
  const inkOf = (rgba: Buffer) => rgba.filter((v, k) => k % 4 === 0 && v < 100).length;
  const inks = gif.frames.map(({ rgba }) => inkOf(rgba));
  expect(new Set(gif.frames.map(({ rgba }) => rgba.toString('base64'))).size).toBe(12);
  // The way from the last frame back to the first is no longer than others.
  const steps = gif.frames.map(({ rgba }, k) => {
    const next = gif.frames[(k + 1) % 12]!.rgba;
    return rgba.reduce((sum, v, at) => sum + (v === next[at] ? 0 : 1), 0);
  });
  expect(steps.at(-1)!).toBeLessThanOrEqual(Math.max(...steps.slice(0, -1)));
  expect(Math.min(...inks)).toBeGreaterThan(100);

  // A key at another place opens the loop, which is said.
  await page.getByTestId('key').last().focus();
  for (let k = 0; k < 3; k++) await page.keyboard.press('ArrowLeft');
  await expect(page.getByTestId('seam')).toContainText('The loop closes', { timeout: 30_000 });
  await page.getByTestId('key').last().click();
  await page.getByRole('region', { name: 'Chosen key' }).getByLabel('Value', { exact: true }).fill('0.4');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('seam')).toContainText('The loop jumps', { timeout: 30_000 });
  await page.getByTestId('track').getByRole('combobox').selectOption({ label: '1 period' });
  await expect(page.getByTestId('seam')).toContainText('The loop closes', { timeout: 30_000 });
});

test('squares turn into stars over a clip: keys by one gesture, played, edited while it plays', async ({ page }) => {
  test.setTimeout(120_000);
  const id = await newMotion(page);
  await addClip(page, 'round.gif', 'image/gif', await clip('gif', 360, 360, 12));
  await family(page, 'Marks');
  await page.getByRole('region', { name: 'Chain' }).getByRole('radio', { name: 'Counts' }).click();
  await type(page, 'Across', '49');
  await type(page, 'Down', '49');
  // What has no place at rest is under the arrow of the station.
  await cell(page, 'Shape', 'Polygon');
  await openStation(page, 'Screen');
  await page.getByLabel('Sides', { exact: true }).and(page.locator('input')).first().fill('4');
  await page.getByLabel('Sides', { exact: true }).and(page.locator('input')).first().press('Enter');
  await choose(page, 'Turns into', 'star');
  await choose(page, 'Turns by', 'amount');
  const turned = page.getByRole('region', { name: 'Chain' }).getByLabel('Turned', { exact: true });
  await page.getByRole('button', { name: 'Key for Turned' }).click();
  await expect(page.getByTestId('track')).toContainText('Turned');
  await goTo(page, 7);
  await turned.fill('100');
  await turned.press('Enter');
  await expect(page.getByTestId('key')).toHaveCount(2);
  await saved(page);
  const { document } = await storedJob(page, id);
  expect(document.motion.tracks[0]!.keys.map(({ at, value }) => [Number(at.toFixed(3)), value])).toEqual([
    [0, 0],
    [0.6, 1],
  ]);
  // At rest the number is what it was.
  expect(document.passes[0]!.fills[0].screen.marks.turned).toBe(0);
  // In between the chain shows the way.
  await goTo(page, 4);
  await expect(turned).toHaveValue('50 %');

  const strip = page.getByTestId('frame-strip');
  await strip.focus();
  await page.keyboard.press('Space');
  await expect(sheet(page)).toHaveAttribute('data-stage', 'playing');
  await expect(sheet(page)).toHaveAttribute('data-ready', '12', { timeout: 30_000 });
  const pixels = () => sheet(page).evaluate((c: HTMLCanvasElement) => c.toDataURL().length);
  await expect
    .poll(async () => Number(await sheet(page).getAttribute('data-shown')), { timeout: 10_000 })
    .toBeGreaterThan(7);
  // A number that is changed while it plays shows at once.
  const before = await pixels();
  const across = page.getByRole('region', { name: 'Chain' }).getByLabel('Across', { exact: true });
  await across.fill('12');
  await across.press('Enter');
  await expect.poll(pixels, { timeout: 10_000 }).not.toBe(before);
  await expect(sheet(page)).toHaveAttribute('data-stage', 'playing');
  await page.getByRole('button', { name: 'Pause' }).click();
  await page.keyboard.press('Control+z');
  await expect(across).toHaveValue('49');

  // The SVG holds every drawing, squares in the first and stars in the middle.
  const svg = readFileSync(await takeOut(page, 'Marks that move, SVG'), 'utf8');
  expect(svg.match(/<g id="drawing-\d+" /g)).toHaveLength(12);
  await expectToFit(page, 'Motion');
  const axe = await new AxeBuilder({ page }).analyze();
  expect(axe.violations.filter((v) => v.impact === 'critical' || v.impact === 'serious')).toEqual([]);
});

test('a film is decoded in the browser and stored; what is no film is refused in a sentence', async ({ page }) => {
  test.setTimeout(120_000);
  const id = await newMotion(page);
  await addClip(page, 'round.webm', 'video/webm', await clip('webm', 320, 240, 10));
  await expect(page.getByTestId('clip')).toContainText('10 frames, 1.00 s, 320 × 240');
  await settled(page);
  await saved(page);
  const { document } = await storedJob(page, id);
  const [picture] = document.pictures;
  expect(picture!.clip!.ends).toHaveLength(10);
  // Stored frames look as ffmpeg decodes them.
  const film = decodeByFfmpeg(join(folder, 'film.webm'));
  for (const frame of [0, 6]) {
    const name = frame === 0 ? picture!.hash! : `${picture!.hash}.${frame}`;
    const bytes = await (await page.request.get(`/api/pictures/${name}/pixels`)).body();
    let apart = 0;
    for (let at = 0; at < 320 * 240; at++)
      for (let c = 0; c < 3; c++) apart += Math.abs(bytes[4 * at + c]! - film[3 * (frame * 320 * 240 + at) + c]!);
    expect(apart / (3 * 320 * 240)).toBeLessThan(3);
  }
  for (const [name, kind, bytes, sentence] of [
    ['noise.mp4', 'video/mp4', Buffer.from('no film at all'.repeat(50)), /damaged or of a kind that cannot be read/],
    ['sound.webm', 'video/webm', sound(), /has no picture track; only sound is in it/],
    ['cut.gif', 'image/gif', (await clip('gif', 320, 240, 10)).subarray(0, 4000), /damaged or cut short/],
  ] as const) {
    await dropFile(page, name, kind, bytes);
    await expect(page.getByText(sentence)).toBeVisible({ timeout: 20_000 });
  }
  await expect(page.getByTestId('clip')).toHaveCount(1);
  await page.getByRole('button', { name: 'Still of this frame' }).click();
  await page.waitForEvent('download', { timeout: 30_000 });
});
