import { cosine, sine } from '../../math/exact.ts';
import { boxOf, type Outline } from '../../marks/outline.ts';
import { moved } from '../outline/paths.ts';
import { edgeRows } from '../outline/edge-rows.ts';
import { type LayWork, stoneWay } from './kind.ts';

/** Takes places on the sheet into a frame whose x axis runs at an angle, and back. */
function frameAt(degrees: number) {
  const turn = (-degrees * Math.PI) / 180;
  const [c, s] = degrees === 0 ? [1, 0] : [cosine(turn), sine(turn)];
  return {
    into: (outline: Outline): Outline =>
      outline.map((p) => {
        const out = new Float64Array(p.length);
        for (let k = 0; k < p.length; k += 2) {
          out[k] = c * p[k]! + s * p[k + 1]!;
          out[k + 1] = -s * p[k]! + c * p[k + 1]!;
        }
        return out;
      }),
    back: (x: number, y: number) => [c * x - s * y, s * x + c * y] as const,
  };
}

/** One row of a field of rows. */
export interface Row {
  readonly y: number;
  readonly size: number;
  /** Number of the row from the top. */
  readonly index: number;
}

/** How far rows of two sizes lie apart, the second moved half a pitch along in brick rows. */
function rowStep(brick: boolean, pitch: number, { footprints, gap }: LayWork, a: number, b: number): number {
  const [f, g] = [footprints[a]!, footprints[b]!];
  const straight = f.halfHeight + g.halfHeight + gap;
  if (!brick || f.corners || g.corners) return straight;
  const slant = Math.sqrt(Math.max(0, straight * straight - (pitch * pitch) / 4));
  // Every second row has stones above each other.
  return Math.max(slant, f.halfHeight + gap / 2, g.halfHeight + gap / 2);
}

/** Places in rows inside areas, rows from top to bottom of their own frame, each from left to right. */
export function placesInRows(
  work: LayWork,
  sizes: readonly number[],
  take: (x: number, y: number, size: number, row: number) => void,
): void {
  const { own, footprints, gap, art } = work;
  const brick = own.rows === 'brick';
  const { into, back } = frameAt(own.angle);
  const pitch = Math.max(...sizes.map((s) => 2 * footprints[s]!.halfWidth + gap));
  // Where stones of each size may have their middles.
  const fields = new Map(
    [...new Set(sizes)].map((size) => {
      const inset = into(moved(art.areas, -footprints[size]!.inner));
      return [size, { rows: edgeRows(inset, pitch), inset }] as const;
    }),
  );
  const all = [...fields.values()].flatMap((f) => f.inset);
  if (all.length === 0) return;
  const { left, top, right, bottom } = boxOf(all);
  // As many rows as there is room for, and the rest of the height shared between top and bottom.
  const rows: Row[] = [];
  for (let y = 0, k = 0; ; k++) {
    const size = sizes[k % sizes.length]!;
    if (k > 0) y += rowStep(brick, pitch, work, rows[k - 1]!.size, size);
    if (y > bottom - top + 1e-6) break;
    rows.push({ y, size, index: k });
  }
  const rest = bottom - top - rows[rows.length - 1]!.y;
  const columns = Math.floor((right - left) / pitch + 1e-6) + 1;
  const first = left + (right - left - (columns - 1) * pitch) / 2;
  for (const { y, size, index } of rows) {
    const at = top + rest / 2 + y;
    const shift = brick && index % 2 === 1 ? pitch / 2 : 0;
    const inside = fields.get(size)!.rows.crossings(Math.min(bottom - 1e-7, Math.max(top + 1e-7, at)));
    for (let k = 0; k + 1 < inside.length; k += 2) {
      const from = Math.ceil((inside[k]! - 1e-6 - first - shift) / pitch);
      const to = Math.floor((inside[k + 1]! + 1e-6 - first - shift) / pitch);
      for (let n = from; n <= to; n++) {
        const [x, v] = back(first + shift + n * pitch, at);
        take(x, v, size, index);
      }
    }
  }
}

export const rows = stoneWay({
  name: 'rows',
  label: 'Rows',
  about: 'Straight rows at an angle, in squares or as bricks.',
  uses: ['rows', 'angle'],
  lay(work) {
    placesInRows(work, work.sizes, (x, y, size, row) => {
      if (work.fits(x, y, work.own.angle, size)) work.lay(x, y, work.own.angle, size, row);
    });
  },
});
