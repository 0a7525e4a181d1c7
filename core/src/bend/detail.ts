/** A part of the sheet, in pixels. */
export interface SheetPart {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/**
 * The radius in pixels of the smallest thing that a bend does in a part of the sheet (null: anywhere), such as the radius of
 * a brush or half of a wave: places that are worked out lie so close that it is not passed over. Infinity where there
 * is nothing small.
 */
export type Detail = (part: SheetPart | null) => number;

const overlap = (a: SheetPart, b: SheetPart): boolean =>
  a.left <= b.right && a.right >= b.left && a.top <= b.bottom && a.bottom >= b.top;

/** Something of a radius is done in some parts of the sheet; outside them nothing moves. */
export const detailWithin =
  (parts: readonly (SheetPart & { readonly radius: number })[]): Detail =>
  (part) =>
    Math.min(...parts.filter((own) => !part || overlap(own, part)).map(({ radius }) => radius));

/** The same in a circle. */
export const detailAround = (
  { x, y }: { readonly x: number; readonly y: number },
  reach: number,
  radius: number,
): Detail => detailWithin([{ left: x - reach, right: x + reach, top: y - reach, bottom: y + reach, radius }]);

/** Nothing small is done anywhere. */
export const NO_DETAIL: Detail = () => Number.POSITIVE_INFINITY;

/** The radius of the smallest thing that is not passed over, in distances of the places that are worked out. */
const SMALLEST_SEEN = 1.5;

const isSeen = (radius: number, each: number): boolean => SMALLEST_SEEN * each <= radius;

/**
 * Says of squares, with their top left corner at (x, y), whether nothing that is done there is passed over between places
 * `each` pixels apart.
 */
export function seenBetween(detail: Detail): (each: number, x: number, y: number, side: number) => boolean {
  // Where nothing on the whole sheet is too small no square is looked at by itself.
  const least = detail(null);
  return (each, x, y, side) =>
    isSeen(least, each) ||
    isSeen(detail({ left: x - each, top: y - each, right: x + side + each, bottom: y + side + each }), each);
}
