import sharp from 'sharp';
import { harbourShapes } from './harbour-shapes.ts';
import { addGrain, paintAir } from './harbour-air.ts';

const WIDTH = 6000;
const HEIGHT = 4000;

/** A harbour at dusk with figures and kites: soft skies, glittering water, hard edges, deep shadows. JPEG. */
export async function makeHarbour(): Promise<Buffer> {
  // Air and water are soft: painted at half the size and enlarged smoothly. Edges and grain are made at full size.
  const half = { width: WIDTH / 2, height: HEIGHT / 2, channels: 3 } as const;
  const air = await sharp(paintAir(half.width, half.height), { raw: half })
    .resize(WIDTH, HEIGHT, { kernel: 'cubic' })
    .raw()
    .toBuffer();
  const raw = { width: WIDTH, height: HEIGHT, channels: 3 } as const;
  const scene = await sharp(air, { raw })
    .composite([{ input: Buffer.from(harbourShapes(WIDTH, HEIGHT)) }])
    .removeAlpha()
    .raw()
    .toBuffer();
  addGrain(scene);
  return sharp(scene, { raw }).jpeg({ quality: 93, chromaSubsampling: '4:4:4' }).toBuffer();
}
