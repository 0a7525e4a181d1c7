import { join } from 'node:path';
import {
  DEFAULT_SHEET,
  composeExact,
  createJob,
  createKernels,
  DOT_SHAPES,
  type FamilyName,
  filePicture,
  fillOf,
  GRAIN_METHODS,
  INK_SETS,
  type Job,
  LATTICES,
  LINE_KINDS,
  MM_PER_INCH,
  memorySource,
  type PictureSource,
  plainStock,
  planPass,
  printingPasses,
  type Screen,
  splitPicture,
  withFill,
} from '@chromatype/core';
import sharp from 'sharp';
import { type Figure, writePages } from './contact-page.ts';

/*
 * Contact pages for the eye: the ends of the tone scale through every screen, and a picture and a grey wedge through
 * process, a palette and covering inks on dark cloth.
 */
const [portrait, folder] = process.argv.slice(2);
if (!portrait || !folder) throw new Error('Give a picture and a folder.');

const kernels = createKernels();
const PPI = 300;
const mm = (pixels: number) => (pixels / PPI) * MM_PER_INCH;

/** A job of one pass that prints a picture pixel on pixel. */
function jobOf({ width, height }: PictureSource, screen: Partial<Screen>, even: boolean): Job {
  const base = createJob('contact', 'p');
  const pass = base.passes[0]!;
  const fill = fillOf(pass);
  return {
    ...base,
    sheet: {
      ...DEFAULT_SHEET,
      width: mm(width),
      height: mm(height),
      bleed: 0,
      ppi: PPI,
      stock: plainStock('White', '#ffffff'),
    },
    pictures: [filePicture({ id: 'a', name: 'a', hash: 'a'.repeat(64), width, height })],
    passes: [
      withFill(pass, {
        feed: { ...fill.feed, picture: 'a' },
        tone: { ...fill.tone, meaning: even ? 'even' : 'light' },
        screen: { ...fill.screen, ...screen },
      }),
    ],
  };
}

/** The composed print of a job, as RGBA. */
function composed(job: Job, source: PictureSource) {
  const area = { x: 0, y: 0, width: source.width, height: source.height, step: 1 };
  const passes = printingPasses(job);
  const plates = passes.map((pass) => {
    const plan = planPass({ kernels, pictures: () => source }, job, pass);
    const plate = plan.plate.read(area);
    plan.release();
    return plate;
  });
  return composeExact(kernels, job.sheet, passes, plates, area);
}

async function pngOf(job: Job, source: PictureSource, reducedBy = 1): Promise<string> {
  const { width, height } = source;
  const raw = { raw: { width, height, channels: 4 as const } };
  const image = sharp(composed(job, source), raw);
  // Stepped back: averaged in linear light, as an eye at a distance does.
  const seen =
    reducedBy === 1
      ? image
      : image
          .removeAlpha()
          .gamma(2.2)
          .resize(Math.round(width / reducedBy), undefined, { kernel: 'lanczos3' });
  return `data:image/png;base64,${(await seen.png().toBuffer()).toString('base64')}`;
}

const WIDTH = 236;
const END_HEIGHT = 48;

/** A ramp of 16-bit steps would be finer than bytes: tones run from one end to the other, columns dithered by rows. */
function ramp(from: number, to: number): PictureSource {
  const bytes = Uint8Array.from({ length: WIDTH * END_HEIGHT }, (_, k) => {
    const [x, y] = [k % WIDTH, Math.floor(k / WIDTH)];
    const grey = 255 * (1 - (from + ((to - from) * x) / (WIDTH - 1)));
    // Rows in an even order, so that a column has the mean of its tone.
    return Math.floor(grey + (((y * 31) % END_HEIGHT) + 0.5) / END_HEIGHT);
  });
  return memorySource(WIDTH, END_HEIGHT, 1, bytes);
}

const ENDS = [ramp(0, 0.05), ramp(0.95, 1)];
const NORMAL = fillOf(createJob('n', 'p').passes[0]!).screen;

