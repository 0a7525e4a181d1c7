import type { SheetMarks } from '../../engine/sheet-marks.ts';

/** Widths that differ by less than this share are one size. */
const SAME_SIZE = 0.03;

/** The mark under a place of the sheet in mm: the nearest whose width reaches there. Null where none does. */
export function markUnder({ ids, xs, ys, widths }: SheetMarks, x: number, y: number): number | null {
  let best: number | null = null;
  let least = Infinity;
  for (let k = 0; k < ids.length; k++) {
    const [dx, dy] = [xs[k]! - x, ys[k]! - y];
    const apart = Math.sqrt(dx * dx + dy * dy);
    if (apart < least && apart <= widths[k]! / 2) [best, least] = [ids[k]!, apart];
  }
  return best;
}

/** Marks whose places lie inside an outline drawn by hand, in mm. */
export function inLasso(
  { ids, xs, ys }: SheetMarks,
  outline: readonly { readonly x: number; readonly y: number }[],
): number[] {
  const found: number[] = [];
  for (let k = 0; k < ids.length; k++) {
    let inside = false;
    for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
      const [a, b] = [outline[i]!, outline[j]!];
      if (a.y > ys[k]! === b.y > ys[k]!) continue;
      if (xs[k]! < a.x + ((ys[k]! - a.y) / (b.y - a.y)) * (b.x - a.x)) inside = !inside;
    }
    if (inside) found.push(ids[k]!);
  }
  return found;
}

/** All marks that have the size or the colour of one of those that are chosen. */
export function alike(
  { ids, widths, colours }: SheetMarks,
  chosen: readonly number[],
  what: 'size' | 'colour',
): number[] {
  const own = new Set(chosen);
  const at = Array.from(ids.keys());
  const these = at.filter((k) => own.has(ids[k]!));
  if (what === 'colour') {
    const wanted = new Set(these.map((k) => colours[k]!));
    return at.filter((k) => wanted.has(colours[k]!)).map((k) => ids[k]!);
  }
  const least = these.reduce((min, k) => Math.min(min, widths[k]!), Infinity) * (1 - SAME_SIZE);
  const most = these.reduce((max, k) => Math.max(max, widths[k]!), 0) * (1 + SAME_SIZE);
  return at.filter((k) => widths[k]! >= least && widths[k]! <= most).map((k) => ids[k]!);
}
