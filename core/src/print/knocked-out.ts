import type { Kernels } from '../kernel/kernels.ts';
import { type Area, type LightReader, rowsOf } from '../raster/area.ts';
import { inkBytes, isArtwork, isBitmap, type Plate } from '../raster/plate.ts';
import type { Size } from '../raster/sheet.ts';
import { spreadReader } from '../raster/spread.ts';

/** Where a plate prints at least half, as light: dark is ink. Artwork prints where it is not clear. */
const lightOf =
  (read: (area: Area) => Plate): LightReader =>
  (area) => {
    const plate = read(area);
    const ink = isArtwork(plate)
      ? Uint8Array.from({ length: plate.width * plate.height }, (_, k) => plate.data[4 * k + 3]!)
      : inkBytes(plate);
    return { depth: 8, width: area.width, rows: rowsOf(area), data: ink.map((v) => (v >= 128 ? 0 : 255)) };
  };

/** A plate that knocks out what lies beneath it, and how far that reaches under its edge, in pixels. */
export interface Knockout {
  readonly read: (area: Area) => Plate;
  readonly trap: number;
}

/** Takes the ink of a plate away wherever others knock it out. */
export function knockedOut(
  kernels: Kernels,
  sheet: Size,
  own: (area: Area) => Plate,
  above: readonly Knockout[],
): (area: Area) => Plate {
  const holes = above.map(({ read, trap }) => spreadReader(kernels, lightOf(read), sheet, -trap));
  return (area) => {
    const plate = own(area);
    const data = plate.data.slice();
    for (const hole of holes) {
      const light = hole(area);
      for (let at = 0, y = 0; y < plate.height; y++) {
        for (let x = 0; x < plate.width; x++, at++) {
          if (light.data[at] !== 0) continue;
          if (isBitmap(plate)) data[y * plate.stride + (x >> 3)]! &= ~(0x80 >> (x & 7));
          else if (isArtwork(plate)) data[4 * at + 3] = 0;
          else data[at] = 0;
        }
      }
    }
    return { ...plate, data };
  };
}
