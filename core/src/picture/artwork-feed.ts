import type { Kernels } from '../kernel/kernels.ts';
import { type Area, rowsOf } from '../raster/area.ts';
import type { Artwork } from '../raster/plate.ts';
import type { PictureSource } from '../raster/source.ts';
import type { Placement } from './placement.ts';
import { createQuadReader } from './quad-feed.ts';

/** Reads a picture over an area as artwork. `bytes`: the encoded byte of each of 65536 codes of light. */
export type ArtworkReader = (area: Area, bytes: Uint8Array) => Artwork;

/**
 * Reads the colours and the alpha of a picture laid straight on the sheet as artwork in one go: the same bytes as its parts
 * give one by one. Beyond the picture all is clear.
 */
export function createArtworkReader(kernels: Kernels, source: PictureSource, at: Placement): ArtworkReader {
  const read = createQuadReader(kernels, source, at);
  return (area, bytes) => {
    const [height, stride] = [rowsOf(area), 4 * area.width];
    const data = new Uint8Array(stride * height);
    read(area, ({ from, width }) => {
      const table = kernels.scratch('artwork-bytes', 65536);
      kernels.u8(table).set(bytes);
      const out = kernels.scratch('artwork-row', 4 * width + 16);
      return (line, k) => {
        kernels.run.artworkOfQuads(line, table.ptr, width, out.ptr);
        data.set(kernels.u8(out).subarray(0, 4 * width), k * stride + 4 * from);
      };
    });
    return { width: area.width, height, channels: 4, data };
  };
}
