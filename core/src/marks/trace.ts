import { contours } from 'd3-contour';
import { type Path64, type Paths64, ramerDouglasPeucker } from 'clipper2-ts';

/** A value of a cover from which a pixel is inside. */
const HALF = 127.5;
/** Corners of a traced edge may be so far from where they were, in pixels: steps of pixels become straight lines. */
const TOLERANCE = 0.6;

/**
 * The edge of a cover of `width` × `height` pixels (0..255, row by row) as closed paths in whole numbers, `perPixel` of
 * them a pixel, from its top left at (left, top): by marching squares (Lorensen & Cline 1987, in two dimensions), with
 * the steps of pixels smoothed. Outer paths and holes by turns.
 */
export function traceCover(
  cover: Uint8Array,
  width: number,
  height: number,
  left: number,
  top: number,
  perPixel: number,
): Paths64 {
  const [found] = contours().size([width, height]).thresholds([HALF])(cover as unknown as number[]);
  return found!.coordinates.flatMap((rings) =>
    rings.map((ring) => {
      const path: Path64 = ring.slice(0, -1).map(([x, y]) => ({
        x: Math.round((x! + left) * perPixel),
        y: Math.round((y! + top) * perPixel),
      }));
      return ramerDouglasPeucker(path, TOLERANCE * perPixel);
    }),
  );
}
