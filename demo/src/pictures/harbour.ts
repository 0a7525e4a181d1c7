import sharp from 'sharp';
import { harbourShapes } from './harbour-shapes.ts';
import { addGrain, paintAir } from './harbour-air.ts';

const WIDTH = 6000;

/** A harbour at dusk, `width` pixels across, with figures and kites: soft skies, glittering water, hard edges, deep shadows. JPEG. */
export async function makeHarbour(width = WIDTH): Promise<Buffer> {
  const height = (width * 2) / 3;
  // Air and water are soft: painted at half the size and enlarged smoothly. Edges and grain are made at full size.
  const half = { width: width / 2, height: height / 2, channels: 3 } as const;
  const air = await sharp(paintAir(half.width, half.height), { raw: half })
    .resize(width, height, { kernel: 'cubic' })
    .raw()
    .toBuffer();
  const raw = { width, height, channels: 3 } as const;
  const scene = await sharp(air, { raw })
    .composite([{ input: Buffer.from(harbourShapes(width, height)) }])
    .removeAlpha()
    .raw()
    .toBuffer();
  addGrain(scene);
  return sharp(scene, { raw }).jpeg({ quality: 93, chromaSubsampling: '4:4:4' }).toBuffer();
}
