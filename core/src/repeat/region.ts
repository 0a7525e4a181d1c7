import type { Size } from '../raster/sheet.ts';

/** How repeats lie beside each other. */
export type RepeatKind = 'square' | 'half-drop' | 'brick';

/** The part of a sheet that repeats. Whole pixels of the sheet with its bleed. */
export interface RepeatRegion {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
  /** Where the first repeat begins on the plane that is printed, across and down: others lie around it. */
  readonly margin: number;
  readonly kind: RepeatKind;
  /** The part and its mirror images make up one repeat, twice as wide and as high. */
  readonly mirrored: boolean;
  /** Pixels over which one edge of the repeat fades into what lies beyond the other. */
  readonly fade: number;
  readonly sheet: Size;
}

export interface Vector {
  readonly x: number;
  readonly y: number;
}

/** Width and height of one repeat in pixels. */
export const repeatSize = ({ width, height, mirrored }: RepeatRegion): Size =>
  mirrored ? { width: 2 * width, height: 2 * height } : { width, height };

/** The two steps from one repeat to the next ones, in pixels, y downwards. */
export function repeatSteps(region: RepeatRegion): readonly [Vector, Vector] {
  const { width, height } = repeatSize(region);
  return [
    { x: width, y: region.kind === 'half-drop' ? height / 2 : 0 },
    { x: region.kind === 'brick' ? width / 2 : 0, y: height },
  ];
}

const modulo = (v: number, size: number): number => v - size * Math.floor(v / size);

/** Width and height in pixels of the smallest rectangle that repeats in plain rows and columns. */
export function swatchSize(region: RepeatRegion): Size {
  const { width, height } = repeatSize(region);
  return {
    width: region.kind === 'half-drop' ? 2 * width : width,
    height: region.kind === 'brick' ? 2 * height : height,
  };
}

/** The size in pixels of a plane that holds a swatch and enough of what lies around it. */
export function repeatPlane(region: RepeatRegion): Size {
  const { width, height } = swatchSize(region);
  return { width: width + 2 * region.margin, height: height + 2 * region.margin };
}

/** Writes where in one repeat a place of the plane lies: 0 ≤ x < width, 0 ≤ y < height. */
export function inRepeat(
  region: RepeatRegion,
  { width, height }: Size,
  x: number,
  y: number,
  out: { x: number; y: number },
): void {
  const [dx, dy] = [x - region.margin, y - region.margin];
  const [column, row] = [Math.floor(dx / width), Math.floor(dy / height)];
  out.x = modulo(region.kind === 'brick' ? dx - (row * width) / 2 : dx, width);
  out.y = modulo(region.kind === 'half-drop' ? dy - (column * height) / 2 : dy, height);
}

/** One of the places that a place of the repeat takes its value from, and how much of it. */
export interface FadedFrom {
  x: number;
  y: number;
  weight: number;
}

/** Whether one edge fades into what lies beyond the other: a mirror image in a square repeat goes on by itself. */
export const fades = ({ fade, mirrored, kind }: RepeatRegion): boolean => fade > 0 && !(mirrored && kind === 'square');

const eased = (t: number): number => t * t * (3 - 2 * t);

/**
 * Writes the up to four places, counted from the top left of the region, that a place of one repeat is mixed from; gives
 * their number. Near the left and the top edge of the repeat what lies beyond the other edge fades in, so that at the seam
 * the picture goes on as it did there.
 */
export function fadedFrom(
  region: RepeatRegion,
  { width, height }: Size,
  x: number,
  y: number,
  out: readonly FadedFrom[],
): number {
  const { fade, kind } = region;
  if (!fades(region)) {
    write(out[0]!, x, y, 1);
    return 1;
  }
  const across = x < fade ? eased(x / fade) : 1;
  const down = y < fade ? eased(y / fade) : 1;
  // The shifted seam fades last: what it shows beyond the other edge must have no seam of its own.
  const byColumns = kind !== 'brick';
  const [first, second] = byColumns ? [down, across] : [across, down];
  const [sx, sy] = byColumns ? [width, kind === 'half-drop' ? height / 2 : 0] : [width / 2, height];
  let count = fadeOnce(out, 0, x, y, first, second, byColumns, width, height);
  if (second < 1) {
    const [bx, by] = [byColumns ? x + sx : modulo(x + sx, width), byColumns ? modulo(y + sy, height) : y + sy];
    const along = byColumns ? (by < fade ? eased(by / fade) : 1) : bx < fade ? eased(bx / fade) : 1;
    count = fadeOnce(out, count, bx, by, along, 1 - second, byColumns, width, height);
  }
  return count;
}

function write(out: FadedFrom, x: number, y: number, weight: number): void {
  out.x = x;
  out.y = y;
  out.weight = weight;
}

/** A place faded over the seam that is not shifted. */
function fadeOnce(
  out: readonly FadedFrom[],
  count: number,
  x: number,
  y: number,
  own: number,
  weight: number,
  byColumns: boolean,
  width: number,
  height: number,
): number {
  write(out[count]!, x, y, own * weight);
  if (own >= 1) return count + 1;
  write(out[count + 1]!, byColumns ? x : x + width, byColumns ? y + height : y, (1 - own) * weight);
  return count + 2;
}

export const fourPlaces = (): FadedFrom[] => Array.from({ length: 4 }, () => ({ x: 0, y: 0, weight: 0 }));

/** A coordinate of the region folded into its mirror images. */
export function mirrored(v: number, size: number): { readonly at: number; readonly way: 1 | -1 } {
  const t = modulo(v, 2 * size);
  return t < size ? { at: t, way: 1 } : { at: 2 * size - t, way: -1 };
}
