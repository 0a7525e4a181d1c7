import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  createKernels,
  createPass,
  fillOf,
  type Job,
  memorySource,
  type Pass,
  plainInk,
  withFill,
} from '@chromatype/core';
import { unzipSync, zipSync } from 'fflate';
import sharp from 'sharp';
import request from 'supertest';
import { writeFile } from '../src/render/write-file.ts';
import { readStack } from '../src/artwork/stack.ts';
import { startApp, type TestApp } from './app.ts';
import { jobOf } from './plate-jobs.ts';

let server: TestApp;
beforeAll(async () => {
  server = await startApp();
});
afterAll(() => server.close());

type Members = Record<string, Uint8Array>;
const text = (value: string) => new TextEncoder().encode(value);

const send = (bytes: Uint8Array) =>
  request(server.app.getHttpServer())
    .post('/api/artwork')
    .set('Content-Type', 'application/octet-stream')
    .send(Buffer.from(bytes));

/** A layer of one colour with some alpha. */
const layer = (width: number, height: number, background: object): Promise<Buffer> =>
  sharp({
    create: {
      width,
      height,
      channels: 4,
      background: background as { r: number; g: number; b: number; alpha: number },
    },
  })
    .png()
    .toBuffer();

/** An OpenRaster file made by hand after the specification: mimetype first and stored, then the stack and its layers. */
const archive = (stack: string, members: Members): Uint8Array =>
  zipSync({ mimetype: [text('image/openraster'), { level: 0 }], 'stack.xml': text(stack), ...members });

const image = (layers: string, more = '') =>
  `<?xml version="1.0" encoding="UTF-8"?>\n<image version="0.0.3" w="60" h="40" ${more}>\n<stack>${layers}</stack></image>`;

async function pixelsOf(hash: string): Promise<Buffer> {
  const { body } = await request(server.app.getHttpServer())
    .get(`/api/pictures/${hash}/pixels`)
    .buffer(true)
    .parse((res, done) => {
      const pieces: Buffer[] = [];
      res.on('data', (p: Buffer) => pieces.push(p));
      res.on('end', () => done(null, Buffer.concat(pieces)));
    });
  return body as Buffer;
}

const RED = { r: 220, g: 40, b: 30, alpha: 1 };
const BLUE = { r: 20, g: 60, b: 160, alpha: 0.5 };
const INK = { r: 10, g: 10, b: 12, alpha: 1 };

test('layers come in with their names, opacity and blend modes, the undermost first, in register to the pixel', async () => {
  const file = archive(
    image(
      `<layer name="Lines &amp; letters" src="data/lines.png" x="7" y="5" opacity="0.75" composite-op="svg:multiply"/>
       <layer name="Hidden" src="data/blue.png" x="-3" y="-2" visibility="hidden" composite-op="svg:soft-light"/>
       <layer name="Ground" src="data/red.png" composite-op="svg:src-over"/>`,
      'xres="300" yres="300"',
    ),
    {
      'data/lines.png': await layer(11, 9, INK),
      'data/blue.png': await layer(20, 20, BLUE),
      'data/red.png': await layer(60, 40, RED),
    },
  );
  const { body } = await send(file).expect(201);
  expect(body).toMatchObject({ width: 60, height: 40, notes: [] });
  expect(body.widthMm).toBeCloseTo((60 / 300) * 25.4, 6);
  expect(
    body.layers.map(({ name, opacity, visible, mode }: Record<string, unknown>) => [name, opacity, visible, mode]),
  ).toEqual([
    ['Ground', 1, true, 'normal'],
    ['Hidden', 1, false, 'soft-light'],
    ['Lines & letters', 0.75, true, 'multiply'],
  ]);
  for (const { picture } of body.layers) expect([picture.width, picture.height]).toEqual([60, 40]);
  const [ground, hidden, lines] = await Promise.all(
    body.layers.map(({ picture }: { picture: { hash: string } }) => pixelsOf(picture.hash)),
  );
  expect([...ground.subarray(0, 4)]).toEqual([220, 40, 30, 255]);
  for (let y = 0; y < 40; y++) {
    for (let x = 0; x < 60; x++) {
      const at = 4 * (60 * y + x);
      const onLines = x >= 7 && x < 18 && y >= 5 && y < 14;
      if (lines[at + 3] !== (onLines ? 255 : 0)) throw new Error(`The lines are out of register at ${x}, ${y}.`);
      const onBlue = x < 17 && y < 18;
      if (hidden[at + 3] !== (onBlue ? 128 : 0)) throw new Error(`The blue layer is out of register at ${x}, ${y}.`);
    }
  }
});

