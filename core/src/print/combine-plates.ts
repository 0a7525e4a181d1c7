import { type Area, rowsOf } from '../raster/area.ts';
import { type Bitmap, bitAt, createBitmap } from '../raster/bitmap.ts';
import { inkBytes, isBitmap, type Plate } from '../raster/plate.ts';
import type { Cover } from '../stencil/cover.ts';

/** A plate of one group of fills, and how it goes into that of the pass. */
export interface GroupPlate {
  readonly plate: Plate;
  /** Where each of its values stands among the values of the pass. */
  readonly values: Uint8Array;
  /** Where the group covers the sheet. */
  readonly cover: Cover;
  /** How much of a pixel must be covered for it to print: 0 where the tones see to that themselves. */
  readonly least: number;
  /** Takes the ink of the plates before it away where it prints, instead of laying its own. */
  readonly scrapes: boolean;
}

/** A plate on which nothing prints. */
export const barePlate = (area: Area, levels: number): Plate =>
  levels === 2
    ? createBitmap(area.width, rowsOf(area))
    : { width: area.width, height: rowsOf(area), levels, data: new Uint8Array(area.width * rowsOf(area)) };

/** A plate as one bit a pixel: ink from half a share on. */
export function inkBits(plate: Plate): Bitmap {
  if (isBitmap(plate)) return plate;
  const out = createBitmap(plate.width, plate.height);
  inkBytes(plate).forEach((ink, at) => {
    const x = at % plate.width;
    if (2 * ink >= 255) out.data[((at - x) / plate.width) * out.stride + (x >> 3)]! |= 0x80 >> (x & 7);
  });
  return out;
}

/** Clears the ink of a one-bit plate where it lies outside a cover. */
function clearOutside(plate: Bitmap, cover: Uint8Array, least: number): Bitmap {
  const data = plate.data.slice();
  for (let y = 0, at = 0; y < plate.height; y++) {
    for (let x = 0; x < plate.width; x++, at++) {
      if (cover[at]! < least) data[y * plate.stride + (x >> 3)]! &= ~(0x80 >> (x & 7));
    }
  }
  return { ...plate, data };
}

/** The one-bit plate on which all of some one-bit plates print, from the undermost up; some take ink away. */
function unitedBits(area: Area, plates: readonly GroupPlate[]): Plate {
  const inside = plates.map(({ plate, cover, least, scrapes }) => ({
    plate: least > 0 && typeof cover !== 'number' ? clearOutside(plate as Bitmap, cover, least) : plate,
    scrapes,
  }));
  const first = inside[0];
  if (!first) return barePlate(area, 2);
  if (inside.length === 1 && !first.scrapes) return first.plate;
  const data = new Uint8Array(first.plate.data.length);
  for (const { plate, scrapes } of inside) {
    if (scrapes) for (let k = 0; k < data.length; k++) data[k]! &= ~plate.data[k]!;
    else for (let k = 0; k < data.length; k++) data[k]! |= plate.data[k]!;
  }
  return { ...first.plate, data };
}

/** Value of a plate at a pixel. */
const valueAt = (plate: Plate, x: number, y: number): number =>
  isBitmap(plate) ? (plate.data[y * plate.stride + (x >> 3)]! >> (7 - (x & 7))) & 1 : plate.data[y * plate.width + x]!;

/**
 * The plates of the groups of a pass as one. Ink of any of them prints; of several shares of ink the greatest, and of
 * several colours that of the uppermost group. `levels`: values of the pass, `shares` of them shares of ink.
 */
export function combinePlates(
  area: Area,
  plates: readonly GroupPlate[],
  { levels, shares }: { readonly levels: number; readonly shares: number },
): Plate {
  if (levels === 2) return unitedBits(area, plates);
  const rows = rowsOf(area);
  const data = new Uint8Array(area.width * rows);
  for (const { plate, values, cover, least, scrapes } of plates) {
    for (let y = 0, at = 0; y < rows; y++) {
      for (let x = 0; x < area.width; x++, at++) {
        if (scrapes) {
          if (bitAt(plate as Bitmap, x, y) && (typeof cover === 'number' || cover[at]! >= least)) data[at] = 0;
          continue;
        }
        const value = values[valueAt(plate, x, y)]!;
        if (value === 0 || (typeof cover !== 'number' && cover[at]! < least)) continue;
        // Colours of a palette stand above all shares of ink.
        if (value >= shares || value > data[at]!) data[at] = value;
      }
    }
  }
  return { width: area.width, height: rows, levels, data };
}
