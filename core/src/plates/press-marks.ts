import { cosine, sine } from '../math/exact.ts';
import { MM_PER_INCH } from '../math/units.ts';
import type { Job } from '../document/types.ts';
import type { Polygon } from '../raster/outline-coverage.ts';
import { polygonsOf } from '../raster/outline-coverage.ts';

/** Text as an SVG path that begins at 0, 0 on its base line, a thousand units an em, and its width; y runs downwards. */
export type Words = (text: string) => { readonly path: string; readonly width: number };

/** A mark to be filled, in plate pixels. */
export interface Mark {
  readonly polygons: readonly Polygon[];
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Where the sheet lies on a plate with its margin, in pixels. */
export interface PlateFrame {
  /** Whole plate. */
  readonly width: number;
  readonly height: number;
  /** Margin on every side; a multiple of eight, so that rows of bits need no shifting. */
  readonly margin: number;
  /** The sheet with its bleed. */
  readonly sheetWidth: number;
  readonly sheetHeight: number;
  /** Pixels a mm. */
  readonly perMm: number;
}

/** Strokes of marks in mm; at least two pixels, so that no press loses them. */
const LINE = 0.12;
const CIRCLE = 2;
const CROSS = 3.4;
const CROP_LENGTH = 5;
/** Crop marks stay this far from what is trimmed, in mm. */
const CROP_GAP = 2;
const LETTERS = 2.4;
/** Units of an em in outlines of words. */
const EM = 1000;

const boxOf = (polygons: readonly Polygon[]): Mark => {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const polygon of polygons) {
    for (let k = 0; k < polygon.length; k += 2) {
      x0 = Math.min(x0, polygon[k]!);
      x1 = Math.max(x1, polygon[k]!);
      y0 = Math.min(y0, polygon[k + 1]!);
      y1 = Math.max(y1, polygon[k + 1]!);
    }
  }
  const [x, y] = [Math.floor(x0), Math.floor(y0)];
  return { polygons, x, y, width: Math.ceil(x1) - x, height: Math.ceil(y1) - y };
};

function frame(job: Job, margin: number, sheetWidth: number, sheetHeight: number): PlateFrame {
  const perMm = job.sheet.ppi / MM_PER_INCH;
  return { width: sheetWidth + 2 * margin, height: sheetHeight + 2 * margin, margin, sheetWidth, sheetHeight, perMm };
}

/** The plate of a job with its margin. */
export function plateFrame(job: Job, size: { readonly width: number; readonly height: number }): PlateFrame {
  const margin = Math.ceil((job.plates.margin * job.sheet.ppi) / MM_PER_INCH / 8) * 8;
  return frame(job, margin, size.width, size.height);
}

/** A rectangle from one whole pixel to another. */
function bar(x0: number, y0: number, x1: number, y1: number): Mark {
  const [l, t, r, b] = [Math.round(x0), Math.round(y0), Math.round(x1), Math.round(y1)];
  return boxOf([Float64Array.of(l, t, r, t, r, b, l, b)]);
}

/** Middles of the register crosses: halfway along each side, in the middle of the margin. */
export function registerPlaces({ width, height, margin }: PlateFrame): readonly (readonly [number, number])[] {
  const m = margin / 2;
  return [
    [width / 2, m],
    [width / 2, height - m],
    [m, height / 2],
    [width - m, height / 2],
  ];
}

function registerMarks(at: PlateFrame): Mark[] {
  const { perMm, margin } = at;
  // In a narrow margin crosses are smaller.
  const size = Math.min(1, margin / perMm / (2 * CROSS + 1));
  const [r, c] = [CIRCLE * size * perMm, CROSS * size * perMm];
  const half = Math.max(1, Math.round((LINE * perMm) / 2));
  return registerPlaces(at).flatMap(([px, py]) => {
    const [x, y] = [Math.round(px), Math.round(py)];
    const circle = (radius: number) =>
      Float64Array.from({ length: 128 }, (_, k) => {
        const turn = ((k >> 1) * 2 * Math.PI) / 64;
        return k & 1 ? y + radius * sine(turn) : x + radius * cosine(turn);
      });
    return [
      boxOf([circle(r + half), circle(r - half)]),
      bar(x - c, y - half, x + c, y + half),
      bar(x - half, y - c, x + half, y + c),
    ];
  });
}

function cropMarks(job: Job, at: PlateFrame): Mark[] {
  const { margin, sheetWidth, sheetHeight, perMm } = at;
  const bleed = job.sheet.bleed * perMm;
  const half = Math.max(1, Math.round((LINE * perMm) / 2));
  const [left, right] = [margin + bleed, margin + sheetWidth - bleed];
  const [top, bottom] = [margin + bleed, margin + sheetHeight - bleed];
  const gap = Math.min(CROP_GAP * perMm, margin / 2);
  const length = Math.min(CROP_LENGTH * perMm, margin - gap);
  return [
    ...[left, right].flatMap((x) => [
      bar(x - half, margin - gap - length, x + half, margin - gap),
      bar(x - half, margin + sheetHeight + gap, x + half, margin + sheetHeight + gap + length),
    ]),
    ...[top, bottom].flatMap((y) => [
      bar(margin - gap - length, y - half, margin - gap, y + half),
      bar(margin + sheetWidth + gap, y - half, margin + sheetWidth + gap + length, y + half),
    ]),
  ];
}

/** Where the words and the wedge of plate `index` of `count` stand, so that all can be read on one print. */
export function slotOf(at: PlateFrame, index: number, count: number): { readonly x: number; readonly width: number } {
  // The register crosses in the middle stay clear.
  const half = at.sheetWidth / 2 - CROSS * 1.5 * at.perMm;
  const left = Math.ceil(count / 2);
  const inLeft = index < left;
  const width = half / (inLeft ? left : Math.max(1, count - left));
  const start = inLeft ? at.margin : at.margin + at.sheetWidth - half;
  return { x: start + width * (inLeft ? index : index - left), width: width * 0.96 };
}

function nameMark(text: string, at: PlateFrame, index: number, count: number, words: Words): Mark | null {
  const { path, width } = words(text);
  if (!path) return null;
  const slot = slotOf(at, index, count);
  const em = Math.min(LETTERS * at.perMm, (slot.width * EM) / width, at.margin * 0.6);
  return boxOf(polygonsOf(path, [em / EM, 0, 0, em / EM, slot.x, at.margin / 2 + em * 0.35]));
}

/** What a plate carries beside the sheet; all of it lies in the margin. */
export function marksOf(
  job: Job,
  at: PlateFrame,
  plate: { readonly text: string; readonly index: number; readonly count: number },
  words: Words,
): Mark[] {
  const { plates } = job;
  if (at.margin === 0) return [];
  const name = plates.names ? nameMark(plate.text, at, plate.index, plate.count, words) : null;
  return [
    ...(plates.register ? registerMarks(at) : []),
    ...(plates.crop ? cropMarks(job, at) : []),
    ...(name ? [name] : []),
  ];
}
