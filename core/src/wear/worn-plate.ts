import { type Area, rowsOf } from '../raster/area.ts';
import { isBitmap, type Plate, rowBytes } from '../raster/plate.ts';
import { type Cover, coverBytes } from '../stencil/cover.ts';
import { WEAR_KINDS } from './kinds/index.ts';
import type { WearSettings } from './wear-params.ts';

/** Whether anything is worn. */
export const isWorn = (wear: WearSettings): boolean => WEAR_KINDS.some(({ name }) => wear[name] > 0);

/** Marks the pixels of a row of the sheet that lose their ink. */
function lostRows(area: Area, wear: WearSettings, perMm: number): (y: number) => Uint8Array {
  const lost = new Uint8Array(area.width);
  const rows = WEAR_KINDS.flatMap((kind) => {
    const amount = wear[kind.name];
    return amount > 0 ? [kind.rows({ area, perMm, wear, amount })] : [];
  });
  return (y) => {
    lost.fill(0);
    for (const row of rows) row(y, lost);
    return lost;
  };
}

/**
 * Returns a plate over an area without the ink that wear took; a value of 0 stands for bare stock. What is lost depends on
 * the place on the sheet alone, in mm. `perMm`: sheet pixels of one mm.
 */
export function wornPlate(plate: Plate, area: Area, wear: WearSettings, perMm: number): Plate {
  if (!isWorn(wear)) return plate;
  const lostIn = lostRows(area, wear, perMm);
  const data = plate.data.slice();
  const stride = rowBytes(plate);
  const bits = isBitmap(plate);
  for (let k = 0; k < plate.height; k++) {
    const row = data.subarray(k * stride, (k + 1) * stride);
    if (row.every((value) => value === 0)) continue;
    const lost = lostIn(area.y + k * area.step);
    for (let x = 0; x < lost.length; x++) {
      if (lost[x] === 0) continue;
      if (bits) row[x >> 3]! &= ~(0x80 >> (x & 7));
      else row[x] = 0;
    }
  }
  return { ...plate, data };
}

/** Returns a cover without what wear took, for plates on which no value stands for bare stock. */
export function wornCover(cover: Cover, area: Area, wear: WearSettings, perMm: number): Cover {
  if (!isWorn(wear) || cover === 0) return cover;
  const lostIn = lostRows(area, wear, perMm);
  const out = coverBytes(cover, area);
  for (let k = 0; k < rowsOf(area); k++) {
    lostIn(area.y + k * area.step).forEach((lost, x) => {
      if (lost) out[k * area.width + x] = 0;
    });
  }
  return out;
}
