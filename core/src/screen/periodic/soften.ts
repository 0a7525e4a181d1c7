import type { HeightMap } from './compile-tile.ts';
import type { Basis } from './supercell.ts';

/** Samples a side of the softened map. */
const SIDE = 128;

/** Runs a box of 2·reach + 1 samples along (di, dj) over a torus of SIDE × SIDE. */
function boxAlong(from: Float64Array, di: number, dj: number, reach: number): Float64Array {
  if (reach < 1) return from;
  const out = new Float64Array(from.length);
  const count = 2 * reach + 1;
  for (let j = 0; j < SIDE; j++) {
    for (let i = 0; i < SIDE; i++) {
      let sum = 0;
      for (let k = -reach; k <= reach; k++) {
        const x = (i + k * di + SIDE * reach) & (SIDE - 1);
        const y = (j + k * dj + SIDE * reach) & (SIDE - 1);
        sum += from[y * SIDE + x]!;
      }
      out[j * SIDE + i] = sum / count;
    }
  }
  return out;
}

/** Stretches a map to -1..1, so that a soft one without re-levelling still has all tones. */
function stretched(map: Float64Array): Float64Array {
  let low = Infinity;
  let high = -Infinity;
  for (const v of map) {
    low = Math.min(low, v);
    high = Math.max(high, v);
  }
  const span = high - low;
  return span > 0 ? map.map((v) => (2 * (v - low)) / span - 1) : map;
}

/** Reads a torus of samples between its points. */
function bilinear(map: Float64Array): HeightMap {
  return (u, v) => {
    const x = u * SIDE - 0.5 + SIDE;
    const y = v * SIDE - 0.5 + SIDE;
    const i = Math.floor(x);
    const j = Math.floor(y);
    const fx = x - i;
    const fy = y - j;
    const a = (j & (SIDE - 1)) * SIDE;
    const b = ((j + 1) & (SIDE - 1)) * SIDE;
    const p = i & (SIDE - 1);
    const q = (i + 1) & (SIDE - 1);
    const top = map[a + p]! + (map[a + q]! - map[a + p]!) * fx;
    const bottom = map[b + p]! + (map[b + q]! - map[b + p]!) * fx;
    return top + (bottom - top) * fy;
  };
}

/**
 * Blurs a repeating height map, so that neighbouring dots lean into each other before they join.
 * `softness` 1 spreads over about half a cell. Boxes run along the lattice's vectors and their
 * difference, each twice, which comes near a round bell on the lattices used here.
 */
export function soften(height: HeightMap, basis: Basis, softness: number): HeightMap {
  if (softness === 0) return height;
  let map = new Float64Array(SIDE * SIDE);
  for (let j = 0; j < SIDE; j++) {
    for (let i = 0; i < SIDE; i++) map[j * SIDE + i] = height((i + 0.5) / SIDE, (j + 0.5) / SIDE);
  }
  const unit = Math.sqrt(Math.abs(basis.ax * basis.by - basis.ay * basis.bx));
  const length = (x: number, y: number) => Math.sqrt(x * x + y * y);
  const reach = (vector: number) => Math.round((softness * 0.22 * SIDE * unit) / vector);
  const along = reach(length(basis.ax, basis.ay));
  const up = reach(length(basis.bx, basis.by));
  const skewed = basis.ax * basis.bx + basis.ay * basis.by !== 0;
  const aslant = skewed ? reach(length(basis.ax - basis.bx, basis.ay - basis.by)) : 0;
  for (let turn = 0; turn < 2; turn++) {
    map = boxAlong(map, 1, 0, along) as typeof map;
    map = boxAlong(map, 0, 1, up) as typeof map;
    map = boxAlong(map, 1, -1, aslant) as typeof map;
  }
  return bilinear(stretched(map));
}
