import { type Job, mainPicture } from '@chromatype/core';

/** What a card's print depends on besides its recipe: the picture that the recipe is printed on. */
export function pictureKey(job: Job): string {
  const id = mainPicture(job);
  const picture = job.pictures.find((p) => p.id === id);
  return picture ? JSON.stringify([picture.hash, picture.made, picture.edit]) : 'ramp';
}
