import { cosine, sine } from '../../math/exact.ts';
import { hashShare } from '../../math/hash.ts';
import type { Area } from '../../raster/area.ts';
import type { WearKind } from './kind.ts';

/** A scratch in sheet pixels, from one end to the other, with half its width in the middle. */
interface Scratch {
  readonly x: number;
  readonly y: number;
  readonly dx: number;
  readonly dy: number;
  readonly half: number;
}

/** Longest scratch and its width against a chip, and scratches that begin in a square of that length at full amount. */
const LONGEST = 26;
const WIDTH = 0.22;
const MOST = 14;

/** The scratches that begin in one square of the sheet. */
function scratchesIn(
  column: number,
  row: number,
  side: number,
  amount: number,
  width: number,
  seed: number,
): Scratch[] {
  const chance = (k: number, what: number) => hashShare(column * 64 + k, row, seed + 1009 * what);
  // Most run one way, as if the surface had been dragged; the way follows the seed.
  const way = hashShare(seed, 77, 5) * Math.PI;
  const made: Scratch[] = [];
  for (let k = 0; k < MOST; k++) {
    if (chance(k, 1) >= amount) continue;
    const turn = way + (chance(k, 2) - 0.5) * (chance(k, 3) < 0.8 ? 0.35 : 2.6);
    const length = side * (0.15 + 0.85 * chance(k, 4) * chance(k, 4));
    made.push({
      x: (column + chance(k, 5)) * side,
      y: (row + chance(k, 6)) * side,
      dx: length * cosine(turn),
      dy: -length * sine(turn),
      half: (width / 2) * (0.35 + 0.65 * chance(k, 7)),
    });
  }
  return made;
}

/** Scratches that may reach into an area. */
function near(area: Area, side: number, amount: number, width: number, seed: number): Scratch[] {
  const found: Scratch[] = [];
  const from = (at: number) => Math.floor((at - side - width) / side);
  const to = (at: number) => Math.floor((at + side + width) / side);
  for (let row = from(area.y); row <= to(area.y + area.height); row++) {
    for (let column = from(area.x); column <= to(area.x + area.width); column++)
      found.push(...scratchesIn(column, row, side, amount, width, seed));
  }
  return found;
}

/** Marks the pixels of a row whose middles lie in a scratch, which tapers to both ends. */
function mark({ x, y, dx, dy, half }: Scratch, area: Area, at: number, lost: Uint8Array): void {
  const middle = at + 0.5;
  if (middle < Math.min(y, y + dy) - half || middle > Math.max(y, y + dy) + half) return;
  const square = dx * dx + dy * dy;
  const first = Math.max(0, Math.floor(Math.min(x, x + dx) - half - area.x));
  const last = Math.min(area.width - 1, Math.ceil(Math.max(x, x + dx) + half - area.x));
  for (let k = first; k <= last; k++) {
    const [px, py] = [area.x + k + 0.5 - x, middle - y];
    const along = (px * dx + py * dy) / square;
    if (along < 0 || along > 1) continue;
    const across = px * dy - py * dx;
    const reach = half * 2 * Math.sqrt(along * (1 - along));
    if (across * across <= reach * reach * square) lost[k] = 1;
  }
}

/** Thin scratches, most of them one way. */
export const scratches: WearKind = {
  name: 'scratches',
  rows({ area, perMm, wear, amount }) {
    const side = LONGEST * wear.size * perMm;
    const all = near(area, side, amount, Math.max(1.6, WIDTH * wear.size * perMm), wear.seed + 211);
    return (y, lost) => {
      for (const scratch of all) mark(scratch, area, y, lost);
    };
  },
};
