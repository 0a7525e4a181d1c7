import { LIGHT_OF_BYTE } from '../colour/srgb.ts';
import type { Kernels } from '../kernel/kernels.ts';
import { type Area, rowsOf } from '../raster/area.ts';
import type { Artwork } from '../raster/plate.ts';
import type { PictureSource } from '../raster/source.ts';
import type { Placement } from './placement.ts';
import { createQuadReader, liesOnPixels } from './quad-feed.ts';

/** Reads a picture over an area as artwork. `bytes`: the encoded byte of each of 65536 codes of light. */
export type ArtworkReader = (area: Area, bytes: Uint8Array) => Artwork;

/** Artwork over an area as it is made in kernel memory, clear to begin with, and the table of bytes that it is made by. */
function begin(kernels: Kernels, area: Area, bytes: Uint8Array) {
  const [height, stride] = [rowsOf(area), 4 * area.width];
  const table = kernels.scratch('artwork-bytes', 65536);
  const out = kernels.scratch('artwork-plate', stride * height + 16);
  kernels.u8(table).set(bytes);
  kernels.u8(out).fill(0, 0, stride * height);
  return {
    table: table.ptr,
    rowAt: (k: number, from: number) => out.ptr + k * stride + 4 * from,
    made: (): Artwork => ({ width: area.width, height, channels: 4, data: kernels.u8(out).slice(0, stride * height) }),
  };
}

/** Pixel on pixel: the bytes of the picture through a table. */
function copied(kernels: Kernels, source: PictureSource, { left, top }: Placement): ArtworkReader {
  return (area, bytes) => {
    const { table, rowAt, made } = begin(kernels, area, bytes);
    const from = Math.min(area.width, Math.max(0, left - area.x));
    const width = Math.min(area.width, left + source.width - area.x) - from;
    if (width <= 0) return made();
    const curve = kernels.scratch('artwork-curve', 256);
    const lights = kernels.scratch('artwork-lights', 512);
    const row = kernels.scratch('artwork-source', 4 * width + 16);
    kernels.u8(curve).set(Uint8Array.from(LIGHT_OF_BYTE, (light) => bytes[light]!));
    kernels.u16(lights).set(LIGHT_OF_BYTE);
    const into = kernels.u8(row);
    for (let k = 0; k < rowsOf(area); k++) {
      const y = area.y + k * area.step - top;
      if (y < 0 || y >= source.height) continue;
      const x = 4 * (area.x + from - left);
      into.set(source.read(y, 1).subarray(x, x + 4 * width));
      kernels.run.artworkOfBytes(row.ptr, curve.ptr, lights.ptr, table, width, rowAt(k, from));
    }
    return made();
  };
}

/** Resampled in linear light. */
function resampled(kernels: Kernels, source: PictureSource, at: Placement): ArtworkReader {
  const read = createQuadReader(kernels, source, at);
  return (area, bytes) => {
    const { table, rowAt, made } = begin(kernels, area, bytes);
    read(
      area,
      ({ from, width }) =>
        (line, k) =>
          kernels.run.artworkOfQuads(line, table, width, rowAt(k, from)),
    );
    return made();
  };
}

/**
 * Reads the colours and the alpha of a picture laid straight on the sheet as artwork in one go: the same bytes as its parts
 * give one by one. Beyond the picture all is clear.
 */
export const createArtworkReader = (kernels: Kernels, source: PictureSource, at: Placement): ArtworkReader =>
  liesOnPixels(at) ? copied(kernels, source, at) : resampled(kernels, source, at);
