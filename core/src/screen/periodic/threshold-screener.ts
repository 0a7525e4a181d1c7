import type { Kernels, Scratch } from '../../kernel/kernels.ts';
import { type Area, type LightReader, type LightRows, rowsOf } from '../../raster/area.ts';
import { type Bitmap, clearTail, createBitmap } from '../../raster/bitmap.ts';
import { mapTones } from '../../raster/map-tones.ts';
import type { ToneTables } from '../compiled.ts';
import { type ThresholdTile, tilePlace } from './threshold-tile.ts';
import { foldTones, plainTile, type WideTile } from './wide-tile.ts';

/** Turns rows of codes into a plate; areas may be asked for in any order. */
export interface TileScreener {
  /** The plate over an area whose rows of codes are given. */
  rows(area: Area, light: LightRows): Bitmap;
  /** Gives back the kernel memory that it holds. */
  release(): void;
}

/** The same for light that is read here, straight into kernel memory where it can be. */
export interface LightScreener {
  over(area: Area, light: LightReader): Bitmap;
  release(): void;
}

/** Rows of codes to compare: as an array, or what writes them to kernel memory. */
type Codes = Uint8Array | Uint16Array | ((out: number) => void);

/** Makes plates by comparing rows of codes with a wide tile. */
export type TileComparer = (area: Pick<Area, 'x' | 'y' | 'step' | 'width'>, rows: number, codes: Codes) => Bitmap;

/** Loads a wide tile into kernel memory and compares rows with it. */
export function tileComparer(kernels: Kernels, wide: WideTile): { compare: TileComparer; block: Scratch } {
  const { limits } = wide;
  const wideCodes = limits instanceof Uint16Array;
  const size = wideCodes ? 2 : 1;
  const block = kernels.alloc(limits.byteLength);
  if (wideCodes) kernels.u16(block).set(limits);
  else kernels.u8(block).set(limits);
  const run = wideCodes ? kernels.run.threshold16 : kernels.run.threshold8;

  const compare: TileComparer = ({ x, y, step, width }, rows, codes) => {
    const plate = createBitmap(width, rows);
    const input = kernels.scratch('codes', (width + 16) * size * rows);
    if (typeof codes === 'function') codes(input.ptr);
    else (wideCodes ? kernels.u16(input) : kernels.u8(input)).set(codes.subarray(0, width * rows));
    // The kernel writes whole 16-bit words; what a row writes too much, the next one overwrites.
    const output = kernels.scratch('bits', plate.stride * rows + 16);
    for (let k = 0; k < rows; k++) {
      const { row, column } = tilePlace(wide, x, y + k * step);
      run(
        input.ptr + k * width * size,
        block.ptr + row * wide.stride * size,
        wide.period,
        column,
        width,
        output.ptr + k * plate.stride,
      );
    }
    plate.data.set(kernels.u8(output).subarray(0, plate.stride * rows));
    if (width & 7) for (let k = 0; k < rows; k++) clearTail(plate.data, k * plate.stride, width);
    return plate;
  };
  return { compare, block };
}

/** A screener for a compiled tile: ink where the tone of a pixel exceeds the threshold under it. */
export function thresholdScreener(kernels: Kernels, tile: ThresholdTile, tables: ToneTables): LightScreener {
  const comparers = new Map<8 | 16, ReturnType<typeof tileComparer>>();
  let coded: ReturnType<typeof tileComparer> | null | undefined;
  const lightTables = new Map<8 | 16, Uint16Array>();
  const comparerOf = (depth: 8 | 16) => {
    let made = comparers.get(depth);
    if (!made) {
      const folded = foldTones(tile, tables.tones(depth));
      made = tileComparer(kernels, folded ?? plainTile(tile));
      comparers.set(depth, made);
      // Curves that rise with light (inverted ones, valleys) are looked up pixel by pixel instead.
      if (!folded)
        lightTables.set(
          depth,
          tables.tones(depth).map((tone) => 65535 - tone),
        );
    }
    return made;
  };
  /** Compares codes of light as they are; null when the tones of the curve rise somewhere. */
  function comparerOfCodes(table: Uint16Array | null): ReturnType<typeof tileComparer> | null {
    const tones = tables.tones(16);
    const folded = foldTones(tile, table ? table.map((code) => tones[code]!) : tones);
    return folded && tileComparer(kernels, folded);
  }
  return {
    over(area, light) {
      if (light.coded) {
        if (coded === undefined) coded = comparerOfCodes(light.coded.light);
        if (coded) return coded.compare(area, rowsOf(area), (out) => light.coded!.to(area, out));
      }
      const read = light(area);
      const { compare } = comparerOf(read.depth);
      const table = lightTables.get(read.depth);
      return compare(area, read.rows, table ? mapTones(kernels, read, table) : read.data);
    },
    release() {
      for (const { block } of comparers.values()) kernels.release(block);
      comparers.clear();
      if (coded) kernels.release(coded.block);
      coded = undefined;
    },
  };
}

/** A screener for rows whose codes are already 65535 − tone. */
export function plainScreener(kernels: Kernels, tile: ThresholdTile): TileScreener {
  const { compare, block } = tileComparer(kernels, plainTile(tile));
  return {
    rows: (area, light) => compare(area, light.rows, light.data),
    release: () => kernels.release(block),
  };
}
