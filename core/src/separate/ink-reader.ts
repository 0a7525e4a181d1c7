import { encodeSrgb } from '../colour/srgb.ts';
import type { Kernels } from '../kernel/kernels.ts';
import { lastReads } from '../raster/shared-reads.ts';
import { type Area, type LightReader, type LightRows, rowsOf } from '../raster/area.ts';
import { lightCodes } from '../raster/blur.ts';
import { mapTones } from '../raster/map-tones.ts';
import { placeOfValue } from './grid-places.ts';
import type { InkTable } from './ink-table.ts';

/** Where a picture is clearer than this it prints nothing that counts as art. */
const CLEAR = 0.98 * 65535;

/** Gaps in a base that are smaller than this share are never wanted: inks beside them fill nearly all. */
const LEAST_GAP = 0.03;

/** Bits of a grid step in the places of lights; a grid of 33 points uses the full range. */
const bitsOf = (size: number): number => (size <= 17 ? 11 : 10);

const places = new Map<number, Uint16Array>();

/** Place of each 16-bit light on a grid. Made once for each size. */
function placesOf(size: number): Uint16Array {
  let table = places.get(size);
  if (!table) {
    const whole = (size - 1) << bitsOf(size);
    table = Uint16Array.from({ length: 65536 }, (_, k) => Math.round(placeOfValue(encodeSrgb(k / 65535)) * whole));
    places.set(size, table);
  }
  return table;
}

/** Where the colours of a picture stand on a table's grid, channel by channel, and where it is clear. */
export interface PlacedColours {
  readonly red: Uint16Array;
  readonly green: Uint16Array;
  readonly blue: Uint16Array;
  readonly clear: Uint16Array | null;
}

export const placedBytes = ({ red, clear }: PlacedColours): number => (clear ? 4 : 3) * red.byteLength;

export type PlaceReader = (area: Area) => PlacedColours;

export interface ColourFeeds {
  readonly red: LightReader;
  readonly green: LightReader;
  readonly blue: LightReader;
  /** Where the picture is clear; null when clear counts as white. */
  readonly clear: LightReader | null;
  /** The same of all four in one go, where that is possible: light goes through a table. */
  readonly together: ((area: Area, table: Uint16Array | null, withClear: boolean) => ColourLights) | null;
}

interface ColourLights {
  readonly red: Uint16Array;
  readonly green: Uint16Array;
  readonly blue: Uint16Array;
  readonly clear: Uint16Array | null;
}

/** Reads the places of a picture's colours on a grid of `size` points a channel. */
export function placeReader(kernels: Kernels, feeds: ColourFeeds, size: number): PlaceReader {
  const table = placesOf(size);
  const onGrid = (rows: LightRows, clear: Uint16Array | null): Uint16Array => {
    const data = lightCodes(kernels, rows);
    if (!clear) return mapTones(kernels, { ...rows, depth: 16, data }, table);
    const [light, alpha] = ['lift-light', 'lift-clear'].map((n) => kernels.scratch(n, data.byteLength + 16));
    kernels.u16(light!).set(data);
    kernels.u16(alpha!).set(clear);
    kernels.run.liftFromWhite(light!.ptr, alpha!.ptr, data.length);
    const lifted = kernels.u16(light!).slice(0, data.length);
    return mapTones(kernels, { ...rows, depth: 16, data: lifted }, table);
  };
  if (feeds.together) {
    const { together } = feeds;
    return (area) => {
      if (!feeds.clear) return together(area, table, false);
      const { red, green, blue, clear } = together(area, null, true);
      const lifted = (data: Uint16Array) => onGrid({ depth: 16, width: area.width, rows: rowsOf(area), data }, clear);
      return { red: lifted(red), green: lifted(green), blue: lifted(blue), clear };
    };
  }
  return (area) => {
    const clear = feeds.clear ? lightCodes(kernels, feeds.clear(area)) : null;
    const [red, green, blue] = [feeds.red, feeds.green, feeds.blue].map((read) => onGrid(read(area), clear)) as [
      Uint16Array,
      Uint16Array,
      Uint16Array,
    ];
    return { red, green, blue, clear };
  };
}

/**
 * What is read of a table: an ink, which fades with the picture; the base that shows, beside which stands how much the
 * inks leave open; or an area, solid from one half on wherever the picture is not clear.
 */
export type InkPart = 'ink' | 'shows' | 'area';

export interface InkFeed {
  readonly table: InkTable;
  /** Tells tables apart: equal keys name equal tables. */
  readonly key: string;
  /** Which plane of the table. */
  readonly ink: number;
  readonly part: InkPart;
  /** Coverage from which on a base is solid, inks and what shows of it together. */
  readonly solidFrom?: number;
}

/** Inks that the kernel finds at once. */
const AT_ONCE = 4;

const fours = new WeakMap<InkTable, readonly Uint16Array[]>();

