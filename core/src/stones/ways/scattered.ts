import { boxOf } from '../../marks/outline.ts';
import { hashShare } from '../../math/hash.ts';
import { cosine, sine } from '../../math/exact.ts';
import { edgeRows } from '../outline/edge-rows.ts';
import { moved } from '../outline/paths.ts';
import type { LayWork } from './kind.ts';

/** Darts about one stone before it is left alone (Bridson 2007 throws 30). */
const DARTS = 30;
/** Tones lighter than this stay bare. */
const BARE = 0.02;

/** A stone and how far its middle keeps from those of others, in mm: `wide` from those of its own size. */
interface Spread {
  readonly x: number;
  readonly y: number;
  readonly size: number;
  readonly far: number;
  readonly wide: number;
}

/** Finds whether the middle of another stone is too near. */
function spreadGrid(side: number) {
  const cells = new Map<number, Spread[]>();
  const cell = (x: number, y: number) => Math.floor(x / side) * 1_048_576 + Math.floor(y / side);
  return {
    add(at: Spread) {
      const own = cells.get(cell(at.x, at.y));
      if (own) own.push(at);
      else cells.set(cell(at.x, at.y), [at]);
    },
    /** Whether a place keeps the mean of its own distance and of each other's. */
    free({ x, y, size, far, wide }: Spread, widest: number): boolean {
      const reach = (wide + widest) / 2;
      for (let i = -Math.ceil(reach / side); i <= Math.ceil(reach / side); i++) {
        for (let j = -Math.ceil(reach / side); j <= Math.ceil(reach / side); j++) {
          for (const other of cells.get(cell(x + i * side, y + j * side)) ?? []) {
            const least = other.size === size ? (other.wide + wide) / 2 : (other.far + far) / 2;
            const [dx, dy] = [other.x - x, other.y - y];
            if (dx * dx + dy * dy < least * least) return false;
          }
        }
      }
      return true;
    },
  };
}

/**
 * Scatters stones evenly: each at least as far from the others as `times` their distance at the gap, but hardly further
 * (Poisson disc: Bridson, Fast Poisson disk sampling in arbitrary dimensions, 2007). Of several sizes the largest come first
 * and wide apart, so that each has its share of the area. `byTone`: the area to each stone is the inverse of the tone.
 */
export function layScattered(work: LayWork, times: number, byTone: boolean): void {
  const { sizes, footprints } = work;
  const largestFirst = [...new Set(sizes)].sort((a, b) => footprints[b]!.inner - footprints[a]!.inner);
  const least = 2 * footprints[largestFirst[largestFirst.length - 1]!]!.inner + work.gap;
  const grid = spreadGrid(Math.max(least * times, 0.05));
  const most = Math.sqrt(largestFirst.length / (byTone ? BARE : 1));
  const widest = (2 * footprints[largestFirst[0]!]!.outer + work.gap) * times * most;
  largestFirst.forEach((size, k) => {
    scatterOne(work, size, { grid, widest, times, byTone, sharing: Math.sqrt(largestFirst.length - k) });
  });
}

interface Scattering {
  readonly grid: ReturnType<typeof spreadGrid>;
  readonly widest: number;
  readonly times: number;
  readonly byTone: boolean;
  /** How much wider apart stones of one size stand than stones of different sizes. */
  readonly sharing: number;
}

function scatterOne(work: LayWork, size: number, { grid, widest, times, byTone, sharing }: Scattering): void {
  const { footprints, gap, taken, region, art } = work;
  const seed = work.seed + 16 * size;
  const f = footprints[size]!;
  const inset = moved(art.areas, -f.inner);
  if (inset.length === 0) return;
  const rows = edgeRows(inset, f.outer);
  const open: Spread[] = [];
  let thrown = 0;

  /** Lays a stone at a place if it is free there. */
  function tried(x: number, y: number): boolean {
    if (!rows.inside(x, y)) return false;
    const tone = byTone ? work.tone(x, y, f.outer) : 1;
    if (tone < BARE) return false;
    const far = ((f.inner + f.outer + gap) * times) / Math.sqrt(tone);
    const at = { x, y, size, far, wide: far * sharing };
    if (!grid.free(at, widest) || !taken.free(x, y, 0, size, region) || !work.fits(x, y, 0, size)) return false;
    if (!work.lay(x, y, 0, size, 0)) return false;
    grid.add(at);
    open.push(at);
    return true;
  }

  function spreadOn(): void {
    while (open.length > 0) {
      const at = Math.floor(hashShare(++thrown, 6, seed) * open.length);
      const own = open[at]!;
      let found = false;
      for (let k = 0; k < DARTS && !found; k++) {
        const turn = hashShare(thrown, k, seed) * 2 * Math.PI;
        const far = own.wide * (1 + 0.25 * hashShare(thrown, k, seed + 1));
        found = tried(own.x + far * cosine(turn), own.y + far * sine(turn));
      }
      if (found) continue;
      open[at] = open[open.length - 1]!;
      open.pop();
    }
  }

  // Darts from every part of the area, so that no part of it stays empty.
  const { left, top, right, bottom } = boxOf(inset);
  const step = (f.inner + f.outer + gap) * times * sharing;
  const columns = Math.ceil((right - left) / step) + 1;
  const rowCount = Math.ceil((bottom - top) / step) + 1;
  for (let k = 0; k < 2 * columns * rowCount; k++) {
    const [i, j] = [(k >> 1) % columns, Math.floor((k >> 1) / columns)];
    tried(left + (i + hashShare(k, 1, seed)) * step, top + (j + hashShare(k, 2, seed)) * step);
    spreadOn();
  }
}
