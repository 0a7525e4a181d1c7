import { filePicture, newPart, newStencil, type Job, type RepeatSettings } from '@chromatype/core';
import type { StoredPicture } from '../api/pictures.ts';
import type { Edit } from './edits.ts';

/** Changes how a job becomes a swatch that repeats. */
export const setRepeat =
  (part: Partial<RepeatSettings>): Edit =>
  (job) => ({ ...job, repeat: { ...job.repeat, ...part } });

/** A job with a stencil that lets print where a swatch is dark, laid side by side; `width`: of one swatch in mm. */
export function withSwatchStencil(job: Job, stored: StoredPicture, width: number, newId: () => string): Job {
  const { hash, name } = stored;
  const known = job.pictures.find((p) => p.hash === hash);
  const picture = known ?? filePicture({ id: newId(), name, hash, width: stored.width, height: stored.height });
  const part = newPart(newId(), 'repeated', { picture: picture.id, width: Number(width.toFixed(3)) });
  return {
    ...job,
    pictures: known ? job.pictures : [...job.pictures, picture],
    stencils: [...job.stencils, newStencil(newId(), name, [part])],
  };
}
