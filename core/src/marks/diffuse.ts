import type { LinearRgb } from '../colour/srgb.ts';
import type { MarkLattice, Site } from './lattices/kind.ts';
import { siteId } from './lattices/kind.ts';

/** Neighbours that take part of an error lie nearer than this, in widths of a cell. */
const NEAR = 1.6;

const inOrder = (a: Site, b: Site): number => a.y - b.y || a.x - b.x || siteId(a) - siteId(b);

/**
 * Chooses a colour of a list for every cell of a lattice, from the top of the sheet downwards, and passes what each is
 * off by to the neighbours that come later, by the inverse square of their distance: error diffusion (Floyd & Steinberg
 * 1976) on any lattice. Returns the index of the colour by the name of the site.
 */
export function diffusedColours(
  lattice: MarkLattice,
  sheet: { readonly width: number; readonly height: number },
  colours: readonly LinearRgb[],
  lightOf: (site: Site) => LinearRgb | null,
  nearest: (light: LinearRgb) => number,
): ReadonlyMap<number, number> {
  const all = lattice
    .sitesIn({
      left: -lattice.reach,
      top: -lattice.reach,
      right: sheet.width + lattice.reach,
      bottom: sheet.height + lattice.reach,
    })
    .sort(inOrder);
  const rank = new Map(all.map((site, k) => [siteId(site), k]));
  const errors = new Float64Array(3 * all.length);
  const chosen = new Map<number, number>();
  all.forEach((site, k) => {
    const own = lightOf(site);
    if (!own) return;
    const wanted: LinearRgb = [own[0] + errors[3 * k]!, own[1] + errors[3 * k + 1]!, own[2] + errors[3 * k + 2]!];
    const clipped = wanted.map((v) => Math.min(1.2, Math.max(-0.2, v))) as unknown as LinearRgb;
    const index = nearest(clipped);
    chosen.set(siteId(site), index);
    const d = NEAR * Math.sqrt(site.area);
    const later = lattice
      .sitesIn({ left: site.x - d, top: site.y - d, right: site.x + d, bottom: site.y + d })
      .flatMap((other) => {
        const r = rank.get(siteId(other));
        if (r === undefined || r <= k) return [];
        const [dx, dy] = [other.x - site.x, other.y - site.y];
        return [{ r, weight: 1 / (dx * dx + dy * dy + 1e-9) }];
      });
    const whole = later.reduce((sum, { weight }) => sum + weight, 0);
    for (const { r, weight } of later) {
      for (let c = 0; c < 3; c++) errors[3 * r + c]! += ((clipped[c]! - colours[index]![c]!) * weight) / whole;
    }
  });
  return chosen;
}
