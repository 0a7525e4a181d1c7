import {
  type Job,
  fillOf,
  LARGEST_PITCH,
  screenPitch,
  type Sheet,
  sheetPixels,
  SMALLEST_PITCH,
} from '@chromatype/core';

/** Why a sheet cannot be had with a job's screens, in one sentence; null when it can. */
export function possibleSheet(job: Job, sheet: Sheet, most: number): string | null {
  const { width, height } = sheetPixels(sheet);
  if (width * height > most)
    return `That would be ${width} × ${height} pixels, which is too many; choose a smaller sheet or fewer ppi.`;
  const broken = job.passes.find((p) => {
    const pitch = screenPitch(sheet, fillOf(p).screen);
    return pitch < SMALLEST_PITCH || pitch > LARGEST_PITCH;
  });
  return broken
    ? `The cells of ${broken.name} would not be ${SMALLEST_PITCH} to ${LARGEST_PITCH} pixels wide any more; change its frequency first.`
    : null;
}
