import type { Kernels } from '../kernel/kernels.ts';
import type { Area, LightRows } from '../raster/area.ts';
import type { FeedReader } from './feed.ts';

/** What was read last of each part of a picture: inks of one separation all read the same. */
const held = new WeakMap<Kernels, Map<string, { readonly area: string; readonly rows: LightRows }>>();
/** Parts that are held at a time: those of one picture, red, green, blue and alpha. */
const MOST_HELD = 4;

const wordsOf = ({ x, y, width, height, step }: Area): string => `${x} ${y} ${width} ${height} ${step}`;

/** A reader that reads an area once when it is asked for several times in a row under one key. */
export function sharedReads(kernels: Kernels, key: string, read: FeedReader): FeedReader {
  let own = held.get(kernels);
  if (!own) {
    own = new Map();
    held.set(kernels, own);
  }
  const parts = own;
  return (area) => {
    const words = wordsOf(area);
    const known = parts.get(key);
    if (known?.area === words) return known.rows;
    const rows = read(area);
    parts.delete(key);
    parts.set(key, { area: words, rows });
    if (parts.size > MOST_HELD) parts.delete(parts.keys().next().value!);
    return rows;
  };
}
