import type { Kernels } from '../kernel/kernels.ts';
import { countCache, remember } from '../memory/cache.ts';
import type { Area } from '../raster/area.ts';
import type { Mark } from './mark.ts';
import type { MarkInputs } from './place.ts';
import { coverageOfOutline, markArea } from './raster.ts';

/** Where a fill may print: how much of each pixel, 0..255, or one number for all of an area. */
export type WithinReader = (area: Area) => number | Uint8Array;

const SIDE = 256;
const MOST_BLOCKS = 400;
const HALF = 128;

/** Reads single pixels of a cover block by block. */
function pixelReader(
  { width, height }: { width: number; height: number },
  within: WithinReader,
): (x: number, y: number) => number {
  const blocks = countCache<{ readonly cover: number | Uint8Array; readonly width: number }>(MOST_BLOCKS);
  return (x, y) => {
    if (x < 0 || y < 0 || x >= width || y >= height) return 0;
    const [bx, by] = [Math.floor(x / SIDE), Math.floor(y / SIDE)];
    const block = remember(blocks, `${bx} ${by}`, () => {
      const w = Math.min(SIDE, width - bx * SIDE);
      const h = Math.min(SIDE, height - by * SIDE);
      return { cover: within({ x: bx * SIDE, y: by * SIDE, width: w, height: h, step: 1 }), width: w };
    });
    const { cover } = block;
    return typeof cover === 'number' ? cover : cover[(y - by * SIDE) * block.width + x - bx * SIDE]!;
  };
}

/**
 * Which marks print at the edges of the trimmed sheet and of the stencil: all (and what lies outside is cut), those whose
 * centre is inside, or those that lie inside altogether.
 */
export function edgeFilter(
  { own, sheet }: MarkInputs,
  kernels: Kernels,
  within: WithinReader | null,
): (mark: Mark) => boolean {
  if (own.atEdge === 'cut') return () => true;
  const { width, height, bleed } = sheet;
  const coverAt = within && pixelReader(sheet, within);
  const inSheet = (x: number, y: number) => x >= bleed && y >= bleed && x < width - bleed && y < height - bleed;
  if (own.atEdge === 'centre') {
    return ({ x, y }) => inSheet(x, y) && (!coverAt || coverAt(Math.floor(x), Math.floor(y)) >= HALF);
  }
  const everywhere: Area = { x: -1e6, y: -1e6, width: 3e6, height: 3e6, step: 1 };
  const known = new Map<number, boolean>();
  function isInside(mark: Mark): boolean {
    const part = markArea(mark, everywhere);
    if (!part) return false;
    const covered = coverageOfOutline(kernels, mark.unit.outline, part, mark.matrix);
    for (let y = 0, k = 0; y < part.height; y++) {
      for (let x = 0; x < part.width; x++, k++) {
        if (covered[k]! < HALF) continue;
        const [px, py] = [part.x + x, part.y + y];
        if (!inSheet(px + 0.5, py + 0.5) || (coverAt && coverAt(px, py) < HALF)) return false;
      }
    }
    return true;
  }
  return (mark) => {
    const before = known.get(mark.id);
    if (before !== undefined) return before;
    const inside = isInside(mark);
    known.set(mark.id, inside);
    return inside;
  };
}
