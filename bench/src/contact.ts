import { join } from 'node:path';
import {
  DEFAULT_SHEET,
  composeExact,
  createJob,
  createKernels,
  fillOf,
  planPass,
  withFill,
  DOT_SHAPES,
  type FamilyName,
  GRAIN_METHODS,
  type Job,
  LATTICES,
  LINE_KINDS,
  MADE_TILES,
  memorySource,
  type PictureSource,
  type Screen,
  filePicture,
  DEFAULT_TONE,
  plainStock,
  MM_PER_INCH,
} from '@chromatype/core';
import sharp from 'sharp';
import { type Figure, writePages } from './contact-page.ts';

const [picture, tilePicture, folder] = process.argv.slice(2);
if (!picture || !tilePicture || !folder) throw new Error('Give the harbour picture, one for the tile, and a folder.');

const WIDTH = 236;
const RAMP = 34;
const HEIGHT = RAMP + 4 + Math.round((WIDTH * 2) / 3);
const kernels = createKernels();
/** Even steps, so that coarse screens show all of the picture; palettes match light in any case. */
const EVEN = { ...DEFAULT_TONE, meaning: 'even' };

/** A ramp from bare to solid over the harbour picture, in colour. */
async function pageOf(file: string): Promise<PictureSource> {
  const rgba = new Uint8Array(WIDTH * HEIGHT * 4).fill(255);
  for (let y = 0; y < RAMP; y++) {
    for (let x = 0; x < WIDTH; x++) {
      const grey = 255 - (255 * x) / (WIDTH - 1);
      rgba.set([grey, grey, grey], 4 * (y * WIDTH + x));
    }
  }
  const small = await sharp(file)
    .resize(WIDTH, HEIGHT - RAMP - 4)
    .ensureAlpha()
    .raw()
    .toBuffer();
  rgba.set(small, 4 * WIDTH * (RAMP + 4));
  return memorySource(WIDTH, HEIGHT, 4, rgba);
}

const source = await pageOf(picture);
const tile = await sharp(tilePicture)
  .flatten({ background: '#ffffff' })
  .resize(128, 128, { fit: 'fill' })
  .toColourspace('b-w')
  .raw()
  .toBuffer();
const tileSource = memorySource(128, 128, 1, new Uint8Array(tile));

function jobOf<F extends FamilyName>(family: F, own: Partial<Screen[F]>, angle: number, pitch: number): Job {
  const base = createJob('contact', 'p');
  const pass = base.passes[0]!;
  const mm = (pixels: number) => (pixels / 300) * MM_PER_INCH;
  const known = (id: string, width: number, height: number) =>
    filePicture({ id, name: id, hash: id.repeat(64), width, height });
  const fill = fillOf(pass);
  const screen: Screen = {
    ...fill.screen,
    family,
    frequency: { value: pitch, per: 'px' },
    angle,
    [family]: { ...fill.screen[family], ...own },
  };
  return {
    ...base,
    sheet: {
      ...DEFAULT_SHEET,
      width: mm(WIDTH),
      height: mm(HEIGHT),
      bleed: 0,
      ppi: 300,
      stock: plainStock('White', '#ffffff'),
    },
    pictures: [known('a', WIDTH, HEIGHT), known('b', 128, 128)],
    passes: [withFill(pass, { feed: { ...fill.feed, picture: 'a', part: 'colour' }, tone: EVEN, screen })],
  };
}

async function printed(job: Job): Promise<string> {
  const area = { x: 0, y: 0, width: WIDTH, height: HEIGHT, step: 1 };
  const pictures = (hash: string) => (hash.startsWith('a') ? source : tileSource);
  const plan = planPass({ kernels, pictures }, job, job.passes[0]!);
  const plate = plan.plate.read(area);
  plan.release();
  const rgba = composeExact(kernels, job.sheet, job.passes, [plate], area);
  const png = await sharp(rgba, { raw: { width: WIDTH, height: HEIGHT, channels: 4 } })
    .png()
    .toBuffer();
  return `data:image/png;base64,${png.toString('base64')}`;
}

type Sample = readonly [label: string, job: Job];
const dots = (label: string, own: Partial<Screen['dots']>): Sample => [label, jobOf('dots', own, 22.5, 9)];
const lines = (label: string, own: Partial<Screen['lines']>): Sample => [label, jobOf('lines', own, 15, 8)];
const grain = (label: string, own: Partial<Screen['grain']>): Sample => [label, jobOf('grain', own, 0, 8)];
const tiles = (label: string, own: Partial<Screen['tile']>): Sample => [
  label,
  jobOf('tile', { picture: 'b', ...own }, 10, 24),
];

const PAGES: Readonly<Record<string, readonly Sample[]>> = {
  dots: DOT_SHAPES.map((d) => dots(d.name, { shape: d.name })),
  lattices: [
    ...LATTICES.map((l) => dots(l.name, { lattice: l.name, shape: 'Cone' })),
    ...LATTICES.map((l) => dots(`${l.name}, soft 70 %`, { lattice: l.name, shape: 'Cone', softness: 0.7 })),
    dots('Round, not re-levelled', { relevel: false }),
  ],
  lines: [
    ...LINE_KINDS.map((k) => lines(k.name, { kind: k.name })),
    ...LINE_KINDS.map((k) => lines(`${k.name}, by hand`, { kind: k.name, breaks: 0.25, wobble: 0.4 })),
    lines('cross-hatch, 4 directions', { kind: 'cross-hatch', directions: 4 }),
  ],
  grain: [
    ...GRAIN_METHODS.map((m) => grain(m.label, { method: m.name })),
    grain('Floyd–Steinberg, left to right', { serpentine: false }),
    grain('Floyd–Steinberg, noise 30 %', { noise: 0.3 }),
    grain('Floyd–Steinberg, 3 px', { size: 3 }),
    grain('Floyd–Steinberg, 4 levels', { prints: 'levels', levels: 4 }),
    grain('Bayer 8, 4 levels', { method: 'bayer-8', prints: 'levels', levels: 4 }),
    grain('Floyd–Steinberg, palette', { prints: 'palette' }),
    grain('Blue noise, palette', { method: 'blue-noise', prints: 'palette' }),
    grain('Direct search, palette', { method: 'direct-binary-search', prints: 'palette' }),
    grain('Bayer 4, palette, linear light', { method: 'bayer-4', prints: 'palette', space: 'light' }),
  ],
  tile: [
    tiles('square repeat', {}),
    tiles('half-drop', { repeat: 'half-drop' }),
    tiles('softened', { soften: 0.1 }),
    tiles('inverted', { invert: true }),
    tiles('not re-levelled', { relevel: false }),
  ],
  'tile-shelf': MADE_TILES.map((t): Sample => [t.label, jobOf('tile', { made: t.name }, 0, 10)]),
};

const pages: Record<string, Figure[]> = {};
for (const [name, samples] of Object.entries(PAGES)) {
  const figures: Figure[] = [];
  for (const [label, job] of samples) figures.push({ label, images: [await printed(job)], width: WIDTH });
  pages[join(folder, `screens-${name}.png`)] = figures;
}
await writePages(pages, 5 * (WIDTH + 10));
