import { turnedCorners } from '../../stones/table/apart.ts';
import { type AllStones, eachStone, holesOf, stoneBox } from './layouts.ts';

/** A hole that is cut. Lengths in mm, on its own sheet, y downwards. */
export interface Hole {
  /** Index of the size in the table; −1 for a register hole. */
  readonly size: number;
  readonly x: number;
  readonly y: number;
  /** Of a round hole; 0 where it has corners. */
  readonly r: number;
  /** Corners x, y, x, y … of a hole that is not round, on the sheet. */
  readonly corners: Float64Array | null;
}

/** One sheet of a template. */
export interface TemplateSheet {
  readonly width: number;
  readonly height: number;
  readonly holes: readonly Hole[];
  /** What takes a place of the design to the sheet: it is moved by so much, after it is mirrored if it is. */
  readonly left: number;
  readonly top: number;
}

/** A template: one sheet, or as many as the width of the cutter asks for. */
export interface Template {
  readonly sheets: readonly TemplateSheet[];
  readonly mirrored: boolean;
}

/** Free room of a sheet of a split template beyond its seams, beside what stones reach over them. */
const OVER_SEAM = 2;

/**
 * Plans the template of all stones. A design wider than the cutter is split: each hole is whole and on one sheet alone, the
 * one on whose side of the seam its middle lies; neighbouring sheets have two register holes in common.
 */
export function planTemplate(all: AllStones): Template {
  const { job } = all;
  const holes = holesOf(job);
  const box = stoneBox(all);
  const { mirrored, cutterWidth, registerHole } = job;
  const width = box.right - box.left;
  const across = (x: number) => (mirrored ? box.right - x : x - box.left);
  const reach = Math.max(0, ...holes.map((h) => h.outer));
  const single = width + 2 * job.margin <= cutterWidth;
  // Register holes stand in the middle of the margin.
  const margin = single ? job.margin : Math.max(job.margin, registerHole + 2 * OVER_SEAM);
  const height = box.bottom - box.top + 2 * margin;
  // A sheet of several reaches over its seams: by half of a hole, and by the register holes on them.
  const over = Math.max(reach, registerHole / 2) + OVER_SEAM;
  const count = single ? 1 : Math.max(2, Math.ceil((width + 2 * margin - 2 * over) / (cutterWidth - 2 * over)));
  if (!single && cutterWidth <= 2 * over + reach)
    throw new Error('The cutter is too narrow for the stones; make it wider.');
  const whole = width + 2 * margin;
  const step = (whole - 2 * over) / count;
  const seams = single ? [] : Array.from({ length: count - 1 }, (_, k) => over + (k + 1) * step - margin);
  const sheets = Array.from({ length: count }, (_, k): { left: number; right: number; holes: Hole[] } => ({
    left: k === 0 ? -margin : seams[k - 1]! - over,
    right: k === count - 1 ? width + margin : seams[k]! + over,
    holes: [],
  }));
  eachStone(all, (list, k) => {
    const at = across(list.x[k]!);
    const sheet = sheets[seams.filter((seam) => seam <= at).length]!;
    const own = holes[list.size[k]!]!;
    const [x, y] = [at - sheet.left, list.y[k]! - box.top + margin];
    const flip = mirrored ? -1 : 1;
    const corners =
      own.corners && turnedCorners(own.corners, list.turn[k]!).map((v, n) => (n & 1 ? y + v : x + flip * v));
    sheet.holes.push({ size: list.size[k]!, x, y, r: corners ? 0 : own.outer, corners });
  });
  for (const [k, seam] of seams.entries()) {
    for (const sheet of [sheets[k]!, sheets[k + 1]!]) {
      for (const y of [margin / 2, height - margin / 2])
        sheet.holes.push({ size: -1, x: seam - sheet.left, y, r: registerHole / 2, corners: null });
    }
  }
  return {
    mirrored,
    sheets: sheets.map((s) => ({
      width: s.right - s.left,
      height,
      holes: s.holes,
      left: mirrored ? box.right - s.left : box.left + s.left,
      top: box.top - margin,
    })),
  };
}

/** Name of the layer of register holes. */
export const REGISTER_LAYER = 'register';

/** Sizes that a template has holes of, in the order of the table, and what its layers are called. */
export function layersOf({ job }: AllStones, { sheets }: Template): { readonly size: number; readonly name: string }[] {
  const used = new Set(sheets.flatMap((s) => s.holes.map((h) => h.size)));
  const sizes = job.sizes.flatMap(({ name }, size) => (used.has(size) ? [{ size, name }] : []));
  return used.has(-1) ? [...sizes, { size: -1, name: REGISTER_LAYER }] : sizes;
}

/** Free room between the sheets of a template that lie below each other in one drawing, in mm. */
export const BETWEEN_SHEETS = 10;

/** The sheets of a template below each other, as they come from a roll. */
export function stacked({ sheets }: Template) {
  let y = 0;
  const placed = sheets.map((sheet) => {
    const at = { sheet, y };
    y += sheet.height + BETWEEN_SHEETS;
    return at;
  });
  return {
    placed,
    width: Math.max(...sheets.map((s) => s.width)),
    height: y - BETWEEN_SHEETS,
  };
}
