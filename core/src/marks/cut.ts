import { FillRule, intersect, type Paths64, union } from 'clipper2-ts';
import type { WithinReader } from './at-edge.ts';
import { boxOf, clockwise, type Outline } from './outline.ts';
import { traceCover } from './trace.ts';
import { ofPaths, toPaths } from './unite.ts';

const PER_PIXEL = 1000;
const HALF = 128;
/** Pixels around an outline whose cover is traced with it, so that the edge of the window stays outside. */
const AROUND = 3;

interface Sheet {
  readonly width: number;
  readonly height: number;
}

/** What is to be done with an outline: it prints as it is, not at all, or only in part. */
export type Cut = 'whole' | 'none' | Outline;

/** Cuts outlines in pixels at the edge of the sheet and of a stencil. */
export function outlineCutter({ width, height }: Sheet, within: WithinReader | null): (outline: Outline) => Cut {
  const sheetPath = (x0: number, y0: number, x1: number, y1: number): Paths64 => [
    [
      { x: x0 * PER_PIXEL, y: y0 * PER_PIXEL },
      { x: x1 * PER_PIXEL, y: y0 * PER_PIXEL },
      { x: x1 * PER_PIXEL, y: y1 * PER_PIXEL },
      { x: x0 * PER_PIXEL, y: y1 * PER_PIXEL },
    ],
  ];
  const part = (outline: Outline, clip: Paths64): Cut => {
    const own = union(toPaths(outline, PER_PIXEL), FillRule.NonZero);
    const left = intersect(own, clip, FillRule.EvenOdd);
    return left.length === 0 ? 'none' : clockwise(ofPaths(left, PER_PIXEL));
  };

  function inSheet(outline: Outline): Cut {
    const box = boxOf(outline);
    if (box.left >= 0 && box.top >= 0 && box.right <= width && box.bottom <= height) return 'whole';
    if (box.right <= 0 || box.bottom <= 0 || box.left >= width || box.top >= height) return 'none';
    return part(outline, sheetPath(0, 0, width, height));
  }

  function inStencil(outline: Outline): Cut {
    const box = boxOf(outline);
    const x = Math.max(0, Math.floor(box.left) - AROUND);
    const y = Math.max(0, Math.floor(box.top) - AROUND);
    const w = Math.min(width, Math.ceil(box.right) + AROUND) - x;
    const h = Math.min(height, Math.ceil(box.bottom) + AROUND) - y;
    if (w <= 0 || h <= 0) return 'none';
    const cover = within!({ x, y, width: w, height: h, step: 1 });
    if (typeof cover === 'number') return cover >= HALF ? 'whole' : 'none';
    if (cover.every((c) => c >= HALF)) return 'whole';
    if (cover.every((c) => c < HALF)) return 'none';
    // What is traced ends half a pixel inside its window; at the edge of the sheet it goes on.
    const wide = new Uint8Array((w + 2) * (h + 2));
    for (let j = 0; j < h + 2; j++) {
      for (let i = 0; i < w + 2; i++) {
        const from = Math.min(h - 1, Math.max(0, j - 1)) * w + Math.min(w - 1, Math.max(0, i - 1));
        wide[j * (w + 2) + i] = cover[from]!;
      }
    }
    return part(outline, traceCover(wide, w + 2, h + 2, x - 1, y - 1, PER_PIXEL));
  }

  return (outline) => {
    const first = inSheet(outline);
    if (first === 'none' || !within) return first;
    const second = inStencil(first === 'whole' ? outline : first);
    return second === 'whole' ? first : second;
  };
}
