import { type Job, type Picture, picturesOf, printingPasses } from '@chromatype/core';
import { usePictures } from './pictures.ts';

/** Files that the printing passes of a job and its stock read, those of tiles and stencils among them. */
export function neededPictures(job: Job): string[] {
  const ids = picturesOf(job, printingPasses(job));
  const needed = (id: string) => ids.has(id) || id === job.sheet.ground.picture;
  return [...new Set(job.pictures.flatMap(({ id, hash }) => (hash && needed(id) ? [hash] : [])))];
}

/**
 * The job as it can be printed before all pixels are there: pictures that are still on their way are read from their
 * reduced copies. Null while there is no copy of one that prints.
 */
export function firstLookOf(job: Job): Job | null {
  const { byHash, reduced } = usePictures.getState();
  const whole = (hash: string) => byHash[hash]?.state === 'ready';
  if (neededPictures(job).some((hash) => !whole(hash) && !reduced[hash])) return null;
  const asSeen = (picture: Picture): Picture => {
    const copy = picture.hash && !whole(picture.hash) ? reduced[picture.hash] : undefined;
    return copy ? { ...picture, ...copy } : picture;
  };
  return { ...job, pictures: job.pictures.map(asSeen) };
}
