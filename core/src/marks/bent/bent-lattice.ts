import type { BentLattice } from '../../bend/bends.ts';
import { boxUnder } from '../../bend/box-under.ts';
import { areaOfSlopes, growthOf, slopesAt, turnOfSlopes } from '../../bend/slopes.ts';
import { cosine, sine } from '../../math/exact.ts';
import { byteCache, remember } from '../../memory/cache.ts';
import type { Size } from '../../raster/sheet.ts';
import type { CellSize, MarkLattice, Site } from '../lattices/kind.ts';
import { signedArea } from '../outline.ts';

/** A cell is drawn out to no more than so many times its length. */
const MOST_STRETCH = 8;
/** Places across and down the sheet at which it is looked how far cells are drawn out. */
const LOOKED_AT = 33;
/** Side in pixels of the parts of the unbent lattice that are moved and kept at a time. */
const PART = 128;
/** How far from its site a place may lead back, in pixels; what lies further off is hidden in a fold. */
const HIDDEN = 0.5;
const KEPT_BYTES = 96e6;
const SITE_BYTES = 480;

/** How many times as long, and as large, cells become at most. */
function stretchOf({ back }: BentLattice, { width, height }: Size): { readonly length: number; readonly area: number } {
  let [length, area] = [1, 1];
  for (let j = 0; j < LOOKED_AT; j++) {
    for (let i = 0; i < LOOKED_AT; i++) {
      const slopes = slopesAt(back, (i / (LOOKED_AT - 1)) * width, (j / (LOOKED_AT - 1)) * height);
      length = Math.max(length, 1 / growthOf(slopes).least);
      area = Math.max(area, 1 / Math.abs(areaOfSlopes(slopes)));
    }
  }
  // Between the places that were looked at cells may be drawn out a little more.
  const most = (x: number, limit: number) => Math.min(limit, 1.15 * x);
  return { length: most(length, MOST_STRETCH), area: most(area, MOST_STRETCH * MOST_STRETCH) };
}

/** Width and height of the box round a cell, in the directions of a lattice that is turned. */
function boxRound(cell: readonly number[], turn: number): { readonly wide: number; readonly high: number } {
  const [c, s] = [cosine(turn), sine(turn)];
  let [left, right, low, high] = [Infinity, -Infinity, Infinity, -Infinity];
  for (let k = 0; k < cell.length; k += 2) {
    const [x, y] = [c * cell[k]! - s * cell[k + 1]!, s * cell[k]! + c * cell[k + 1]!];
    left = Math.min(left, x);
    right = Math.max(right, x);
    low = Math.min(low, y);
    high = Math.max(high, y);
  }
  return { wide: right - left, high: high - low };
}

/** Moves the sites of a lattice and the corners of their cells as bends do. */
function mover({ back, forth }: BentLattice, reach: number): (site: Site) => Site | null {
  const at = { x: 0, y: 0 };
  return (site) => {
    forth(site.x, site.y, at);
    const { x, y } = at;
    back(x, y, at);
    if (!(Math.abs(at.x - site.x) < HIDDEN && Math.abs(at.y - site.y) < HIDDEN)) return null;
    const slopes = slopesAt(back, x, y);
    // What turns clockwise on the way back was turned counter-clockwise.
    const turn = site.turn + turnOfSlopes(slopes);
    const cell = new Array<number>(site.cell.length);
    for (let k = 0; k < cell.length; k += 2) {
      forth(site.cell[k]!, site.cell[k + 1]!, at);
      const [dx, dy] = [at.x - x, at.y - y];
      const far = Math.sqrt(dx * dx + dy * dy);
      const by = far > reach ? reach / far : 1;
      cell[k] = x + by * dx;
      cell[k + 1] = y + by * dy;
    }
    const area = Math.abs(signedArea(Float64Array.from(cell)));
    if (!(area > 1e-6)) return null;
    return { ...site, x, y, turn, cell, area, ...boxRound(cell, turn), before: site };
  };
}

/** The lattice of marks as bends move it: every mark stands where they take its site, in its cell as they draw it. */
export function bentMarkLattice(lattice: MarkLattice, how: BentLattice, sheet: Size): MarkLattice {
  const plane = how.plane ?? sheet;
  const stretch = stretchOf(how, plane);
  const reach = lattice.reach * stretch.length;
  const move = mover(how, reach);
  const kept = byteCache<readonly Site[]>(KEPT_BYTES, (sites) => 64 + SITE_BYTES * sites.length);
  const partAt = (px: number, py: number): readonly Site[] =>
    remember(kept, `${px} ${py}`, () => {
      const [left, top] = [px * PART, py * PART];
      return lattice.sitesIn({ left, top, right: left + PART, bottom: top + PART }).flatMap((site) => move(site) ?? []);
    });
  const { area, wide, high } = lattice.largest;
  const largest: CellSize = { area: area * stretch.area, wide: wide * stretch.length, high: high * stretch.length };
  return {
    largest,
    reach,
    bent: { how, before: lattice, stretch: stretch.length },
    sitesIn(box) {
      const under = boxUnder(how.back, box, plane);
      const sites: Site[] = [];
      for (let py = Math.floor(under.top / PART); py * PART < under.bottom; py++) {
        for (let px = Math.floor(under.left / PART); px * PART < under.right; px++) {
          for (const site of partAt(px, py)) {
            const { x, y } = site;
            if (x >= box.left && x < box.right && y >= box.top && y < box.bottom) sites.push(site);
          }
        }
      }
      return sites;
    },
  };
}
