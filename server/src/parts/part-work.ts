import { type BatchAsked, type BatchPrint, fileHashes, type Job, type PlatePart } from '@chromatype/core';

/** Work that one render machine does at a time. The same work always makes the same bytes. */
export type PartWork =
  | { readonly does: 'plate'; readonly job: Job; readonly part: PlatePart }
  | { readonly does: 'frames'; readonly job: Job; readonly frames: readonly number[] }
  | {
      readonly does: 'print';
      readonly asked: Pick<BatchAsked, 'formats' | 'longest' | 'ppi' | 'contact'>;
      readonly print: BatchPrint;
    };

/** Hashes of the files that work needs. */
export const hashesOfWork = (work: PartWork): string[] => [
  ...new Set(
    work.does === 'print'
      ? [work.print.picture.hash, ...fileHashes(work.print.recipe.job.pictures)]
      : fileHashes(work.job.pictures),
  ),
];
