import { createHash } from 'node:crypto';
import { join } from 'node:path';
import {
  applyRecipe,
  createJob,
  createKernels,
  DEFAULT_SHEET,
  filePicture,
  type Job,
  loadClipper,
  makeSmallPrint,
  memorySource,
  type Picture,
  type PictureSource,
  type Recipe,
  shownSize,
} from '@chromatype/core';
import sharp from 'sharp';

/** A demo picture that was made small enough for samples. */
export interface SamplePicture {
  readonly picture: Picture;
  readonly source: PictureSource;
}

/** Reads a picture so that its longer side has at most so many pixels. */
export async function samplePicture(folder: string, name: string, longest = 1500): Promise<SamplePicture> {
  const { data, info } = await sharp(join(folder, name))
    .resize(longest, longest, { fit: 'inside', withoutEnlargement: true })
    .toColourspace('srgb')
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const { width, height } = info;
  return {
    picture: filePicture({ id: 'motif', name, hash: createHash('sha256').update(name).digest('hex'), width, height }),
    source: memorySource(width, height, 4, new Uint8Array(data)),
  };
}

/** A job of one picture on a sheet of its proportions, `width` mm wide at 300 ppi. */
export function jobOfPicture({ picture }: SamplePicture, width: number): Job {
  const shown = shownSize(picture);
  const base = createJob('Sample', 'pass');
  const [pass] = base.passes;
  const [fill] = pass!.fills;
  return {
    ...base,
    sheet: { ...DEFAULT_SHEET, width, height: (width * shown.height) / shown.width, bleed: 0, ppi: 300 },
    pictures: [picture],
    passes: [{ ...pass!, fills: [{ ...fill, feed: { ...fill.feed, picture: picture.id } }] }],
  };
}

const kernels = createKernels();
await loadClipper();

/** A recipe printed on a picture, as a PNG so many pixels wide. */
export async function recipePrint(sample: SamplePicture, recipe: Recipe, mm: number, pixels: number): Promise<Buffer> {
  let next = 0;
  const job = applyRecipe(jobOfPicture(sample, mm), recipe, { pass: null, newId: () => `id-${++next}` });
  const { width, height, rgba } = makeSmallPrint({ kernels, pictures: () => sample.source }, job, pixels);
  return sharp(Buffer.from(rgba.buffer), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .png({ palette: true, colours: 128, dither: 0 })
    .toBuffer();
}
