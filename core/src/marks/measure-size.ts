import type { Site } from './lattices/kind.ts';
import type { MarkSettings } from './params.ts';
import type { UnitOutline } from './shape-of.ts';

/** The size of a mark of a tone 0..1, as a share of its cell: one of the steps where there are some. */
export function sizeOf(s: Pick<MarkSettings, 'from' | 'to' | 'steps'>, tone: number): number {
  if (s.steps === 0) return s.from + (s.to - s.from) * tone;
  if (s.steps === 1) return s.to;
  const step = Math.min(s.steps - 1, Math.floor(tone * s.steps));
  return s.from + ((s.to - s.from) * step) / (s.steps - 1);
}

/** How many times as wide and as high as its unit outline a mark is, in pixels, for a size as a share of its cell. */
export function scaleOf(
  { sizing, stretch }: Pick<MarkSettings, 'sizing' | 'stretch'>,
  { area, box }: Pick<UnitOutline, 'area' | 'box'>,
  { area: cellArea, wide, high }: Pick<Site, 'area' | 'wide' | 'high'>,
  size: number,
): readonly [number, number] {
  const [across, down] = [wide / (box.right - box.left), high / (box.bottom - box.top)];
  if (sizing === 'width') {
    if (stretch) return [size * across, size * down];
    const k = size * Math.min(across, down);
    return [k, k];
  }
  if (!stretch) {
    const k = Math.sqrt((size * cellArea) / area);
    return [k, k];
  }
  const k = Math.sqrt((size * cellArea) / (area * across * down));
  return [k * across, k * down];
}