/** A table's coverages four inks a point, as the kernel reads them: inks 0 to 3, then 4 to 7. */
function foursOf(table: InkTable): readonly Uint16Array[] {
  let made = fours.get(table);
  if (!made) {
    const { planes } = table;
    made = Array.from({ length: Math.ceil(planes.length / AT_ONCE) }, (_, group) => {
      const out = new Uint16Array(AT_ONCE * planes[0]!.length);
      planes.slice(group * AT_ONCE, (group + 1) * AT_ONCE).forEach((plane, k) => {
        for (let p = 0; p < plane.length; p++) out[AT_ONCE * p + k] = plane[p]!;
      });
      return out;
    });
    fours.set(table, made);
  }
  return made;
}

/** Coverages of up to four inks over an area, 65535 is none, and where the picture is clear. */
interface Covered {
  readonly inks: readonly Uint16Array[];
  readonly clear: Uint16Array | null;
}

/** Reads a group of four inks of a table, as they print where the picture fades or as if it were opaque. */
function coveredReader(
  kernels: Kernels,
  places: PlaceReader,
  table: InkTable,
  group: number,
  fades: boolean,
): (area: Area) => Covered {
  const own = foursOf(table)[group]!;
  const wanted = Math.min(AT_ONCE, table.planes.length - group * AT_ONCE);
  return (area) => {
    const count = area.width * rowsOf(area);
    // What is read may use the same scratch memory, so that all of it is read first.
    const { red, green, blue, clear } = places(area);
    const planes = [red, green, blue, ...(clear ? [clear] : [])];
    const blocks = planes.map((_, k) => kernels.scratch(`separate-${k}`, 2 * count + 16));
    const points = kernels.scratch('separate-table', own.byteLength);
    const apart = (2 * count + 15) & ~15;
    const out = kernels.scratch('separate-out', AT_ONCE * apart);
    const { run } = kernels;
    for (const [k, values] of planes.entries()) kernels.u16(blocks[k]!).set(values);
    kernels.u16(points).set(own);
    const [r, g, b, a] = blocks.map((block) => block.ptr) as [number, number, number, number | undefined];
    run.separateInks(r, g, b, points.ptr, table.size, bitsOf(table.size), count, out.ptr, apart);
    const all = kernels.u16(out);
    const inks = Array.from({ length: wanted }, (_, k) => {
      if (a !== undefined && fades) run.coverByAlpha(out.ptr + k * apart, a, count);
      return all.slice((k * apart) / 2, (k * apart) / 2 + count);
    });
    return { inks, clear };
  };
}

/** The picture that inks are read from, and what its places on the sheet depend on. */
export interface ReadFrom {
  readonly picture: object;
  readonly key: string;
}

/**
 * Reads one ink of a separation as coverage: 65535 is none. Inks of one table are found together, and those after
 * the first take theirs from what was found, when it is said what they are read `from`.
 */
export function inkReader(kernels: Kernels, places: PlaceReader, feed: InkFeed, from: ReadFrom | null): LightReader {
  const { table, ink, part, solidFrom = 1 } = feed;
  const fades = part === 'ink';
  const groups = new Map<number, (area: Area) => Covered>();
  function group(k: number): (area: Area) => Covered {
    const known = groups.get(k);
    if (known) return known;
    const read = coveredReader(kernels, places, table, k, fades);
    const made = from ? lastReads(from.picture, `inks ${feed.key} ${k} ${fades} ${from.key}`, read) : read;
    groups.set(k, made);
    return made;
  }
  const plane = (k: number, area: Area) => {
    const { inks, clear } = group(Math.floor(k / AT_ONCE))(area);
    return { data: inks[k % AT_ONCE]!, clear };
  };
  const values: Record<InkPart, (area: Area) => Uint16Array> = {
    ink: (area) => plane(ink, area).data,
    shows(area) {
      const { data, clear } = plane(ink, area);
      return baseThatShows(data, plane(ink + 1, area).data, clear, Math.max(LEAST_GAP, 1 - solidFrom));
    },
    area(area) {
      const { data, clear } = plane(ink, area);
      return data.map((code, k) => (code <= 32767 && !(clear && clear[k]! >= CLEAR) ? 0 : 65535));
    },
  };
  return (area) => ({ depth: 16, width: area.width, rows: rowsOf(area), data: values[part](area) });
}

/**
 * The base that shows. Gaps of less than `gap` that it would leave beside the inks are filled. Where the picture fades
 * it is, of what the dots of fading inks leave open, just so much that base and inks fade alike: under solid ink none
 * shows, so that a fade of it has no base between its dots.
 */
function baseThatShows(shows: Uint16Array, open: Uint16Array, clear: Uint16Array | null, gap: number): Uint16Array {
  const most = gap * 65535 * 65535;
  return shows.map((code, k) => {
    const beside = 65535 - open[k]!;
    const own = code * beside <= most ? 0 : code;
    if (!clear || clear[k] === 0) return own;
    const alpha = 1 - clear[k]! / 65535;
    const left = beside / 65535;
    const rest = 1 - alpha * (1 - left);
    const share = rest > 0 ? ((1 - own / 65535) * alpha * left) / rest : 0;
    return 65535 - Math.round(65535 * share);
  });
}
