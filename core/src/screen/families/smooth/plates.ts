import { bytesOfLight } from '../../../colour/srgb.ts';
import { type Area, rowsOf } from '../../../raster/area.ts';
import type { Artwork } from '../../../raster/plate.ts';
import {
  type CompiledScreen,
  type Plater,
  ONE_INK,
  type Prints,
  type ToneInput,
  type ToneTables,
} from '../../compiled.ts';
import type { SmoothSettings } from './params.ts';

/** Shares of ink that a plate without a screen tells apart. */
const SHARES = 256;

/** What the plate of a fill without a screen holds. */
export const smoothPrints = ({ takes }: SmoothSettings): Prints => ({
  ...ONE_INK,
  levels: SHARES,
  screened: false,
  artwork: takes === 'picture',
});

/** Tones as shares of the ink. */
const inkPlater = ({ tones }: ToneInput): Plater => ({
  plate(area) {
    const own = tones(area);
    const data = new Uint8Array(own.length);
    for (let k = 0; k < data.length; k++) data[k] = Math.round(own[k]! / 257);
    return { width: area.width, height: rowsOf(area), levels: SHARES, data };
  },
  release() {},
});

/** The sRGB byte of each 16-bit code of light after the tone curve. */
function curvedBytes(tables: ToneTables): Uint8Array {
  const table = bytesOfLight();
  const tones = tables.tones(16);
  const out = new Uint8Array(tones.length);
  for (let k = 0; k < out.length; k++) out[k] = table[65535 - tones[k]!]!;
  return out;
}

/** Colours and alpha that are read part by part. */
function artworkOfParts({ kernels, colours, clear }: ToneInput, area: Area): Artwork {
  const lights = colours(area);
  const clearness = clear?.(area) ?? null;
  const size = lights.length / 3;
  const planes = kernels.scratch('artwork-planes', 8 * size + 16);
  const table = kernels.scratch('artwork-bytes', 65536);
  const out = kernels.scratch('artwork-plate', 4 * size + 16);
  kernels.u16(planes).set(lights);
  if (clearness) kernels.u16(planes).set(clearness, 3 * size);
  kernels.u8(table).set(bytesOfLight());
  const [red, green, blue, own] = [0, 1, 2, 3].map((c) => planes.ptr + 2 * c * size) as [
    number,
    number,
    number,
    number,
  ];
  kernels.run.artworkOfPlanes(red, green, blue, clearness ? own : 0, table.ptr, size, out.ptr);
  return { width: area.width, height: rowsOf(area), channels: 4, data: kernels.u8(out).slice(0, 4 * size) };
}

/** Colours of the picture and its alpha. */
function artworkPlater(input: ToneInput): Plater {
  let bytes: Uint8Array | null = null;
  return {
    plate(area) {
      if (!input.artwork) return artworkOfParts(input, area);
      bytes ??= curvedBytes(input.artwork.tables);
      return input.artwork.read(area, bytes);
    },
    release() {},
  };
}

/** A screen that leaves tones as they are. */
export const smoothScreen = ({ takes }: SmoothSettings): CompiledScreen => ({
  cells: null,
  tile: null,
  thresholds: null,
  bytes: 64,
  plater: takes === 'ink' ? inkPlater : artworkPlater,
});
