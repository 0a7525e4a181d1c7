import { cosine, sine } from '../../math/exact.ts';
import { MM_PER_INCH } from '../../math/units.ts';
import { type Area, rowsOf } from '../../raster/area.ts';
import { coverPolygons, type Polygon, polygonsOf } from '../../raster/outline-coverage.ts';
import { planned } from '../../raster/planned.ts';
import type { SheetGeometry } from '../../raster/sheet.ts';
import { amount, comesRound, type Params, type SettingsOf } from '../../settings/params.ts';
import { type CoverReader, settledCover } from '../cover.ts';
import type { PlannedCover } from '../edges.ts';
import type { PartAsked } from './kind.ts';

type Matrix = readonly [number, number, number, number, number, number];

/** A closed outline, and how it becomes mm from the trimmed sheet's top left (a b c d e f as SVG has them). */
export interface Outline {
  /** SVG path. */
  readonly path: string;
  readonly matrix: Matrix;
  /** Overlaps are holes by turns; otherwise all that is wound round is inside. */
  readonly evenOdd: boolean;
}

const PLACE = 20000;

/** A box on the sheet in which an outline stands. */
export const BOX_PARAMS = {
  x: amount('Left edge', 'Left edge of the box, from the trimmed sheet.', 20, -PLACE, PLACE, 1, 'mm'),
  y: amount('Top edge', 'Top edge of the box, from the trimmed sheet.', 20, -PLACE, PLACE, 1, 'mm'),
  width: amount('Width', 'Width of the box.', 60, 0.01, PLACE, 1, 'mm'),
  height: amount('Height', 'Height of the box.', 40, 0.01, PLACE, 1, 'mm'),
  turn: comesRound(amount('Turn', 'Degrees counter-clockwise about the middle of the box.', 0, -360, 360, 1, '°')),
} as const satisfies Params;

export type BoxSettings = SettingsOf<typeof BOX_PARAMS>;

/** Takes the square from 0, 0 to 1, 1 to a box, turned about its middle. */
export function boxMatrix({ x, y, width, height, turn }: BoxSettings): Matrix {
  const angle = (-turn * Math.PI) / 180;
  const [c, s] = turn === 0 ? [1, 0] : [cosine(angle), sine(angle)];
  const [w, h] = [width / 2, height / 2];
  return [width * c, width * s, -height * s, height * c, x + w - w * c + h * s, y + h - w * s - h * c];
}

/** Takes mm from the trimmed sheet's top left to pixels of the sheet with its bleed. */
function inPixels([a, b, c, d, e, f]: Matrix, { bleed, ppi }: Pick<SheetGeometry, 'bleed' | 'ppi'>): Matrix {
  const k = ppi / MM_PER_INCH;
  return [a * k, b * k, c * k, d * k, (e + bleed) * k, (f + bleed) * k];
}

function boundsOf(polygons: readonly Polygon[]) {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const p of polygons) {
    for (let k = 0; k < p.length; k += 2) {
      left = Math.min(left, p[k]!);
      right = Math.max(right, p[k]!);
      top = Math.min(top, p[k + 1]!);
      bottom = Math.max(bottom, p[k + 1]!);
    }
  }
  return { left, top, right, bottom };
}

/** Half of a pixel, but for what sums of 32 bits lose: an edge through its middle is inside wherever a reading begins. */
const HALF = 0.4999;

/** Which pixels lie inside polygons: those that are covered by half or more. */
function polygonCover(polygons: readonly Polygon[], evenOdd: boolean): CoverReader {
  const { left, top, right, bottom } = boundsOf(polygons);
  return (area: Area) => {
    if (area.x >= right || area.y >= bottom || area.x + area.width <= left || area.y + area.height <= top) return 0;
    // Only what lies between the bounds is measured.
    const x = Math.max(area.x, Math.floor(left));
    const width = Math.min(area.x + area.width, Math.ceil(right)) - x;
    const covered = coverPolygons(polygons, { ...area, x, width }, evenOdd);
    const rows = rowsOf(area);
    const out = new Uint8Array(area.width * rows);
    for (let k = 0; k < rows; k++) {
      const to = k * area.width + x - area.x;
      for (let n = 0; n < width; n++) if (covered[k * width + n]! >= HALF) out[to + n] = 255;
    }
    return settledCover(out);
  };
}

/** A cover that is one outline, which is known. */
export interface OutlineCover extends PlannedCover {
  readonly outline: Outline;
}

/** The outline of a cover that is made of one; null for any other. */
export const outlineOfCover = (cover: PlannedCover): Outline | null =>
  'outline' in cover ? (cover as OutlineCover).outline : null;

/** Plans the cover of an outline. */
export function planOutline(outline: Outline, { sheet: { bleed, ppi } }: PartAsked): OutlineCover {
  const cover = planned('outline', { ...outline, bleed, ppi }, [], (own) =>
    polygonCover(polygonsOf(own.path, inPixels(own.matrix, own)), own.evenOdd),
  );
  return { ...cover, outline };
}

const AS_IS: Matrix = [1, 0, 0, 1, 0, 0];

/** Plans an outline whose numbers are mm on the sheet already. */
export const planPath = (path: string, asked: PartAsked): PlannedCover =>
  planOutline({ path, matrix: AS_IS, evenOdd: false }, asked);
