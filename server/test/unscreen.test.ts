import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { compileScreen, createJob, PLAIN_SCANNER, scanPrint } from '@chromatype/core';
import sharp from 'sharp';
import request from 'supertest';
import { startApp, type TestApp } from './app.ts';

const SIDE = 420;
const CELL = 10;

let server: TestApp;
beforeAll(async () => {
  server = await startApp();
});
afterAll(() => server.close());

/** A scan of a print in one ink, lighter to the right, as PNG. */
async function madeScan(): Promise<Buffer> {
  const side = 4 * SIDE;
  const { sheet, passes } = createJob('scan', 'p');
  const mm = (side / 2400) * 25.4;
  const screen = { ...passes[0]!.fills[0].screen, angle: 30, frequency: { value: 600 / CELL, per: 'lpi' as const } };
  const { thresholds } = compileScreen({ ...sheet, width: mm, height: mm, bleed: 0, ppi: 2400 }, screen);
  const row = thresholds!({ x: 0, y: 0, width: side, height: side, step: 1 });
  const codes = Uint8Array.from(row, (t, k) => (65535 * (0.1 + (0.8 * (k % side)) / side) > t ? 1 : 0));
  const lights = Float64Array.of(0.9, 0.9, 0.85, 0.02, 0.02, 0.03);
  const how = { ...PLAIN_SCANNER, width: SIDE, height: SIDE };
  const rgb = scanPrint({ width: side, height: side, codes, lights }, how);
  return sharp(rgb, { raw: { width: SIDE, height: SIDE, channels: 3 } })
    .withMetadata({ density: 600 })
    .png()
    .toBuffer();
}

async function stored(bytes: Buffer): Promise<string> {
  const { body } = await request(server.app.getHttpServer())
    .post('/api/pictures?name=scan.png')
    .set('Content-Type', 'application/octet-stream')
    .send(bytes);
  return (body as { hash: string }).hash;
}

interface Line {
  readonly share?: number;
  readonly message?: string;
  readonly picture?: { readonly hash: string; readonly width: number; readonly ppi: number; readonly name: string };
}

async function unscreened(hash: string, asked: object): Promise<{ status: number; lines: Line[] }> {
  const { status, text } = await request(server.app.getHttpServer())
    .post(`/api/pictures/${hash}/unscreened`)
    .send(asked)
    .buffer(true)
    .parse((res, done) => {
      let all = '';
      res.on('data', (piece: Buffer) => {
        all += piece.toString();
      });
      res.on('end', () => {
        res.text = all;
        done(null, all);
      });
    });
  return {
    status,
    lines: text
      .split('\n')
      .filter(Boolean)
      .map((line) => JSON.parse(line) as Line),
  };
}

/** Standard deviation of grey between neighbours half a cell apart, down the middle column. */
async function roughness(bytes: Buffer): Promise<number> {
  const { data, info } = await sharp(bytes).greyscale().raw().toBuffer({ resolveWithObject: true });
  let sum = 0;
  for (let y = 20; y < info.height - 20; y++) {
    const at = (y * info.width + (info.width >> 1)) * info.channels;
    sum += (data[at]! - data[at + (CELL / 2) * info.width * info.channels]!) ** 2;
  }
  return Math.sqrt(sum / (info.height - 40));
}

test('the server takes the screen out of a scan, tells how far it is, and stores the picture', async () => {
  const scan = await madeScan();
  const hash = await stored(scan);
  const { status, lines } = await unscreened(hash, {});
  expect(status).toBe(200);
  const shares = lines.flatMap(({ share }) => share ?? []);
  expect(shares.length).toBeGreaterThan(3);
  expect([...shares].sort((a, b) => a - b)).toEqual(shares);
  const { picture } = lines[lines.length - 1]!;
  // It is as large as the scan, in pixels and on paper.
  expect(picture).toMatchObject({ width: SIDE, height: SIDE, ppi: 600, name: 'scan, without its screen.png' });
  const made = await request(server.app.getHttpServer()).get(`/api/pictures/${picture!.hash}/original`).buffer(true);
  expect(await roughness(scan)).toBeGreaterThan(60);
  expect(await roughness(made.body as Buffer)).toBeLessThan(6);
  // The same again is the same picture, whether its resolution is told or read.
  const again = await unscreened(hash, { ppi: 600 });
  expect(again.lines[again.lines.length - 1]!.picture!.hash).toBe(picture!.hash);
});

test('a region alone, and one that does not lie in the scan', async () => {
  const hash = await stored(await madeScan());
  const { lines } = await unscreened(hash, { region: { x: 40, y: 60, width: 300, height: 250 } });
  expect(lines[lines.length - 1]!.picture).toMatchObject({ width: 300, height: 250 });
  const beyond = await unscreened(hash, { region: { x: 300, y: 0, width: 300, height: 300 } });
  expect(beyond.status).toBe(422);
  expect(beyond.lines[0]!.message).toMatch(/reaches beyond the scan/);
});

test('a picture without a screen is refused in one sentence, and nothing is stored', async () => {
  const blank = sharp({ create: { width: SIDE, height: SIDE, channels: 3, background: '#e8e0d0' } });
  const hash = await stored(await blank.png().toBuffer());
  const folder = join(server.data, 'pictures');
  const count = () => (existsSync(folder) ? readdirSync(folder, { recursive: true }).length : 0);
  const before = count();
  const { lines } = await unscreened(hash, {});
  expect(lines[lines.length - 1]!.message).toMatch(/nothing printed here/);
  expect(count()).toBe(before);
  expect(readdirSync(join(server.data, 'incoming'))).toEqual([]);
});
