import { countCache, remember } from '@chromatype/core';

const MOST_NAMES = 5000;

/** Gives short names to long keys, so that what is cached by block has short keys. */
export class ShortNames {
  private readonly names = countCache<number>(MOST_NAMES);
  private last = 0;

  of(key: string): number {
    return remember(this.names, key, () => ++this.last);
  }
}
