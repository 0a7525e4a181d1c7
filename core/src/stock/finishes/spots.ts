import { cosine, sine } from '../../math/exact.ts';
import type { Area } from '../../raster/area.ts';
import type { MapRow } from './kind.ts';

/** A speck in sheet pixels: a line of some length, round at both ends. */
export interface Spot {
  readonly x: number;
  readonly y: number;
  readonly radius: number;
  readonly length: number;
  /** Radians. */
  readonly turn: number;
  /** The value that it has in the map. */
  readonly value: number;
}

/** Marks spots, of which each square of `side` sheet pixels has at most one. A spot is no larger than a square. */
export function spotRows(area: Area, side: number, spotIn: (column: number, row: number) => Spot | null): MapRow {
  const spots: (Spot & { dx: number; dy: number })[] = [];
  const at = (place: number) => Math.floor(place / side);
  for (let row = at(area.y) - 2; row <= at(area.y + area.height) + 2; row++) {
    for (let column = at(area.x) - 2; column <= at(area.x + area.width) + 2; column++) {
      const spot = spotIn(column, row);
      if (spot) spots.push({ ...spot, dx: spot.length * cosine(spot.turn), dy: spot.length * sine(spot.turn) });
    }
  }
  return (y, out) => {
    const middle = y + 0.5;
    for (const { x, y: top, dx, dy, radius, value } of spots) {
      if (middle < Math.min(top, top + dy) - radius || middle > Math.max(top, top + dy) + radius) continue;
      const first = Math.max(0, Math.floor(Math.min(x, x + dx) - radius - area.x));
      const last = Math.min(out.length - 1, Math.ceil(Math.max(x, x + dx) + radius - area.x));
      const square = dx * dx + dy * dy;
      for (let k = first; k <= last; k++) {
        const [px, py] = [area.x + k + 0.5 - x, middle - top];
        const along = square > 0 ? Math.min(1, Math.max(0, (px * dx + py * dy) / square)) : 0;
        const [ex, ey] = [px - along * dx, py - along * dy];
        if (ex * ex + ey * ey <= radius * radius) out[k] = Math.max(out[k]!, value);
      }
    }
  };
}
