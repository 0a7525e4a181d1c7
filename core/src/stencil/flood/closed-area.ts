import type { BitPlane, BitPlanes, Rows } from './bit-planes.ts';
import { addMarked, clearMarks, dropPieces, type HeldPieces, holdPieces, markPieces } from './held-pieces.ts';

/** The disc that does not pass a gap of n pixels: more than n wide in every direction. */
export const radiusFor = (gap: number): number => Math.ceil(gap / 2) + 0.5;

/**
 * Free pixels, looked at through a disc that may not touch what is not free. What discs cover hangs together in areas; the
 * rest of the free pixels, corners and necks too narrow for a disc, hangs together in pieces.
 */
export interface ClosedAreas {
  readonly radius: number;
  /** Middles of discs that fit. */
  readonly middles: BitPlane;
  /** What discs cover. */
  readonly opened: BitPlane;
  /** Free pixels that no disc covers, and the pieces that they make. */
  readonly rest: BitPlane;
  readonly pieces: HeldPieces;
}

/** Looks at free pixels through a disc that closes gaps. The result holds kernel memory until `dropAreas`. */
export function closedAreas(planes: BitPlanes, free: BitPlane, gap: number): ClosedAreas {
  const radius = radiusFor(gap);
  const middles = planes.erode(free, radius, planes.make());
  const opened = planes.dilate(middles, radius, planes.make());
  const rest = planes.copy(free, planes.make());
  planes.cut(rest, opened);
  return { radius, middles, opened, rest, pieces: holdPieces(planes, rest) };
}

export function dropAreas(planes: BitPlanes, { middles, opened, rest, pieces }: ClosedAreas): void {
  for (const plane of [middles, opened, rest]) planes.release(plane);
  dropPieces(planes, pieces);
}

/** The pixel of a plane nearest to another one, no further than `reach`; null if there is none. */
function nearestIn(planes: BitPlanes, plane: BitPlane, x: number, y: number, reach: number): [number, number] | null {
  let best: [number, number] | null = null;
  let least = Infinity;
  const r = Math.floor(reach);
  for (let ny = Math.max(0, y - r); ny <= Math.min(planes.height - 1, y + r); ny++) {
    for (let nx = Math.max(0, x - r); nx <= Math.min(planes.width - 1, x + r); nx++) {
      const d = (nx - x) * (nx - x) + (ny - y) * (ny - y);
      if (d >= least || d > reach * reach || !planes.isSet(plane, nx, ny)) continue;
      best = [nx, ny];
      least = d;
    }
  }
  return best;
}

/**
 * Fills a blank plane with the area about a pixel: what a disc covers that starts near it and never touches what is not
 * free, and the corners that are too narrow for it, which are pieces of the rest that touch no other area. A neck that
 * joins two areas is left out, so that gaps hold. Returns the rows that it reaches.
 */
export function closedArea(planes: BitPlanes, areas: ClosedAreas, x: number, y: number, out: BitPlane): Rows {
  const { radius, middles, opened, rest, pieces } = areas;
  const start = nearestIn(planes, middles, x, y, radius);
  // A pixel where no disc fits: what hangs together with it there.
  if (!start) return planes.flood(rest, x, y, out);
  const own = planes.blank(planes.named('middles'));
  const reached = planes.wider(planes.flood(middles, start[0], start[1], own), Math.ceil(radius));
  planes.dilate(own, radius, out, reached);
  clearMarks(planes, pieces);
  if (!markPieces(planes, pieces, out, 1, reached)) return reached;
  // Pieces may leave the rows that the area reaches, and touch others there.
  const others = planes.copy(opened, planes.named('others'));
  planes.cut(others, out);
  markPieces(planes, pieces, others, 0, { from: 0, to: planes.height });
  return addMarked(planes, pieces, out, reached);
}
