import { MM_PER_INCH } from '../math/units.ts';
import { sheetPixels } from '../raster/sheet.ts';
import type { Job, Pass } from '../document/types.ts';
import { cosine, sine } from '../math/exact.ts';
import { hashShare } from '../math/hash.ts';
import { type Area, rowsOf } from '../raster/area.ts';
import { type Bitmap, createBitmap } from '../raster/bitmap.ts';
import { withoutSmallMarks } from './lost-marks.ts';
import { unevenness } from './noise.ts';
import type { PressSettings } from '../ink/press-params.ts';

/** Whether an ink comes off the press other than as planned. */
export const isPressed = (p: PressSettings): boolean =>
  [p.shiftX, p.shiftY, p.turn, p.stretch, p.gain, p.least, p.mottle, p.dry, p.starved].some((v) => v !== 0);

/** How far a dry rim reaches into a mark, in mm. */
const RIM = 0.09;
/** Most of the ink that mottle takes from its thinnest places. */
const MOTTLED = 0.45;

/** Whether the ink misses a pixel that the plate prints. */
function missing(press: PressSettings, perMm: number): (x: number, y: number, inside: boolean) => boolean {
  const size = Math.max(1, press.grain * perMm);
  const { seed } = press;
  return (x, y, inside) => {
    let share = 0;
    if (press.starved > 0) {
      // Patches that the ink does not reach: where the unevenness is highest.
      const n = unevenness(x / size, y / size, seed) * 0.7 + unevenness(x / (size / 3), y / (size / 3), seed + 1) * 0.3;
      if (n > 1 - 0.55 * press.starved) share = 1;
    }
    if (share < 1 && press.mottle > 0)
      share += press.mottle * MOTTLED * unevenness(x / (size * 1.7), y / (size * 1.7), seed + 2);
    if (share < 1 && press.dry > 0 && !inside)
      share += press.dry * (0.4 + 0.6 * unevenness(x / (size / 2), y / (size / 2), seed + 3));
    return share > 0 && hashShare(x, y, seed + 7) < share;
  };
}

export interface Pressed {
  readonly job: Job;
  readonly pass: Pass;
  /** The plate over any area of the sheet, x a multiple of eight. */
  plateOver(area: Area): Bitmap;
}

/** A plate as it may come off the press over an area: displaced, turned, stretched, and unevenly inked. */
export function pressedPlate({ job, pass, plateOver }: Pressed, area: Area): Bitmap {
  const { press } = pass.ink;
  const sheet = sheetPixels(job.sheet);
  const perMm = job.sheet.ppi / MM_PER_INCH;
  const rows = rowsOf(area);
  const out = createBitmap(area.width, rows);
  const turn = (press.turn * Math.PI) / 180;
  const [c, s] = [cosine(turn), sine(turn)];
  const across = 1 + press.stretch / 1000;
  const [cx, cy] = [sheet.width / 2, sheet.height / 2];
  const [dx, dy] = [press.shiftX * perMm, press.shiftY * perMm];
  /** Where on the plate a pixel of the print comes from; y runs downwards. */
  const from = (x: number, y: number): [number, number] => {
    const [u, v] = [x + 0.5 - cx - dx, y + 0.5 - cy - dy];
    return [cx + (u * c - v * s) / across, cy + u * s + v * c];
  };
  const least = press.least * perMm;
  const rim = press.dry > 0 ? Math.max(1, Math.round(RIM * perMm)) : 0;
  const corners = [0, 1, 2, 3].map((k) => from(area.x + (k & 1 ? area.width : 0), area.y + (k & 2 ? area.height : 0)));
  const low = (axis: 0 | 1) => Math.min(...corners.map((p) => p[axis])) - rim - 2 * Math.ceil(least) - 1;
  const high = (axis: 0 | 1) => Math.max(...corners.map((p) => p[axis])) + rim + 2 * Math.ceil(least) + 2;
  const x0 = Math.max(0, Math.floor(low(0) / 8) * 8);
  const y0 = Math.max(0, Math.floor(low(1)));
  const x1 = Math.min(sheet.width, Math.ceil(high(0)));
  const y1 = Math.min(sheet.height, Math.ceil(high(1)));
  if (x1 <= x0 || y1 <= y0) return out;
  const planned = plateOver({ x: x0, y: y0, width: x1 - x0, height: y1 - y0, step: 1 });
  const plate = least > 0 ? withoutSmallMarks(planned, least) : planned;
  const inked = (x: number, y: number): boolean =>
    x >= x0 &&
    y >= y0 &&
    x < x1 &&
    y < y1 &&
    ((plate.data[(y - y0) * plate.stride + ((x - x0) >> 3)]! >> (7 - ((x - x0) & 7))) & 1) === 1;
  const misses = missing(press, perMm);
  const uneven = press.mottle > 0 || press.dry > 0 || press.starved > 0;
  const { data, stride } = plate;
  for (let k = 0; k < rows; k++) {
    const v = area.y + k * area.step + 0.5 - cy - dy;
    const [acrossBy, downBy] = [v * s, v * c];
    for (let x = 0; x < area.width; x++) {
      // As in `from`, without an object for each pixel.
      const u = area.x + x + 0.5 - cx - dx;
      const px = Math.floor(cx + (u * c - acrossBy) / across);
      const py = Math.floor(cy + u * s + downBy);
      if (px < x0 || py < y0 || px >= x1 || py >= y1) continue;
      const at = px - x0;
      if (((data[(py - y0) * stride + (at >> 3)]! >> (7 - (at & 7))) & 1) === 0) continue;
      if (uneven) {
        const inside =
          rim === 0 || (inked(px - rim, py) && inked(px + rim, py) && inked(px, py - rim) && inked(px, py + rim));
        if (misses(px, py, inside)) continue;
      }
      out.data[k * out.stride + (x >> 3)]! |= 128 >> (x & 7);
    }
  }
  return out;
}