test('groups: those that blend as a whole become one layer, others give their layers', async () => {
  const file = archive(
    image(
      `<stack name="Glow" opacity="0.5" composite-op="svg:screen">
         <layer name="Top" src="data/blue.png" composite-op="svg:multiply"/><layer name="Low" src="data/red.png"/>
       </stack>
       <stack name="Plain"><layer name="Inside" src="data/ink.png"/></stack>
       <layer name="Odd" src="data/red.png" composite-op="svg:plus"/>`,
    ),
    {
      'data/blue.png': await layer(60, 40, BLUE),
      'data/red.png': await layer(60, 40, RED),
      'data/ink.png': await layer(60, 40, INK),
    },
  );
  const { body } = await send(file).expect(201);
  expect(body.layers.map(({ name, opacity, mode }: Record<string, unknown>) => [name, opacity, mode])).toEqual([
    ['Odd', 1, 'normal'],
    ['Inside', 1, 'normal'],
    ['Glow', 0.5, 'screen'],
  ]);
  expect(body.notes).toEqual([
    'Odd asks for svg:plus, which is not known here; it is laid normally.',
    'The group Glow was made one layer, since it blends as a whole.',
  ]);
  const glow = await pixelsOf(body.layers[2].picture.hash);
  // Multiplied by half of its alpha: cb · (1 − a) + a · cb · cs, as W3C Compositing and Blending has it.
  const expected = [220, 40, 30].map((cb, c) => {
    const cs = [20, 60, 160][c]! / 255;
    const a = 128 / 255;
    return Math.round(cb * (1 - a) + a * cb * cs);
  });
  [...glow.subarray(0, 3)].forEach((v, c) => {
    expect(Math.abs(v - expected[c]!)).toBeLessThanOrEqual(1);
  });
});

describe('what is refused, each in one sentence and with nothing stored', () => {
  let before: string[] = [];
  beforeAll(() => {
    const folder = join(server.data, 'pictures');
    before = existsSync(folder) ? readdirSync(folder) : [];
  });
  const sound = '<layer name="A" src="data/a.png"/>';
  const refused = async (bytes: Uint8Array, sentence: string | RegExp) => {
    const { body } = await send(bytes).expect((res) => {
      if (res.status < 400 || res.status >= 500) throw new Error(`Status ${res.status}`);
    });
    if (typeof sentence === 'string') expect(body.message).toBe(sentence);
    else expect(body.message).toMatch(sentence);
  };

  test('no archive, no list, another type', async () => {
    await refused(text('nothing of the kind'), 'This is not a ZIP archive that can be opened.');
    await refused(zipSync({ 'a.txt': text('a') }), 'This is not an OpenRaster file; its list of layers is missing.');
    await refused(
      zipSync({ mimetype: text('application/zip'), 'stack.xml': text(image(sound)) }),
      'This is not an OpenRaster file.',
    );
  });

  test('a damaged list, a list that names itself deep, a doctype, sizes beyond reason', async () => {
    const damaged = 'The list of layers in this OpenRaster file cannot be read; save it again.';
    await refused(archive('<image w="10" h="10"><stack>', {}), damaged);
    await refused(archive(image('<layer name="no source"/>'), {}), damaged);
    await refused(archive('<!DOCTYPE image [<!ENTITY a "b">]><image w="1" h="1"><stack/></image>', {}), damaged);
    await refused(archive(image('<stack>'.repeat(60) + '</stack>'.repeat(60)), {}), damaged);
    await refused(
      archive('<image w="60000" h="60000"><stack><layer src="data/a.png"/></stack></image>', {}),
      /more than 100 megapixels/,
    );
    await refused(archive(image(''), {}), 'There are no layers in this OpenRaster file.');
    await refused(archive(image(sound.repeat(61)), {}), 'This artwork has 61 layers; at most 60 are taken.');
  });

  test('paths that climb out, sources that are not there or no pictures', async () => {
    const climbing = zipSync({
      mimetype: text('image/openraster'),
      'stack.xml': text(image(sound)),
      '../evil.png': text('x'),
    });
    await refused(climbing, 'A file in this archive has a path that leads out of it; the archive is not opened.');
    await refused(
      archive(image('<layer name="A" src="../../etc/passwd"/>'), {}),
      'The list of layers names ../../etc/passwd, which is not in the file.',
    );
    await refused(
      archive(image(sound), { 'data/a.png': text('no picture') }),
      'The layer A is not a PNG that can be read.',
    );
    const jpeg = await sharp({ create: { width: 4, height: 4, channels: 3, background: '#fff' } })
      .jpeg()
      .toBuffer();
    await refused(archive(image(sound), { 'data/a.png': jpeg }), 'The layer A is not a PNG that can be read.');
    const cut = (await layer(60, 40, RED)).subarray(0, 90);
    await refused(archive(image(sound), { 'data/a.png': cut }), 'The layer A is not a PNG that can be read.');
  });

  test('a bomb: a member that grows beyond all measure', async () => {
    const bomb = Buffer.from(archive(image(sound), { 'data/a.png': new Uint8Array(1000) }));
    // The size that the list of members states for the last of them (APPNOTE.TXT 6.3.10, 4.3.12).
    const entry = bomb.lastIndexOf(Buffer.from([0x50, 0x4b, 1, 2]));
    bomb.writeUInt32LE(600e6, entry + 24);
    await refused(bomb, 'A file in this archive is larger than 500 MB.');
    // One that lies about it is stopped when more comes out than it said.
    bomb.writeUInt32LE(10, entry + 24);
    await refused(bomb, /damaged|cannot be unpacked/);
    expect(existsSync(join(server.data, 'pictures')) ? readdirSync(join(server.data, 'pictures')) : []).toEqual(before);
  });
});

