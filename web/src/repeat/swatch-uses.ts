import { type Job, MM_PER_INCH } from '@chromatype/core';
import { jobs } from '../api/jobs.ts';
import { type StoredPicture, uploadPicture } from '../api/pictures.ts';
import { saveTile } from '../api/tiles.ts';
import { newId } from '../document/edits.ts';
import { withSwatchStencil } from '../document/repeat-edits.ts';
import { edit } from '../document/store.ts';
import { type MadeSwatch, swatchWorker } from './use-swatch.ts';

/** Pixels of the longer side of the picture that is kept of a swatch. */
const LONGEST = 2048;

/** Stores one swatch as a picture. */
async function storedSwatch(swatch: MadeSwatch, name: string): Promise<StoredPicture> {
  const sample = await swatchWorker().swatchPicture(swatch.key, LONGEST);
  if (!sample) throw new Error('The swatch is being made anew; try again when it is there.');
  const canvas = new OffscreenCanvas(sample.width, sample.height);
  canvas.getContext('2d')!.putImageData(new ImageData(sample.rgba, sample.width, sample.height), 0, 0);
  const blob = await canvas.convertToBlob({ type: 'image/png' });
  const stored = await uploadPicture(new File([blob], `${name}.png`, { type: 'image/png' }), () => {});
  return { ...stored, name };
}

/** Keeps a swatch as a tile, which any job's Tile screen can print. */
export async function keepAsTile(swatch: MadeSwatch, name: string): Promise<void> {
  const { hash } = await storedSwatch(swatch, name);
  await saveTile(name.slice(0, 80), hash);
}

/** Adds a swatch as a stencil to a job; `other`: the id of another one than the one that is open. */
export async function addAsStencil(job: Job, swatch: MadeSwatch, other: string | null): Promise<void> {
  const name = `Swatch of ${job.title}`;
  const stored = await storedSwatch(swatch, name);
  const width = (swatch.width / job.sheet.ppi) * MM_PER_INCH;
  if (other === null) {
    edit((own) => withSwatchStencil(own, stored, width, newId));
    return;
  }
  const { version, document } = await jobs.get(other);
  await jobs.save(other, version, withSwatchStencil(document, stored, width, newId));
}
