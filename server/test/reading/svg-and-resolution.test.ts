import sharp from 'sharp';
import { normalisePicture } from '../../src/pictures/reading/normalise.ts';
import { statedPpi } from '../../src/pictures/reading/resolution.ts';

const svg = (attributes: string) =>
  Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" ${attributes}><rect width="50%" height="100%" fill="#f00"/></svg>`,
  );

describe('the size of a drawing', () => {
  // CSS Values and Units 3: 1 in is 25.4 mm, 72 pt, 6 pc; 1 cm is 10 mm, 1 Q a quarter of one.
  test.each([
    ['width="210mm" height="148mm" viewBox="0 0 210 148"', 210, 148],
    ['width="21cm" height="14.8cm" viewBox="0 0 210 148"', 210, 148],
    ['width="8in" height="4in"', 203.2, 101.6],
    ['width="144pt" height="72pt"', 50.8, 25.4],
    ['width="36pc" height="800Q"', 152.4, 200],
    ['width="100mm" viewBox="0 0 20 10"', 100, 50],
    ["height='100mm' viewBox='0 0 20 10'", 200, 100],
  ])('%s is a size on paper', async (attributes, width, height) => {
    const picture = await normalisePicture(svg(attributes), 'a.svg');
    expect(picture.size!.width).toBeCloseTo(width, 6);
    expect(picture.size!.height).toBeCloseTo(height, 6);
    expect(Math.abs(Math.max(picture.width, picture.height) - 4000)).toBeLessThanOrEqual(4);
    expect(Math.abs(picture.width / picture.height / (width / height) - 1)).toBeLessThan(0.002);
    // The left half is red, the right one clear.
    const at = (x: number) => 4 * (Math.floor(picture.height / 2) * picture.width + x);
    expect([...picture.pixels.subarray(at(500), at(500) + 4)]).toEqual([255, 0, 0, 255]);
    expect(picture.pixels[at(picture.width - 500) + 3]).toBe(0);
  });
  test.each(['width="300" height="200"', 'width="300px" height="200px"', 'viewBox="0 0 30 20"', 'width="100%"'])(
    '%s is none',
    async (attributes) => {
      expect((await normalisePicture(svg(attributes), 'a.svg')).size).toBeNull();
    },
  );
});

describe('the resolution that a file states', () => {
  const image = () => sharp({ create: { width: 40, height: 30, channels: 3, background: '#888' } });
  const ppiOf = async (bytes: Buffer) => statedPpi(bytes, await sharp(bytes).metadata());
  /** A chunk of a PNG file put before its pixels. */
  const withPhys = async (across: number, unit: number) => {
    const png = await image().png().toBuffer();
    const data = Buffer.alloc(21);
    data.writeUInt32BE(9);
    data.write('pHYs', 4);
    data.writeUInt32BE(across, 8);
    data.writeUInt32BE(across, 12);
    data[16] = unit;
    const { crc32 } = await import('node:zlib');
    data.writeUInt32BE(crc32(data.subarray(4, 17)), 17);
    // Behind the signature and IHDR, 33 bytes; the file's own pHYs is left out.
    const own = png.indexOf('pHYs');
    const rest = own < 0 ? png.subarray(33) : Buffer.concat([png.subarray(33, own - 4), png.subarray(own + 17)]);
    return Buffer.concat([png.subarray(0, 33), data, rest]);
  };
  /** A JPEG with a JFIF header that states a resolution. */
  const withJfif = async (unit: number, across: number) => {
    const jpeg = await image().jpeg().toBuffer();
    const head = Buffer.from('ffe000104a46494600010100000000000000', 'hex');
    head[11] = unit;
    head.writeUInt16BE(across, 12);
    head.writeUInt16BE(across, 14);
    return Buffer.concat([jpeg.subarray(0, 2), head, jpeg.subarray(2)]);
  };

  test('PNG: pixels per metre count, numbers without a unit do not (W3C PNG Specification, 11.3.4.3)', async () => {
    expect(await ppiOf(await withPhys(11811, 1))).toBe(300);
    expect(await ppiOf(await withPhys(11800, 1))).toBeCloseTo(299.72, 6);
    expect(await ppiOf(await withPhys(72, 0))).toBeNull();
    // One pixel a mm is what some libraries write where they know none.
    expect(await ppiOf(await withPhys(1000, 1))).toBeNull();
  });
  test('JPEG: per inch and per centimetre count, a shape of pixels does not (ITU-T T.871)', async () => {
    expect(await ppiOf(await withJfif(1, 240))).toBe(240);
    expect(await ppiOf(await withJfif(2, 100))).toBeCloseTo(254, 6);
    expect(await ppiOf(await withJfif(0, 1))).toBeNull();
  });
  test('EXIF counts where the header states none', async () => {
    const tagged = await image().jpeg().withMetadata({ density: 350 }).toBuffer();
    expect(await ppiOf(tagged)).toBeCloseTo(350, 6);
  });
  test('TIFF: inches and centimetres count, no unit does not (TIFF 6.0)', async () => {
    expect(await ppiOf(await image().tiff({ xres: 10, yres: 10, resolutionUnit: 'inch' }).toBuffer())).toBeCloseTo(
      254,
      3,
    );
    expect(await ppiOf(await image().tiff({ xres: 10, yres: 10, resolutionUnit: 'cm' }).toBuffer())).toBeCloseTo(
      254,
      3,
    );
  });
  test('WebP and GIF without one state none', async () => {
    expect(await ppiOf(await image().webp().toBuffer())).toBeNull();
    expect(await ppiOf(await image().gif().toBuffer())).toBeNull();
  });
});