test('a job that is taken out as layers comes in again as it was, pixel for pixel', async () => {
  const next = jobOf('harbour-two');
  const artwork = (id: string, meets: Pass['ink']['meets'], strength: number): Pass => {
    const pass = createPass(id, 0, 'a');
    const fill = fillOf(pass);
    return {
      ...withFill(pass, {
        feed: { ...fill.feed, part: 'colour', fit: 'own', x: 3, y: 2, width: 20 },
        screen: { ...fill.screen, family: 'smooth' },
      }),
      name: `Layer ${id}`,
      ink: { ...plainInk('Any', '#000000'), meets, strength },
    };
  };
  const job: Job = {
    ...next,
    separations: [],
    sheet: { ...next.sheet, bleed: 0, stock: { ...next.sheet.stock, texture: 'none' } },
    passes: [artwork('one', 'normal', 1), artwork('two', 'color-burn', 0.4)],
  };
  const source = memorySource(
    600,
    400,
    4,
    Uint8Array.from({ length: 960000 }, (_, k) => (k % 4 === 3 ? 255 : (k * 7) % 251)),
  );
  const file = join(server.data, 'round.ora');
  await writeFile({ kernels: createKernels(), job, asked: { kind: 'layers-ora' }, pictures: () => source, file });
  const bytes = readFileSync(file);
  // The mimetype comes first and is stored, so that the file is known by its beginning.
  expect(bytes.subarray(30, 54).toString()).toBe('mimetypeimage/openraster');
  const members = unzipSync(bytes);
  const { nodes } = readStack(new TextDecoder().decode(members['stack.xml']));
  expect(nodes.map(({ name, mode, opacity }) => [name, mode, opacity])).toEqual([
    [job.sheet.stock.name, 'normal', 1],
    ['Layer one', 'normal', 1],
    ['Layer two', 'color-burn', 0.4],
  ]);
  const { body } = await send(bytes).expect(201);
  for (const [k, { picture }] of body.layers.entries()) {
    const name = k === 0 ? 'data/stock.png' : `data/pass-${k}.png`;
    const own = await sharp(members[name]).ensureAlpha().raw().toBuffer();
    const stored = await pixelsOf(picture.hash);
    const rgba = picture.channels === 1 ? Buffer.from([...stored].flatMap((v) => [v, v, v, 255])) : stored;
    for (let at = 0; at < own.length; at += 4) {
      if (own[at + 3] === 0 && rgba[at + 3] === 0) continue;
      if (own.compare(rgba, at, at + 4, at, at + 4) !== 0) throw new Error(`Layer ${k} differs at ${at}.`);
    }
  }
  const merged = await sharp(members['mergedimage.png']).metadata();
  const thumb = await sharp(members['Thumbnails/thumbnail.png']).metadata();
  expect([merged.width, Math.max(thumb.width, thumb.height) <= 256]).toEqual([Math.round((50 / 25.4) * 300), true]);
});
