import { type BatchAsked, type OutputAsked, outputOf } from '@chromatype/core';

/** What a run makes: an output of one job, or a batch. */
export type RunAsked = OutputAsked | BatchAsked;

export const isBatch = (asked: RunAsked): asked is BatchAsked => asked.kind === 'batch';

/** Ending of the file that a run makes, without the dot. */
export const endingOf = (asked: RunAsked): string => (isBatch(asked) ? 'zip' : outputOf(asked.kind).ending);

/** Media type of the file that a run makes. */
export const typeOf = (asked: RunAsked): string => (isBatch(asked) ? 'application/zip' : outputOf(asked.kind).type);

/** What a batch makes, in short: its pictures and recipes can be thousands of lines. */
export interface BatchInShort {
  readonly kind: 'batch';
  readonly pictures: number;
  readonly recipes: readonly string[];
  readonly formats: readonly string[];
}

/** What a run makes as lists show it. */
export const inShort = (asked: RunAsked): OutputAsked | BatchInShort =>
  isBatch(asked)
    ? {
        kind: 'batch',
        pictures: asked.pictures.length,
        recipes: asked.recipes.map((r) => r.name),
        formats: asked.formats,
      }
    : asked;
