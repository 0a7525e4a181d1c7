import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  createJob,
  createKernels,
  loadClipper,
  composeExact,
  DEFAULT_SHEET,
  filePicture,
  fillOf,
  type Job,
  MARK_EDGE_PARAMS,
  MARK_LATTICES,
  MARK_SHAPES,
  type MarkSettings,
  MM_PER_INCH,
  memorySource,
  mosaicSettings,
  planPass,
  plainStock,
  RELIEF_KINDS,
  withFill,
} from '@chromatype/core';
import sharp from 'sharp';
import { type Figure, writePages } from './contact-page.ts';

/* Contact pages for the eye: every shape, edge, lattice and piece of marks over the harbour, and the pages of a build map. */
const [harbour, folder] = process.argv.slice(2);
if (!harbour || !folder) throw new Error('Give the demo picture, and a folder for the pages.');

const kernels = createKernels();
await loadClipper();
const { data, info } = await sharp(readFileSync(harbour))
  .toColourspace('srgb')
  .ensureAlpha()
  .raw()
  .toBuffer({ resolveWithObject: true });
const source = memorySource(info.width, info.height, 4, new Uint8Array(data));
const [WIDTH, HEIGHT] = [300, 200];
const mm = (pixels: number) => (pixels / 300) * MM_PER_INCH;

/** The harbour, or a ramp from bare to solid, in marks with some settings. */
function jobOf(marks: Partial<MarkSettings>, pitch: number, ramp: boolean): Job {
  const base = createJob('contact', 'p');
  const pass = base.passes[0]!;
  const { feed, screen, tone } = fillOf(pass);
  const picture = filePicture({ id: 'a', name: 'a', hash: 'a', width: info.width, height: info.height });
  const tint = {
    part: 'tint',
    run: 'linear',
    tint: 0.02,
    tintTo: 1,
    fromX: 0,
    fromY: 0,
    toX: mm(WIDTH),
    toY: 0,
  } as const;
  const coloured = marks.colour !== undefined && marks.colour !== 'ink';
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
    pictures: [picture],
    passes: [
      {
        ...withFill(pass, {
          feed: { ...feed, picture: 'a', ...(ramp ? tint : {}), ...(coloured ? { part: 'colour' as const } : {}) },
          tone: { ...tone, meaning: 'even' },
          screen: {
            ...screen,
            family: 'marks',
            angle: 0,
            frequency: { value: pitch, per: 'px' },
            marks: { ...screen.marks, ...marks },
          },
        }),
        ink: { ...pass.ink, colour: '#1d3f72', ...(coloured ? { meets: 'normal' as const } : {}) },
      },
    ],
  };
}

async function figure(label: string, marks: Partial<MarkSettings>, pitch = 20, ramp = true): Promise<Figure> {
  const job = jobOf(marks, pitch, ramp);
  const area = { x: 0, y: 0, width: WIDTH, height: HEIGHT, step: 1 };
  const plates = job.passes.map((p) => planPass({ kernels, pictures: () => source }, job, p).plate.read(area));
  const rgba = composeExact(kernels, job.sheet, job.passes, plates, area);
  const png = await sharp(Buffer.from(rgba), { raw: { width: WIDTH, height: HEIGHT, channels: 4 } })
    .png()
    .toBuffer();
  return { label, images: [`data:image/png;base64,${png.toString('base64')}`], width: WIDTH };
}

const figures: Figure[] = [];
for (const { name, label } of MARK_SHAPES) if (name !== 'own') figures.push(await figure(label, { shape: name }));
for (const [name, param] of Object.entries(MARK_EDGE_PARAMS)) {
  if (param.kind === 'number' && name !== 'teeth') {
    figures.push(await figure(`${param.label} pentagon`, { shape: 'polygon', sides: 5, [name]: 0.6 }, 28));
  }
}
figures.push(await figure('Squares into stars', { shape: 'polygon', sides: 4, into: 'star', intoSides: 8 }, 28));
for (const { name, label } of MARK_LATTICES) {
  const shape =
    name === 'triangular' ? { shape: 'polygon', sides: 3 } : name === 'hexagonal' ? { shape: 'polygon', sides: 6 } : {};
  figures.push(await figure(`${label} lattice`, { lattice: name, ...shape }, 14, false));
}
for (const { name, label } of RELIEF_KINDS) {
  figures.push(await figure(`${label}s`, { ...mosaicSettings(name), colour: 'cell', across: 15 }, 20, false));
}
await writePages({ [join(folder, 'screens-marks.png')]: figures }, 4 * (WIDTH + 10));

/* The command line makes the map; its pages stand side by side. */
const work = mkdtempSync(join(tmpdir(), 'chromatype-map-'));
try {
  const map = join(work, 'map.pdf');
  const sign = [
    'mosaic',
    harbour,
    join(work, 'sign.png'),
    '--across',
    '48',
    '--relief',
    'stud',
    '--colours',
    '10',
    '--width',
    '240',
    '--ppi',
    '100',
  ];
  execFileSync('node', ['server/dist/cli/main.js', ...sign, '--map', map]);
  execFileSync('pdftoppm', ['-r', '60', '-png', '-l', '4', map, join(work, 'page')]);
  const pages = readdirSync(work)
    .filter((f) => f.startsWith('page'))
    .sort();
  const shown = pages.map(
    (file): Figure => ({
      label: file.replace(/\D+/g, 'Page '),
      images: [`data:image/png;base64,${readFileSync(join(work, file)).toString('base64')}`],
      width: 496,
    }),
  );
  await writePages({ [join(folder, 'build-map.png')]: shown }, 2 * 506);
} finally {
  rmSync(work, { recursive: true, force: true });
}
