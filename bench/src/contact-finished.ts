import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  composeExact,
  createJob,
  createKernels,
  DEFAULT_SHEET,
  FINISH_KINDS,
  filePicture,
  fillOf,
  type Job,
  MM_PER_INCH,
  makeSmallPrint,
  memorySource,
  type Picture,
  type PictureSource,
  planPass,
  planSurface,
  plainStock,
  type Sheet,
  TEXTURE_KINDS,
  withFill,
} from '@chromatype/core';
import sharp from 'sharp';
import { demoJobs } from '../../demo/dist/jobs.js';
import { PICTURES } from '../../demo/dist/pictures/index.js';
import { type Figure, writePages } from './contact-page.ts';

/* Contact pages for the eye: the finished pieces of the demo as they are shared, and every stock and finish at 1:1. */
const [demo, folder] = process.argv.slice(2);
if (!demo || !folder) throw new Error('Give the folder of the demo pictures, and one for the pages.');

const kernels = createKernels();
const sources = new Map<string, PictureSource>();
const pictures: Record<string, Picture> = {};
for (const name of Object.keys(PICTURES)) {
  const { data, info } = await sharp(readFileSync(join(demo, name)))
    .toColourspace('srgb')
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  sources.set(name, memorySource(info.width, info.height, 4, new Uint8Array(data)));
  pictures[name] = filePicture({
    id: name.replace(/\..*$/, ''),
    name,
    hash: name,
    width: info.width,
    height: info.height,
  });
}
const env = { kernels, pictures: (hash: string) => sources.get(hash) ?? null };

const dataUrl = async (rgba: Uint8Array | Uint8ClampedArray, width: number, height: number): Promise<string> => {
  const png = await sharp(Buffer.from(rgba.buffer, rgba.byteOffset, rgba.byteLength), {
    raw: { width, height, channels: 4 },
  })
    .png()
    .toBuffer();
  return `data:image/png;base64,${png.toString('base64')}`;
};

const jobs = demoJobs(pictures);
const PIECES = [
  ['The look-out, pop portrait', 860],
  ['Wind from the sea, finished poster', 390],
  ['Harbour in exchanged inks', 720],
  ['Quay zine cover', 340],
] as const;
const pieces: Figure[] = [];
for (const [title, wide] of PIECES) {
  const print = makeSmallPrint(env, jobs.find((j) => j.title === title)!, wide);
  pieces.push({ label: title, images: [await dataUrl(print.rgba, print.width, print.height)], width: wide });
}

const [WIDTH, HEIGHT] = [400, 230];
const STOCKS: Readonly<Record<string, string>> = {
  paper: '#f5ecd7',
  newsprint: '#e4dfd3',
  kraft: '#b8925f',
  rag: '#f3ead6',
  aged: '#efe2c0',
  cloth: '#e9e4d6',
  canvas: '#e8e0cc',
  twill: '#9db3c6',
  jersey: '#d8d6d0',
};
const mm = (pixels: number) => (pixels / 300) * MM_PER_INCH;

/** The still life in blue dots on a sheet. */
function stillOn(sheet: Partial<Sheet>, scale: number): Job {
  const base = createJob('contact', 'p');
  const pass = base.passes[0]!;
  const { feed, screen } = fillOf(pass);
  const still = pictures['studio-still-life.png']!;
  return {
    ...base,
    sheet: { ...DEFAULT_SHEET, width: mm(WIDTH) * scale, height: mm(HEIGHT) * scale, bleed: 0, ppi: 300, ...sheet },
    pictures: [still],
    passes: [
      {
        ...withFill(pass, {
          feed: { ...feed, picture: still.id },
          screen: { ...screen, frequency: { value: scale > 1 ? 30 : 45, per: 'lpi' } },
        }),
        ink: { ...pass.ink, colour: '#1d3f72' },
      },
    ],
  };
}

const stocks: Figure[] = [];
for (const { name, label } of TEXTURE_KINDS) {
  const job = stillOn({ stock: { ...plainStock(label, STOCKS[name] ?? '#eeeeee'), texture: name } }, 1);
  const area = { x: 0, y: 0, width: WIDTH, height: HEIGHT, step: 1 };
  const plates = job.passes.map((p) => planPass(env, job, p).plate.read(area));
  const rgba = composeExact(kernels, job.sheet, job.passes, plates, area, planSurface(env, job));
  stocks.push({ label: `${label}, 1:1 at 300 ppi`, images: [await dataUrl(rgba, WIDTH, HEIGHT)], width: WIDTH });
}
for (const { name, label } of FINISH_KINDS) {
  const own = DEFAULT_SHEET.finish[name] as { readonly on: boolean };
  const job = stillOn({ finish: { ...DEFAULT_SHEET.finish, [name]: { ...own, on: true } } }, 4);
  const print = makeSmallPrint(env, job, WIDTH);
  stocks.push({
    label: `${label}, stepped back four times`,
    images: [await dataUrl(print.rgba, print.width, print.height)],
    width: WIDTH,
  });
}

await writePages({ [join(folder, 'finished-pieces.png')]: pieces }, 1270);
await writePages({ [join(folder, 'stocks-and-finishes.png')]: stocks }, 3 * (WIDTH + 10));
