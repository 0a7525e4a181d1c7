import { linearOfHex } from '../colour/srgb.ts';
import { type Area, rowsOf } from '../raster/area.ts';
import { coverPolygons } from '../raster/outline-coverage.ts';
import type { Artwork } from '../raster/plate.ts';
import type { StoneList } from './list.ts';
import { SHADED, shadedStone } from './shading.ts';
import { turnedCorners } from './table/apart.ts';
import { type Footprint, footprintOf } from './table/footprint.ts';
import type { StoneTable } from './table/table.ts';

/** What stones are drawn with. */
export interface StoneDrawing {
  readonly stones: StoneList;
  readonly table: StoneTable;
  /** Pixels a mm. */
  readonly perMm: number;
  /** mm of the sheet's bleed. */
  readonly bleed: number;
}

/** Rows of the sheet, in mm, by which stones are sorted. */
const BAND = 5;

/** Draws the stones of a list, all or those of one region, over areas of the sheet in pixels. */
export function stoneArtwork({ stones, table, perMm, bleed }: StoneDrawing, region: number | null) {
  const footprints = table.sizes.map((size) => footprintOf(size));
  const largest = footprints.reduce((most, f) => Math.max(most, f.outer), 0);
  const bands = new Map<number, number[]>();
  for (let k = 0; k < stones.count; k++) {
    if (region !== null && stones.region[k] !== region) continue;
    const band = Math.floor(stones.y[k]! / BAND);
    const held = bands.get(band);
    if (held) held.push(k);
    else bands.set(band, [k]);
  }
  const looks = new Map<number, Uint8Array>();
  const lookOf = (colour: number): Uint8Array => {
    const made = looks.get(colour) ?? shadedStone(linearOfHex(table.colours[colour]!.colour));
    looks.set(colour, made);
    return made;
  };
  return (area: Area): Artwork => {
    const rows = rowsOf(area);
    const data = new Uint8Array(4 * area.width * rows);
    const top = area.y / perMm - bleed - largest;
    const bottom = (area.y + area.height) / perMm - bleed + largest;
    for (let band = Math.floor(top / BAND); band <= Math.floor(bottom / BAND); band++) {
      for (const k of bands.get(band) ?? []) {
        const x = (stones.x[k]! + bleed) * perMm;
        const y = (stones.y[k]! + bleed) * perMm;
        drawStone(data, area, x, y, footprints[stones.size[k]!]!, stones.turn[k]!, perMm, lookOf(stones.colour[k]!));
      }
    }
    return { width: area.width, height: rows, channels: 4, data };
  };
}

/** Lays one stone, its middle at x, y in pixels, with exact or nearly exact edges. */
function drawStone(
  data: Uint8Array,
  area: Area,
  x: number,
  y: number,
  foot: Footprint,
  turn: number,
  perMm: number,
  look: Uint8Array,
): void {
  const reach = foot.outer * perMm + 1;
  const left = Math.max(area.x, Math.floor(x - reach));
  const right = Math.min(area.x + area.width, Math.ceil(x + reach));
  const first = Math.max(0, Math.ceil((y - reach - area.y) / area.step));
  const last = Math.min(rowsOf(area) - 1, Math.floor((y + reach - area.y) / area.step));
  if (right <= left || last < first) return;
  const part: Area = {
    x: left,
    y: area.y + first * area.step,
    width: right - left,
    height: (last - first) * area.step + 1,
    step: area.step,
  };
  const cover = foot.corners
    ? coverPolygons([turnedCorners(foot.corners, turn).map((v, k) => v * perMm + (k & 1 ? y : x))], part, false)
    : null;
  const r = foot.outer * perMm;
  const [scaleX, scaleY] = [SHADED / (2 * foot.halfWidth * perMm), SHADED / (2 * foot.halfHeight * perMm)];
  for (let row = first; row <= last; row++) {
    const dy = area.y + row * area.step + 0.5 - y;
    for (let column = left; column < right; column++) {
      const dx = column + 0.5 - x;
      const alpha = cover
        ? cover[(row - first) * part.width + column - left]!
        : Math.min(1, Math.max(0, r + 0.5 - Math.sqrt(dx * dx + dy * dy)));
      if (alpha <= 0) continue;
      const u = Math.min(SHADED - 1, Math.max(0, Math.floor(dx * scaleX + SHADED / 2)));
      const v = Math.min(SHADED - 1, Math.max(0, Math.floor(dy * scaleY + SHADED / 2)));
      const from = 3 * (v * SHADED + u);
      const at = 4 * (row * area.width + column - area.x);
      const byte = Math.round(255 * alpha);
      // Where stones touch, the edge of one pixel is of both: the greater part decides its colour.
      if (byte >= data[at + 3]!) {
        data[at] = look[from]!;
        data[at + 1] = look[from + 1]!;
        data[at + 2] = look[from + 2]!;
      }
      data[at + 3] = Math.min(255, data[at + 3]! + byte);
    }
  }
}
