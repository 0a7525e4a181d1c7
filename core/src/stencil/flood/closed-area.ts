import { piecesOf } from '../pieces.ts';
import type { BitPlane, BitPlanes, HeldRuns, Rows } from './bit-planes.ts';

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
  /** Free pixels that no disc covers, and the piece of each of their runs. */
  readonly rest: BitPlane;
  readonly restRuns: HeldRuns;
  readonly pieceOf: Uint32Array;
}

/** Looks at free pixels through a disc that closes gaps. The result holds kernel memory until `dropAreas`. */
export function closedAreas(planes: BitPlanes, free: BitPlane, gap: number): ClosedAreas {
  const radius = radiusFor(gap);
  const middles = planes.erode(free, radius, planes.make());
  const opened = planes.dilate(middles, radius, planes.make());
  const rest = planes.copy(free, planes.make());
  planes.cut(rest, opened);
  const restRuns = planes.holdRuns(rest);
  return { radius, middles, opened, rest, restRuns, pieceOf: piecesOf(restRuns.mask, false).pieceOf };
}

export function dropAreas(planes: BitPlanes, { middles, opened, rest, restRuns }: ClosedAreas): void {
  for (const plane of [middles, opened, rest]) planes.release(plane);
  planes.dropRuns(restRuns);
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
  const { radius, middles, opened, rest, restRuns, pieceOf } = areas;
  const start = nearestIn(planes, middles, x, y, radius);
  // A pixel where no disc fits: what hangs together with it there.
  if (!start) return planes.flood(rest, x, y, out);
  const own = planes.blank(planes.named('middles'));
  const reached = planes.wider(planes.flood(middles, start[0], start[1], own), Math.ceil(radius));
  planes.dilate(own, radius, out, reached);
  const here = planes.touching(out, restRuns, reached);
  const mine = new Uint8Array(pieceOf.length);
  let touched = false;
  for (let run = 0; run < here.length; run++) {
    if (here[run] === 0) continue;
    mine[pieceOf[run]!] = 1;
    touched = true;
  }
  if (!touched) return reached;
  // Pieces may leave the rows that the area reaches, and touch others there.
  const all: Rows = { from: 0, to: planes.height };
  const others = planes.copy(opened, planes.named('others'));
  planes.cut(others, out);
  const there = planes.touching(others, restRuns, all);
  for (let run = 0; run < there.length; run++) if (there[run] === 1) mine[pieceOf[run]!] = 0;
  const keep = new Uint8Array(pieceOf.length);
  let [from, to] = [reached.from, reached.to];
  const { rows } = restRuns.mask;
  for (let line = 0; line < planes.height; line++) {
    for (let run = rows[line]!; run < rows[line + 1]!; run++) {
      if (mine[pieceOf[run]!] === 0) continue;
      keep[run] = 1;
      from = Math.min(from, line);
      to = Math.max(to, line + 1);
    }
  }
  planes.addRuns(out, restRuns, keep);
  return { from, to };
}
