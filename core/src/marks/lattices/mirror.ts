import type { Box } from '../outline.ts';
import type { MarkLattice, Site } from './kind.ts';

/** Where copies are mirrored: the upright axis at `x`, the level one at `y`, in pixels; null for no such axis. */
export interface Axes {
  readonly x: number | null;
  readonly y: number | null;
}

/** A site mirrored at both axes that are given. */
function mirroredSite(site: Site, x: number | null, y: number | null): Site {
  const cell = site.cell.slice();
  for (let k = 0; k < cell.length; k += 2) {
    if (x !== null) cell[k] = 2 * x - cell[k]!;
    if (y !== null) cell[k + 1] = 2 * y - cell[k + 1]!;
  }
  return {
    ...site,
    turn: (x === null) === (y === null) ? site.turn : -site.turn,
    copy: (x === null ? 0 : 1) + (y === null ? 0 : 2),
    x: x === null ? site.x : 2 * x - site.x,
    y: y === null ? site.y : 2 * y - site.y,
    cell,
  };
}

/** Where the sites lie whose copies may lie in a box: a little more, since a mirrored box loses the other edge. */
function mirroredBox({ left, top, right, bottom }: Box, { x, y }: Axes): Box {
  const [across, down] = [x === null ? 0 : 1, y === null ? 0 : 1];
  return {
    left: x === null ? left : 2 * x - right - across,
    right: x === null ? right : 2 * x - left + across,
    top: y === null ? top : 2 * y - bottom - down,
    bottom: y === null ? bottom : 2 * y - top + down,
  };
}

/** A lattice whose part to the left of and above the axes stands on their other sides too, mirrored. */
export function mirroredLattice(lattice: MarkLattice, { x, y }: Axes): MarkLattice {
  if (x === null && y === null) return lattice;
  const copies: Axes[] = [
    { x: null, y: null },
    ...(x === null ? [] : [{ x, y: null }]),
    ...(y === null ? [] : [{ x: null, y }]),
    ...(x === null || y === null ? [] : [{ x, y }]),
  ];
  const isFirst = (site: Site) => (x === null || site.x <= x) && (y === null || site.y <= y);
  // A site on an axis is its own copy.
  const isItself = (site: Site, by: Axes) => (by.x !== null && site.x === by.x) || (by.y !== null && site.y === by.y);
  return {
    largest: lattice.largest,
    reach: lattice.reach,
    sitesIn: (box) =>
      copies.flatMap((by) => {
        const sites = lattice.sitesIn(mirroredBox(box, by)).filter((s) => isFirst(s) && !isItself(s, by));
        if (by.x === null && by.y === null) return sites;
        return sites
          .map((s) => mirroredSite(s, by.x, by.y))
          .filter(({ x: sx, y: sy }) => sx >= box.left && sx < box.right && sy >= box.top && sy < box.bottom);
      }),
  };
}
