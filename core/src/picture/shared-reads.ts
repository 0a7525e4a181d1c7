import type { Area } from '../raster/area.ts';

/** What was read last under some keys: inks of one separation all read the same colours. */
const held = new WeakMap<object, Map<string, { readonly area: string; readonly made: unknown }>>();
const MOST_HELD = 3;

const wordsOf = ({ x, y, width, height, step }: Area): string => `${x} ${y} ${width} ${height} ${step}`;

/** A reader of a picture that reads an area once when it is asked for several times in a row under one key. */
export function sharedReads<T>(picture: object, key: string, read: (area: Area) => T): (area: Area) => T {
  const parts = held.get(picture) ?? new Map<string, { readonly area: string; readonly made: unknown }>();
  held.set(picture, parts);
  return (area) => {
    const words = wordsOf(area);
    const known = parts.get(key);
    if (known?.area === words) return known.made as T;
    const made = read(area);
    parts.delete(key);
    parts.set(key, { area: words, made });
    if (parts.size > MOST_HELD) parts.delete(parts.keys().next().value!);
    return made;
  };
}
