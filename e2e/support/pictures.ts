import sharp from 'sharp';

/** A soft colour picture with lights, darks and an edge, as a JPEG. */
export function softPhoto(width: number, height: number): Promise<Buffer> {
  const rgb = new Uint8Array(width * height * 3);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const at = (y * width + x) * 3;
      const glow = Math.exp(-(((x - width * 0.4) / width) ** 2 + ((y - height * 0.45) / height) ** 2) * 6);
      rgb[at] = 60 + 180 * glow;
      rgb[at + 1] = 50 + 150 * glow * (0.6 + (0.4 * y) / height);
      rgb[at + 2] = 110 + (60 * x) / width;
      if (Math.hypot(x - width * 0.75, y - height * 0.3) < height * 0.12) rgb.set([220, 60, 40], at);
    }
  }
  return sharp(rgb, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 95 })
    .toBuffer();
}

/** Pixels of a PNG as ink: 1 where the grey is below the middle. */
export async function inkOf(
  png: Buffer,
): Promise<{ width: number; height: number; ink(x: number, y: number): number; grey: Buffer }> {
  const { data, info } = await sharp(png)
    .toColourspace('b-w')
    .raw({ depth: 'uchar' })
    .toBuffer({ resolveWithObject: true });
  const { width, height, channels } = info;
  return { width, height, grey: data, ink: (x, y) => (data[(y * width + x) * channels]! < 128 ? 1 : 0) };
}

/** The rows of a plate, packed, ink = 1: what browser and server are compared by. */
export function packed(plate: { width: number; height: number; ink(x: number, y: number): number }): Uint8Array {
  const stride = (plate.width + 7) >> 3;
  const out = new Uint8Array(stride * plate.height);
  for (let y = 0; y < plate.height; y++) {
    for (let x = 0; x < plate.width; x++) if (plate.ink(x, y)) out[y * stride + (x >> 3)]! |= 0x80 >> (x & 7);
  }
  return out;
}

/** A red disc and a grey square on an even blue ground: easy to cut out, easy to measure. */
export function flagPicture(width: number, height: number): Promise<Buffer> {
  const rgb = new Uint8Array(width * height * 3);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const disc = Math.hypot(x - width * 0.5, y - height * 0.5) < height * 0.3;
      const square = x > width * 0.05 && x < width * 0.2 && y > height * 0.1 && y < height * 0.3;
      rgb.set(disc ? [190, 60, 50] : square ? [120, 120, 120] : [60, 90, 200], (y * width + x) * 3);
    }
  }
  return sharp(rgb, { raw: { width, height, channels: 3 } })
    .png()
    .toBuffer();
}

/** Share of ink in a box of a plate, in pixels. */
export function coverageOf(
  plate: { ink(x: number, y: number): number },
  left: number,
  top: number,
  width: number,
  height: number,
): number {
  const [x0, y0] = [Math.round(left), Math.round(top)];
  let ink = 0;
  for (let y = y0; y < y0 + height; y++) for (let x = x0; x < x0 + width; x++) ink += plate.ink(x, y);
  return ink / (width * height);
}

/** Share of ink in a square of a plate, its middle given as shares of the plate's width and height. */
export function coverageRound(
  plate: { width: number; height: number; ink(x: number, y: number): number },
  u: number,
  v: number,
  side: number,
): number {
  return coverageOf(plate, u * plate.width - side / 2, v * plate.height - side / 2, side, side);
}

/** Three upright bars over one level bar, black on white: lettering as plain as it can be. */
export function lettersPicture(width: number, height: number): Promise<Buffer> {
  const grey = Uint8Array.from({ length: width * height }, (_, k) => {
    const [u, v] = [(k % width) / width, Math.floor(k / width) / height];
    const bars = v > 0.25 && v < 0.6 && u > 0.05 && u < 0.95 && Math.floor(u * 18) % 2 === 0;
    const line = v > 0.65 && v < 0.75 && u > 0.05 && u < 0.95;
    return bars || line ? 10 : 255;
  });
  return sharp(grey, { raw: { width, height, channels: 1 } })
    .png()
    .toBuffer();
}
