import { type Area, rowsOf } from './area.ts';
import { createBitmap } from './bitmap.ts';
import { isArtwork, isBitmap, type Plate } from './plate.ts';
import type { Size } from './sheet.ts';

/** A plate on which nothing prints, of the same kind as another. */
function bareLike(plate: Plate, width: number, height: number): Plate {
  if (isBitmap(plate)) return createBitmap(width, height);
  return { ...plate, width, height, data: new Uint8Array((isArtwork(plate) ? 4 : 1) * width * height) };
}

/** Copies rows of a plate to another of the same kind: from column `from` on to column `to` on. */
function copyInto(out: Plate, plate: Plate, row: number, from: number, to: number, count: number): void {
  if (isBitmap(out) && isBitmap(plate)) {
    for (let y = 0; y < plate.height; y++) {
      const [source, target] = [y * plate.stride, (row + y) * out.stride];
      for (let k = 0; k < count; k++) {
        const [x, u] = [from + k, to + k];
        if ((plate.data[source + (x >> 3)]! >> (7 - (x & 7))) & 1) out.data[target + (u >> 3)]! |= 0x80 >> (u & 7);
      }
    }
    return;
  }
  const each = isArtwork(plate) ? 4 : 1;
  for (let y = 0; y < plate.height; y++) {
    const source = each * (y * plate.width + from);
    out.data.set(plate.data.subarray(source, source + each * count), each * ((row + y) * out.width + to));
  }
}

/**
 * Reads a plate that lies `right` and `down` whole pixels further on the sheet. What leaves the sheet is cut off, and where
 * it came from nothing prints.
 */
export function placedPlate(
  read: (area: Area) => Plate,
  sheet: Size,
  right: number,
  down: number,
): (area: Area) => Plate {
  return (area) => {
    const rows = rowsOf(area);
    const [x, y] = [area.x - right, area.y - down];
    const left = Math.max(0, x);
    const end = Math.min(sheet.width, x + area.width);
    const first = y >= 0 ? 0 : Math.ceil(-y / area.step);
    const last = Math.min(rows, Math.ceil((sheet.height - y) / area.step));
    // Bitmaps are read from whole bytes on.
    const start = Math.min(left, sheet.width - 1) & ~7;
    const top = Math.min(sheet.height - 1, Math.max(0, y + first * area.step));
    const seen = end > left && last > first;
    const height = seen ? Math.min(sheet.height - top, (last - first) * area.step) : 1;
    const width = seen ? end - start : Math.min(8, sheet.width - start);
    const plate = read({ x: start, y: top, width, height, step: area.step });
    const out = bareLike(plate, area.width, rows);
    if (seen) copyInto(out, plate, first, left - start, left - x, end - left);
    return out;
  };
}
