import { encodeSrgb } from '../colour/srgb.ts';
import type { Kernels } from '../kernel/kernels.ts';
import type { FeedReader } from '../picture/feed.ts';
import { rowsOf } from '../raster/area.ts';
import { lightCodes } from '../tone/blur.ts';
import type { InkTable } from './ink-table.ts';

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

export interface InkFeed {
  readonly table: InkTable;
  readonly ink: number;
  readonly red: FeedReader;
  readonly green: FeedReader;
  readonly blue: FeedReader;
  /** Where the picture is clear; null when clear counts as white. */
  readonly clear: FeedReader | null;
  /** Solid from one half on, and nothing below. */
  readonly hard: boolean;
}

/** Reads one ink of a separation as coverage: 65535 is none. */
export function inkReader(kernels: Kernels, { table, ink, red, green, blue, clear, hard }: InkFeed): FeedReader {
  const { size } = table;
  const lookup = placesOf(size);
  return (area) => {
    const rows = rowsOf(area);
    const count = area.width * rows;
    // What is read may use the same scratch memory, so that all of it is read first.
    const planes = [red, green, blue, ...(clear ? [clear] : [])].map((read) => lightCodes(kernels, read(area)));
    const blocks = planes.map((_, k) => kernels.scratch(`separate-${k}`, 2 * count + 16));
    const grid = kernels.scratch('separate-places', 2 * 65536);
    const plane = kernels.scratch('separate-plane', table.planes[ink]!.byteLength);
    const out = kernels.scratch('separate-out', 2 * count + 16);
    const { run } = kernels;
    planes.forEach((values, k) => {
      kernels.u16(blocks[k]!).set(values);
    });
    kernels.u16(grid).set(lookup);
    kernels.u16(plane).set(table.planes[ink]!);
    const [r, g, b, a] = blocks.map((block) => block.ptr) as [number, number, number, number | undefined];
    if (a !== undefined) for (const light of [r, g, b]) run.liftFromWhite(light, a, count);
    run.separateInk(r, g, b, grid.ptr, plane.ptr, size, bitsOf(size), count, out.ptr);
    if (a !== undefined) run.coverByAlpha(out.ptr, a, count);
    const data = kernels.u16(out).slice(0, count);
    if (hard) for (let k = 0; k < count; k++) data[k] = data[k]! <= 32767 ? 0 : 65535;
    return { depth: 16, width: area.width, rows, data };
  };
}
