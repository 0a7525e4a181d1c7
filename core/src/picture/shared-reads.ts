import type { Area } from '../raster/area.ts';

interface Shared<T> {
  /** What was read last under some keys: inks of one separation all read the same colours. */
  readonly last: Map<string, { readonly area: string; readonly made: T }>;
  /** First looks, which come again with every move of a hand, by key and area. */
  readonly looks: Map<string, T>;
  bytes: number;
}

const held = new WeakMap<object, Shared<unknown>>();
const MOST_HELD = 3;
const MOST_BYTES = 48e6;

const wordsOf = ({ x, y, width, height, step }: Area): string => `${x} ${y} ${width} ${height} ${step}`;

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
  const shared = (held.get(picture) ?? { last: new Map(), looks: new Map(), bytes: 0 }) as Shared<T>;
  held.set(picture, shared as Shared<unknown>);
  const { last, looks } = shared;

  function look(name: string, area: Area): T {
    const known = looks.get(name);
    const made = known ?? read(area);
    if (known) looks.delete(name);
    else shared.bytes += sizeOf(made);
    looks.set(name, made);
    for (const [oldest, old] of looks) {
      if (shared.bytes <= MOST_BYTES) break;
      looks.delete(oldest);
      shared.bytes -= sizeOf(old);
    }
    return made;
  }

  return (area) => {
    const words = wordsOf(area);
    if (area.step > 1) return look(`${key} ${words}`, area);
    const known = last.get(key);
    if (known?.area === words) return known.made;
    const made = read(area);
    last.delete(key);
    last.set(key, { area: words, made });
    if (last.size > MOST_HELD) last.delete(last.keys().next().value!);
    return made;
  };
}
