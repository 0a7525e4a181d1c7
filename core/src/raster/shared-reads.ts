import { byteCache, countCache, remember } from '../memory/cache.ts';
import type { Area } from './area.ts';

/** What was read last of something, and over which area. */
interface LastRead {
  readonly area: string;
  readonly made: unknown;
}

/** How many keys keep their last reading: the colours of a picture, the inks that tables make of them, plates on a base. */
const MOST_HELD = 12;
/** Bytes of first pictures that are kept of one picture. */
const MOST_BYTES = 48e6;

/** Bytes of a reading with them, as caches count it. */
interface FirstLook {
  readonly made: unknown;
  readonly bytes: number;
}

const newLasts = (most: number) => countCache<LastRead>(most);
const newLooks = () => byteCache<FirstLook>(MOST_BYTES, (look) => look.bytes);
const lasts = new WeakMap<object, ReturnType<typeof newLasts>>();
const looks = new WeakMap<object, ReturnType<typeof newLooks>>();

const wordsOf = ({ x, y, width, height, step }: Area): string => `${x} ${y} ${width} ${height} ${step}`;

/**
 * Returns a reader that keeps its last reading for as long as `owner` lives. Readers of the same owner and key share
 * it, so equal keys must read equal values. `most`: how many keys of the owner keep theirs, as its first reader says.
 */
export function lastReads<T>(owner: object, key: string, read: (area: Area) => T, most = MOST_HELD): (area: Area) => T {
  const held = lasts.get(owner) ?? newLasts(most);
  lasts.set(owner, held);
  return (area) => {
    const words = wordsOf(area);
    const known = held.get(key);
    if (known?.area === words) return known.made as T;
    const made = read(area);
    held.set(key, { area: words, made });
    return made;
  };
}

/**
 * Returns a reader of a picture that reads an area once when several readers ask for it under one key: whole areas
 * while they are asked for in a row, areas of which only some rows are read (first pictures, which come again with
 * every move of a hand) for as long as there is room for them.
 * @param sizeOf bytes that a reading takes
 */
export function sharedReads<T>(
  picture: object,
  key: string,
  sizeOf: (made: T) => number,
  read: (area: Area) => T,
): (area: Area) => T {
  const kept = looks.get(picture) ?? newLooks();
  looks.set(picture, kept);
  const last = lastReads(picture, key, read);
  const firstLook = (area: Area): FirstLook => {
    const made = read(area);
    return { made, bytes: sizeOf(made) };
  };
  return (area) =>
    area.step === 1 ? last(area) : (remember(kept, `${key} ${wordsOf(area)}`, () => firstLook(area)).made as T);
}
