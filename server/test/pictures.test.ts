import { existsSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { deflateSync } from 'node:zlib';
import { crc32 } from 'node:zlib';
import request from 'supertest';
import sharp from 'sharp';
import { startApp, type TestApp } from './app.ts';

let server: TestApp;
beforeAll(async () => {
  server = await startApp();
});
afterAll(() => server.close());

const upload = (name: string, bytes: Buffer) =>
  request(server.app.getHttpServer())
    .post(`/api/pictures?name=${encodeURIComponent(name)}`)
    .set('Content-Type', 'application/octet-stream')
    .send(bytes);

const storedFolders = () => {
  const folder = join(server.data, 'pictures');
  return existsSync(folder) ? readdirSync(folder, { recursive: true }).length : 0;
};

const colours = (width = 40, height = 30) => sharp({ create: { width, height, channels: 3, background: '#c86432' } });

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

describe('pictures that are taken', () => {
  test.each([
    ['a.png', () => colours().png()],
    ['a.jpg', () => colours().jpeg({ quality: 100, chromaSubsampling: '4:4:4' })],
    ['a.webp', () => colours().webp({ lossless: true })],
    ['a.tif', () => colours().tiff()],
    ['a.gif', () => colours().gif()],
    ['a.avif', () => colours().avif({ lossless: true })],
  ])('%s', async (name, make) => {
    const { body } = await upload(name, await make().toBuffer()).expect(201);
    expect(body).toMatchObject({ width: 40, height: 30, channels: 4 });
    const pixels = await pixelsOf(body.hash);
    expect(pixels).toHaveLength(40 * 30 * 4);
    [200, 100, 50, 255].forEach((v, c) => {
      expect(Math.abs(pixels[c]! - v)).toBeLessThanOrEqual(3);
    });
  });

  test('the resolution that a file states is told', async () => {
    const at = (density: number) => colours().tiff().withMetadata({ density }).toBuffer();
    expect((await upload('scan.tif', await at(600)).expect(201)).body.ppi).toBe(600);
    expect((await upload('plain.png', await colours().png().toBuffer()).expect(201)).body.ppi).toBeNull();
  });

  test('an SVG is drawn large', async () => {
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 20 10"><rect width="10" height="10" fill="#f00"/></svg>';
    const { body } = await upload('shape.svg', Buffer.from(svg)).expect(201);
    expect(body.width).toBe(4000);
    expect(body.height).toBe(2000);
  });

  test('orientation is applied and an embedded profile is converted to sRGB', async () => {
    const turned = await colours().jpeg().withMetadata({ orientation: 6 }).toBuffer();
    expect((await upload('turned.jpg', turned)).body).toMatchObject({ width: 30, height: 40 });
    const wide = await colours().withIccProfile('p3').png().toBuffer();
    const { body } = await upload('wide.png', wide).expect(201);
    const [r, g, b] = await pixelsOf(body.hash);
    // The same colour, stored as other numbers in the file, comes back as its sRGB.
    [r, g, b].forEach((v, c) => {
      expect(Math.abs(v! - [200, 100, 50][c]!)).toBeLessThanOrEqual(2);
    });
    const inFile = await sharp(wide, { ignoreIcc: true }).raw().toBuffer();
    expect(inFile[0]).not.toBe(200);
  });

  test('grey and opaque pictures take one channel', async () => {
    const { body } = await upload(
      'grey.png',
      await sharp({ create: { width: 9, height: 7, channels: 3, background: '#808080' } })
        .png()
        .toBuffer(),
    );
    expect(body.channels).toBe(1);
    expect(await pixelsOf(body.hash)).toEqual(Buffer.alloc(63, 128));
  });

  test('the same file twice is stored once, and the original comes back as it was', async () => {
    const bytes = await colours(50, 50).png().toBuffer();
    const first = await upload('one.png', bytes);
    const before = storedFolders();
    const second = await upload('two.png', bytes);
    expect(second.body.hash).toBe(first.body.hash);
    expect(storedFolders()).toBe(before);
    const file = join(server.data, 'pictures', first.body.hash.slice(0, 2), first.body.hash, 'original');
    expect(readFileSync(file).equals(bytes)).toBe(true);
  });
});

/** A PNG that says it is so large and holds hardly anything. */
function hugePng(side: number): Buffer {
  const chunk = (type: string, data: Buffer) => {
    const body = Buffer.concat([Buffer.from(type), data]);
    const out = Buffer.alloc(12 + data.length);
    out.writeUInt32BE(data.length);
    body.copy(out, 4);
    out.writeUInt32BE(crc32(body), 8 + data.length);
    return out;
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(side, 0);
  head.writeUInt32BE(side, 4);
  head.set([8, 2, 0, 0, 0], 8);
  return Buffer.concat([
    Buffer.from('\x89PNG\r\n\x1a\n', 'latin1'),
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(Buffer.alloc(1000))),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

const svg = (inside: string) =>
  Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="9" height="9">${inside}</svg>`,
  );

describe('files that are refused in one plain sentence, with nothing stored', () => {
  const cases: readonly [string, string, () => Buffer | Promise<Buffer>, RegExp][] = [
    ['no picture', 'a.png', () => Buffer.from('hello'), /not a picture that can be read/],
    ['nothing', 'a.png', () => Buffer.alloc(0), /is empty/],
    [
      'a truncated JPEG',
      'a.jpg',
      async () => (await colours(400, 300).jpeg().toBuffer()).subarray(0, 900),
      /damaged or cut short/,
    ],
    [
      'a truncated PNG',
      'a.png',
      async () =>
        (
          await sharp(Buffer.from(Array.from({ length: 90000 }, (_, k) => (k * 7919) % 251)), {
            raw: { width: 300, height: 300, channels: 1 },
          })
            .png()
            .toBuffer()
        ).subarray(0, 5000),
      /damaged or cut short/,
    ],
    ['a wrong ending', 'a.jpg', () => colours(31, 17).png().toBuffer(), /ends in \.jpg but the file holds PNG/],
    ['more than 200 megapixels', 'a.png', () => hugePng(15000), /more than 200 megapixels/],
    ['a bomb', 'a.png', () => hugePng(100000), /more than 200 megapixels|damaged|not a picture/],
    [
      'an SVG with a link outside',
      'a.svg',
      () => svg('<image href="file:///etc/passwd" width="9" height="9"/>'),
      /refers to files outside/,
    ],
    [
      'an SVG with a disguised link',
      'a.svg',
      () => svg('<image xlink:href="&#104;ttp://example.org/a.png" width="9" height="9"/>'),
      /refers to files outside/,
    ],
    [
      'an SVG with a style import',
      'a.svg',
      () => svg('<style>@import url(http://example.org/a.css);</style>'),
      /refers to files outside/,
    ],
    [
      'an SVG whose entities grow',
      'a.svg',
      () =>
        Buffer.from(
          '<!DOCTYPE svg [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]><svg xmlns="http://www.w3.org/2000/svg"><text>&b;</text></svg>',
        ),
      /defines entities/,
    ],
    [
      'an SVG drawn beyond all measure',
      'a.svg',
      () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="1" height="900000"/>'),
      /./,
    ],
  ];
  test.each(cases)('%s', async (_, name, make, sentence) => {
    const before = storedFolders();
    const { status, body } = await upload(name, await make());
    if (status < 400) {
      // Reading it is right as well, as long as it was kept within bounds.
      expect(body.width * body.height).toBeLessThanOrEqual(200e6);
      return;
    }
    expect(status).toBeGreaterThanOrEqual(400);
    expect(status).toBeLessThan(500);
    expect(body.message).toMatch(sentence);
    expect(body.message).toMatch(/^[^\n]+\.$/);
    expect(storedFolders()).toBe(before);
    await request(server.app.getHttpServer()).get('/api/jobs').expect(200);
  });

  test('more than 100 MB', async () => {
    const { status, body } = await upload('big.png', Buffer.alloc(100_000_001));
    expect(status).toBe(413);
    expect(body.message).toMatch(/larger than 100 MB/);
  });

  test('a known picture under a wrong name', async () => {
    const bytes = await colours(21, 22).png().toBuffer();
    await upload('right.png', bytes).expect(201);
    expect((await upload('wrong.webp', bytes).expect(422)).body.message).toMatch(/ends in \.webp/);
  });
});

describe('reduced copies for first looks', () => {
  const bodyOf = (address: string) =>
    request(server.app.getHttpServer())
      .get(address)
      .buffer(true)
      .parse((res, done) => {
        const pieces: Buffer[] = [];
        res.on('data', (p: Buffer) => pieces.push(p));
        res.on('end', () => done(null, Buffer.concat(pieces)));
      });

  test('are averages in light, so that a fine check stays as bright as it is', async () => {
    const [width, height] = [1300, 700];
    const check = Buffer.alloc(width * height * 3);
    for (let k = 0; k < width * height; k++) if ((k + Math.floor(k / width)) % 2) check.fill(255, 3 * k, 3 * k + 3);
    const { body } = await upload(
      'check.png',
      await sharp(check, { raw: { width, height, channels: 3 } })
        .png()
        .toBuffer(),
    ).expect(201);
    const level = (await bodyOf(`/api/pictures/${body.hash}/levels/1`).expect(200)).body as Buffer;
    expect(level).toHaveLength(650 * 350);
    // Half the light is the sRGB code 188 (IEC 61966-2-1); libvips works with a plain power of 2.2.
    for (const at of [650 * 170 + 300, 650 * 12 + 40]) expect(Math.abs(level[at]! - 188)).toBeLessThan(5);
  });

  test('are made anew when a picture was stored without them; other levels are refused', async () => {
    const { body } = await upload('large.png', await colours(1400, 640).png().toBuffer()).expect(201);
    const file = join(server.data, 'pictures', body.hash.slice(0, 2), body.hash, 'level-1');
    expect(existsSync(file)).toBe(true);
    rmSync(file);
    const level = (await bodyOf(`/api/pictures/${body.hash}/levels/1`).expect(200)).body as Buffer;
    expect(level).toHaveLength(700 * 320 * 4);
    await request(server.app.getHttpServer()).get(`/api/pictures/${body.hash}/levels/4`).expect(404);
    await request(server.app.getHttpServer()).get(`/api/pictures/${body.hash}/levels/x`).expect(400);
  });
});
