import { ByteCache } from '../memory/byte-cache.ts';
import type { Area } from './area.ts';

interface Last<T> {
  readonly area: string;
  readonly made: T;
}

const lasts = new WeakMap<object, Map<string, Last<unknown>>>();
/** The colours of a picture, and the inks that some tables make of them. */
const MOST_HELD = 6;

const wordsOf = ({ x, y, width, height, step }: Area): string => `${x} ${y} ${width} ${height} ${step}`;

/** A reader that keeps what it read last of something under each key, since it is asked for in a row. */
export function lastReads<T>(owner: object, key: string, read: (area: Area) => T): (area: Area) => T {
  const held = (lasts.get(owner) ?? new Map<string, Last<unknown>>()) as Map<string, Last<T>>;
  lasts.set(owner, held);
  return (area) => {
    const words = wordsOf(area);
    const known = held.get(key);
    if (known?.area === words) return known.made;
    const made = read(area);
    held.delete(key);
    held.set(key, { area: words, made });
    if (held.size > MOST_HELD) held.delete(held.keys().next().value!);
    return made;
  };
}

/** First looks, which come again with every move of a hand. */
const looks = new WeakMap<object, ByteCache<unknown>>();
const MOST_BYTES = 48e6;

/**
 * A reader of a picture that reads an area once when it is asked for several times under one key: whole areas
 * in a row, those of which only some rows are looked at for as long as there is room for them.
 * @param sizeOf bytes that something read takes
 */
export function sharedReads<T>(
  picture: object,
  key: string,
  sizeOf: (made: T) => number,
  read: (area: Area) => T,
): (area: Area) => T {
  const kept = (looks.get(picture) ?? new ByteCache<T>(MOST_BYTES, sizeOf)) as ByteCache<T>;
  looks.set(picture, kept as ByteCache<unknown>);
  const last = lastReads(picture, key, read);
  return (area) => (area.step === 1 ? last(area) : kept.take(`${key} ${wordsOf(area)}`, () => read(area)));
}
