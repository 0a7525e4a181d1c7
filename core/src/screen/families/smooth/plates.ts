import { byteOfLight } from '../../../colour/srgb.ts';
import { rowsOf } from '../../../raster/area.ts';
import type { Artwork } from '../../../raster/plate.ts';
import { type CompiledScreen, type Plater, ONE_INK, type Prints, type ToneInput } from '../../compiled.ts';
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

let bytes: Uint8Array | null = null;

/** The sRGB byte of each 16-bit light. */
function byteTable(): Uint8Array {
  bytes ??= Uint8Array.from({ length: 65536 }, (_, k) => byteOfLight(k / 65535));
  return bytes;
}

/** Tones as shares of the ink. */
const inkPlater = ({ tones }: ToneInput): Plater => ({
  plate: (area) => ({
    width: area.width,
    height: rowsOf(area),
    levels: SHARES,
    data: Uint8Array.from(tones(area), (tone) => Math.round(tone / 257)),
  }),
  release() {},
});

/** Colours of the picture and its alpha. */
const artworkPlater = ({ colours, clear }: ToneInput): Plater => ({
  plate(area): Artwork {
    const table = byteTable();
    const lights = colours(area);
    const clearness = clear?.(area) ?? null;
    const size = lights.length / 3;
    const data = new Uint8Array(4 * size);
    for (let k = 0; k < size; k++) {
      const alpha = clearness ? 255 - Math.round(clearness[k]! / 257) : 255;
      if (alpha === 0) continue;
      data[4 * k] = table[lights[k]!]!;
      data[4 * k + 1] = table[lights[size + k]!]!;
      data[4 * k + 2] = table[lights[2 * size + k]!]!;
      data[4 * k + 3] = alpha;
    }
    return { width: area.width, height: rowsOf(area), channels: 4, data };
  },
  release() {},
});

/** A screen that leaves tones as they are. */
export const smoothScreen = ({ takes }: SmoothSettings): CompiledScreen => ({
  cells: null,
  tile: null,
  thresholds: null,
  bytes: 64,
  plater: takes === 'ink' ? inkPlater : artworkPlater,
});
