import { encodeSrgb } from '../colour/srgb.ts';
import type { Kernels } from '../kernel/kernels.ts';
import { lastReads } from '../raster/shared-reads.ts';
import { type Area, type LightReader, type LightRows, rowsOf } from '../raster/area.ts';
import { lightCodes } from '../raster/blur.ts';
import { mapTones } from '../raster/map-tones.ts';
import type { InkTable } from './ink-table.ts';

/**
 * Where art fades a base fades faster, by the square, so that little of it shows between the dots of the inks:
 * it is gone where the picture is so clear.
 */
const BASE_GONE = 0.45;

/** What a base leaves open of each clearness, as coverage: 65535 is none. */
const BASE_FADE = Uint16Array.from({ length: 65536 }, (_, k) => {
  const left = Math.max(0, 1 - k / (65535 * BASE_GONE));
  return Math.round(65535 * (1 - left * left));
});

/** Bits of a grid step in the places of lights; a grid of 33 points uses the full range. */
const bitsOf = (size: number): number => (size <= 17 ? 11 : 10);

const places = new Map<number, Uint16Array>();

/** Place of each 16-bit light on a grid along its sRGB-encoded value. Made once for each size. */
function placesOf(size: number): Uint16Array {
  let table = places.get(size);
  if (!table) {
    const whole = (size - 1) << bitsOf(size);
    table = Uint16Array.from({ length: 65536 }, (_, k) => Math.round(encodeSrgb(k / 65535) * whole));
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

export interface InkFeed {
  readonly table: InkTable;
  /** Tells tables apart: equal keys name equal tables. */
  readonly key: string;
  readonly ink: number;
  /** Solid from one half on where the picture is opaque, fading with it, and nothing elsewhere. */
  readonly hard: boolean;
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

/** Reads a group of four inks of a table. */
function coveredReader(kernels: Kernels, places: PlaceReader, { table, ink, hard }: InkFeed): (area: Area) => Covered {
  const group = Math.floor(ink / AT_ONCE);
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
      if (a !== undefined && !hard) run.coverByAlpha(out.ptr + k * apart, a, count);
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
  const { ink, hard } = feed;
  const read = coveredReader(kernels, places, feed);
  const key = `inks ${feed.key} ${Math.floor(ink / AT_ONCE)} ${hard} ${from?.key}`;
  const covered = from ? lastReads(from.picture, key, read) : read;
  return (area) => {
    const { inks, clear } = covered(area);
    const own = inks[ink % AT_ONCE]!;
    const shown = { depth: 16, width: area.width, rows: rowsOf(area) } as const;
    if (!hard) return { ...shown, data: own };
    const faded = (k: number) => (clear ? BASE_FADE[clear[k]!]! : 0);
    return { ...shown, data: own.map((code, k) => (code <= 32767 ? faded(k) : 65535)) };
  };
}
