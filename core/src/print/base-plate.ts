import type { LightRows } from '../raster/area.ts';
import { inkBytes, isArtwork, isBitmap, type LevelMap, type Plate } from '../raster/plate.ts';

/** Adds the ink of plates to a plate of levels, rounded up to its steps. */
function addLevels(plate: LevelMap, above: readonly Plate[]): void {
  const { levels, data } = plate;
  for (const ink of above.map(inkBytes)) {
    for (let at = 0; at < data.length; at++) data[at] = Math.max(data[at]!, Math.ceil((ink[at]! / 255) * (levels - 1)));
  }
}

/** The same of a one-bit plate: ink of any level needs the base. */
function addBits(stride: number, data: Uint8Array, above: readonly Plate[]): void {
  for (const plate of above) {
    if (isBitmap(plate)) {
      for (let k = 0; k < data.length; k++) data[k]! |= plate.data[k]!;
      continue;
    }
    const { width, height } = plate;
    const ink = inkBytes(plate);
    for (let y = 0, at = 0; y < height; y++) {
      for (let x = 0; x < width; x++, at++) if (ink[at]) data[y * stride + (x >> 3)]! |= 0x80 >> (x & 7);
    }
  }
}

/**
 * The plate of a base: what it prints of its own, and all that the inks above it print, inside an area (dark is
 * inside; everywhere if it is null). `own` is changed and returned.
 */
export function basePlate(own: Plate, above: readonly Plate[], area: LightRows | null): Plate {
  if (isBitmap(own)) addBits(own.stride, own.data, above);
  else if (!isArtwork(own)) addLevels(own, above);
  if (!area) return own;
  const outside = area.depth === 8 ? 127 : 32767;
  for (let y = 0, at = 0; y < own.height; y++) {
    for (let x = 0; x < own.width; x++, at++) {
      if (area.data[at]! <= outside) continue;
      if (isBitmap(own)) own.data[y * own.stride + (x >> 3)]! &= ~(0x80 >> (x & 7));
      else if (isArtwork(own)) own.data[4 * at + 3] = 0;
      else own.data[at] = 0;
    }
  }
  return own;
}
