import {
  atResolution,
  type Job,
  type Pass,
  type PictureSource,
  placementInMm,
  sheetSize,
  shownSize,
  fillOf,
  withFill,
  MM_PER_INCH,
} from '@chromatype/core';

export interface SmallJob {
  readonly job: Job;
  readonly pass: Pass;
  readonly width: number;
  readonly height: number;
}

/**
 * A job and one of its passes on the same sheet in far fewer pixels, its picture read from a small copy;
 * lengths in mm stay what they are. Null when the picture is not there.
 */
export function smallJob(job: Job, pass: Pass, reduced: PictureSource | null, width: number): SmallJob | null {
  const size = sheetSize(job.sheet);
  const height = Math.max(1, Math.round((width * size.height) / size.width));
  const small = atResolution(job, (width / size.width) * MM_PER_INCH);
  const own = fillOf(pass).feed;
  if (own.part === 'tint') return { job: small, pass, width, height };
  const picture = job.pictures.find((p) => p.id === own.picture);
  if (!picture || (!picture.made && !reduced)) return null;
  const feed = { ...own, ...placementInMm(job.sheet, own, shownSize(picture)), fit: 'own' as const };
  const shown = reduced ? { ...picture, width: reduced.width, height: reduced.height } : picture;
  return { job: { ...small, pictures: [shown] }, pass: withFill(pass, { feed }), width, height };
}