async function ends<F extends FamilyName>(
  label: string,
  family: F,
  own: Partial<Screen[F]>,
  pitch: number,
): Promise<Figure> {
  const screen = {
    family,
    angle: 22.5,
    frequency: { value: pitch, per: 'px' as const },
    [family]: { ...NORMAL[family], ...own },
  };
  const images: string[] = [];
  for (const source of ENDS) images.push(await pngOf(jobOf(source, screen, true), source));
  return { label, images, width: WIDTH };
}

const endFigures: Figure[] = [];
for (const { name } of DOT_SHAPES) endFigures.push(await ends(name, 'dots', { shape: name }, 9));
for (const { name } of LATTICES) endFigures.push(await ends(`Round, ${name}`, 'dots', { lattice: name }, 9));
for (const { name } of LINE_KINDS) endFigures.push(await ends(`lines, ${name}`, 'lines', { kind: name }, 8));
for (const { name, label } of GRAIN_METHODS) endFigures.push(await ends(label, 'grain', { method: name }, 8));

/** A picture split into the inks of a set. */
function splitJob(source: PictureSource, set: string, lpi: number): Job {
  let ids = 0;
  const before = jobOf(source, { frequency: { value: lpi, per: 'lpi' } }, false);
  return splitPicture(before, {
    set: INK_SETS.find((s) => s.name === set)!,
    from: before.passes[0]!.id,
    newId: () => `n${ids++}`,
  }).job;
}

/** A picture in the colours of a palette. */
function paletteJob(source: PictureSource): Job {
  const job = jobOf(source, { family: 'grain', grain: { ...NORMAL.grain, prints: 'palette' } }, false);
  return {
    ...job,
    passes: job.passes.map((p) => withFill(p, { feed: { ...fillOf(p).feed, part: 'colour' } })),
  };
}

const SIDE = 560;
const { data, info } = await sharp(portrait)
  .resize(SIDE, SIDE, { fit: 'cover' })
  .ensureAlpha()
  .raw()
  .toBuffer({ resolveWithObject: true });
const picture = memorySource(info.width, info.height, 4, new Uint8Array(data));

const STEPS = 11;
const STEP = 100;
const wedge = memorySource(
  STEPS * STEP,
  120,
  4,
  Uint8Array.from({ length: STEPS * STEP * 120 * 4 }, (_, k) =>
    k % 4 === 3 ? 255 : Math.round((255 * Math.floor(((k >> 2) % (STEPS * STEP)) / STEP)) / (STEPS - 1)),
  ),
);

const original = `data:image/png;base64,${(
  await sharp(data, { raw: { width: info.width, height: info.height, channels: 4 } })
    .png()
    .toBuffer()
).toString('base64')}`;
const wide = STEPS * STEP;
const tones: Figure[] = [
  { label: 'the picture', images: [original], width: SIDE },
  { label: 'process, 60 lpi', images: [await pngOf(splitJob(picture, 'process', 60), picture)], width: SIDE },
  { label: 'palette, Floyd–Steinberg', images: [await pngOf(paletteJob(picture), picture)], width: SIDE },
  {
    label: 'Night shirt, 45 lpi, on dark cloth',
    images: [await pngOf(splitJob(picture, 'night-shirt', 45), picture)],
    width: SIDE,
  },
  {
    label: 'a grey wedge through process at 60 lpi, 1:1',
    images: [await pngOf(splitJob(wedge, 'process', 60), wedge)],
    width: wide,
  },
  {
    label: 'the same wedge, stepped back four times',
    images: [await pngOf(splitJob(wedge, 'process', 60), wedge, 4)],
    width: wide,
  },
  {
    label: 'the picture through process, stepped back twice',
    images: [await pngOf(splitJob(picture, 'process', 60), picture, 2)],
    width: SIDE / 2,
  },
  {
    label: 'Night shirt, stepped back twice',
    images: [await pngOf(splitJob(picture, 'night-shirt', 45), picture, 2)],
    width: SIDE / 2,
  },
];

await writePages({ [join(folder, 'tone-ends.png')]: endFigures }, 5 * (WIDTH + 10));
await writePages({ [join(folder, 'tones-and-colours.png')]: tones }, 2 * SIDE + 10);
