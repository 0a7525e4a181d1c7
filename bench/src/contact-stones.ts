import { join } from 'node:path';
import {
  composeExact,
  createJob,
  createKernels,
  DEFAULT_SHEET,
  fillOf,
  type Job,
  loadClipper,
  newPart,
  newStencil,
  planPass,
  plainStock,
  sheetPixels,
  STONE_WAYS,
  type StoneSettings,
  withFill,
} from '@chromatype/core';
import sharp from 'sharp';
import { type Figure, writePages } from './contact-page.ts';

/* A contact page for the eye: every way of laying stones, in a star and in a letter, and the shapes of stones. */
const [folder] = process.argv.slice(2);
if (!folder) throw new Error('Give a folder for the page.');

const kernels = createKernels();
await loadClipper();

/** mm of the sheet of a figure, and its pixels an inch. */
const SIDE = 80;
const PPI = 100;

const STAR = newPart('star', 'shape', { shape: 'star', sides: 5, x: 4, y: 4, width: 72, height: 72 });
const LETTER = newPart('letter', 'shape', {
  shape: 'own',
  path: 'M8 6h16v26l19 -26h21l-24 31l26 37h-21l-17 -26l-4 5v21h-16Z',
  x: -0.5,
  y: -0.5,
  width: 1,
  height: 1,
});

function jobOf(part: typeof STAR, own: Partial<StoneSettings>): Job {
  const base = createJob('contact', 'p');
  const pass = base.passes[0]!;
  const { feed, screen } = fillOf(pass);
  const sizes = [
    ...base.stones.sizes,
    { ...base.stones.sizes[0]!, name: 'Square', shape: 'square', width: 3, height: 3 },
    { ...base.stones.sizes[0]!, name: 'Oval', shape: 'oval', width: 2.6, height: 4.4 },
    { ...base.stones.sizes[0]!, name: 'Drop', shape: 'drop', width: 3, height: 5 },
  ];
  const graded = { part: 'tint', run: 'linear', tint: 0.1, tintTo: 1, fromX: 0, fromY: 0, toX: SIDE, toY: 0 } as const;
  return {
    ...base,
    sheet: { ...DEFAULT_SHEET, width: SIDE, height: SIDE, bleed: 0, ppi: PPI, stock: plainStock('Cloth', '#1b2233') },
    stones: { ...base.stones, sizes },
    stencils: [newStencil('s', 's', [part])],
    passes: [
      {
        ...withFill(pass, {
          stencil: 's',
          feed: { ...feed, ...graded },
          screen: { ...screen, family: 'stones', stones: { ...screen.stones, gap: 0.3, ...own } },
        }),
        ink: { ...pass.ink, meets: 'normal' },
      },
    ],
  };
}

async function figure(label: string, part: typeof STAR, own: Partial<StoneSettings>): Promise<Figure> {
  const job = jobOf(part, own);
  const { width, height } = sheetPixels(job.sheet);
  const area = { x: 0, y: 0, width, height, step: 1 };
  const plates = job.passes.map((p) => planPass({ kernels, pictures: () => null }, job, p).plate.read(area));
  const rgba = composeExact(kernels, job.sheet, job.passes, plates, area);
  const png = await sharp(Buffer.from(rgba), { raw: { width, height, channels: 4 } })
    .png()
    .toBuffer();
  return { label, images: [`data:image/png;base64,${png.toString('base64')}`], width };
}

const TWO = ['SS16', 'SS6'];
const BLUES = ['Clear', 'Harbour blue'];
const figures: Figure[] = [];
for (const part of [STAR, LETTER]) {
  for (const { name, label } of STONE_WAYS) {
    const own: Partial<StoneSettings> =
      name === 'run'
        ? { runs: 2, corner: true, sizes: TWO, colours: BLUES, colouring: 'rows' }
        : name === 'packed'
          ? { sizes: ['SS20', 'SS10', 'SS6'], colours: ['Gull yellow'] }
          : name === 'picture'
            ? { takes: 'size', sizes: ['SS6', 'SS10', 'SS16'], colours: ['Signal red'] }
            : name === 'around'
              ? { colours: BLUES, colouring: 'rows' }
              : { corner: true, colours: ['Clear'] };
    figures.push(await figure(label, part, { way: name, ...own } as Partial<StoneSettings>));
  }
}
figures.push(
  await figure('Brick rows at 20°', STAR, { way: 'rows', rows: 'brick', angle: 20 }),
  await figure('Scattered', STAR, { way: 'packed', filling: 'scattered', sizes: ['SS16', 'SS10', 'SS6'], spread: 1.1 }),
  await figure('By tone', STAR, { way: 'packed', filling: 'tone', sizes: ['SS6'] }),
  await figure('Squares', STAR, { way: 'rows', sizes: ['Square'], colours: ['Deep teal'] }),
  await figure('Ovals, run', STAR, { way: 'run', sizes: ['Oval'], colours: ['Signal red'] }),
  await figure('Drops, around', STAR, { way: 'around', sizes: ['Drop'], colours: ['Clear'] }),
);
await writePages({ [join(folder, 'stones-ways.png')]: figures }, 6 * (figures[0]!.width + 10));
