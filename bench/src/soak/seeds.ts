import { gzipSync } from 'node:zlib';
import { createJob, type Job } from '@chromatype/core';
import sharp from 'sharp';
import { zipOf } from '../processes/bombs.ts';
import { jobWith } from '../processes/requests.ts';

/** A sound file, out of which damaged ones are made. */
export interface Seed {
  readonly name: string;
  readonly bytes: Buffer;
}

/** A small picture with edges, slopes and noise. */
function picture() {
  const [width, height] = [160, 120];
  const rgb = Buffer.alloc(width * height * 3);
  for (let k = 0; k < width * height; k++) {
    const [x, y] = [k % width, Math.floor(k / width)];
    rgb.set([x + y, (x * y) & 255, x > y ? 220 : (k * 2654435761) & 63], 3 * k);
  }
  return sharp(rgb, { raw: { width, height, channels: 3 } });
}

const SVG = `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="90mm" height="60mm" viewBox="0 0 90 60">
  <defs><linearGradient id="g"><stop offset="0" stop-color="#d31"/><stop offset="1" stop-color="#13d"/></linearGradient>
  <clipPath id="c"><circle cx="45" cy="30" r="25"/></clipPath><filter id="f"><feGaussianBlur stdDeviation="2"/></filter></defs>
  <style>.k { fill: url(#g); stroke: #111 }</style>
  <g clip-path="url(#c)"><rect class="k" width="90" height="60"/><path d="M5 50 L45 5 L85 50 Z" filter="url(#f)"/></g>
  <text x="10" y="55" font-size="6">Kite Week</text><use xlink:href="#g"/>
</svg>`;

/** One picture in every format that is taken, and in some rarer forms of them. */
export async function pictureSeeds(): Promise<Seed[]> {
  const made: readonly (readonly [string, Promise<Buffer>])[] = [
    ['a.png', picture().png().toBuffer()],
    ['interlaced.png', picture().png({ progressive: true }).toBuffer()],
    ['palette.png', picture().png({ palette: true }).toBuffer()],
    ['deep.png', picture().toColourspace('rgb16').png().toBuffer()],
    ['a.jpg', picture().jpeg().withMetadata({ orientation: 6, density: 240 }).toBuffer()],
    ['progressive.jpg', picture().jpeg({ progressive: true }).withIccProfile('p3').toBuffer()],
    ['cmyk.jpg', picture().toColourspace('cmyk').jpeg().toBuffer()],
    ['a.webp', picture().webp().toBuffer()],
    ['lossless.webp', picture().ensureAlpha(0.5).webp({ lossless: true }).toBuffer()],
    ['a.tif', picture().tiff({ compression: 'lzw' }).toBuffer()],
    ['tiled.tif', picture().tiff({ compression: 'deflate', tile: true, tileWidth: 64, tileHeight: 64 }).toBuffer()],
    ['bits.tif', picture().threshold().toColourspace('b-w').tiff({ bitdepth: 1, compression: 'ccittfax4' }).toBuffer()],
    ['deep.tif', picture().toColourspace('rgb16').tiff({ compression: 'none' }).toBuffer()],
    ['a.gif', picture().gif().toBuffer()],
    ['a.avif', picture().avif({ effort: 0 }).toBuffer()],
    ['a.svg', Promise.resolve(Buffer.from(SVG))],
    ['a.svgz', Promise.resolve(gzipSync(SVG))],
  ];
  return Promise.all(made.map(async ([name, bytes]) => ({ name, bytes: await bytes })));
}

const TICKET =
  'Stock  Cream #f5ecd7\n\n1  Kite red\n   ink   #d8392b\n   file  1-red.tif\n2  Navy\n   ink   #1d3f72\n   file  2-navy.tif\n';

/** Archives of plates as the press takes them. */
export async function archiveSeeds(): Promise<Seed[]> {
  const plate = await sharp(Buffer.alloc(600 * 500, 90), { raw: { width: 600, height: 500, channels: 1 } })
    .threshold(80)
    .tiff({ compression: 'lzw', xres: 300 / 25.4, yres: 300 / 25.4 })
    .toBuffer();
  const members = [
    { name: '1-red.tif', bytes: plate },
    { name: '2-navy.tif', bytes: plate },
    { name: 'ticket.txt', bytes: Buffer.from(TICKET) },
  ];
  return [{ name: 'plates.zip', bytes: zipOf(members) }];
}

/** Jobs of every part: pictures, passes, marks. */
export function documentSeeds(stored: { hash: string; width: number; height: number }): Job[] {
  return [createJob('Plain', 'p'), jobWith('With a picture', 80, stored)];
}
