import { contours } from 'd3-contour';

/** A value of a cover from which a pixel is inside. */
const HALF = 127.5;
/** Pixels beyond each edge that are traced too: what lies there again looks the same on both sides. */
export const TRACED_BEYOND = 12;
/** Taubin's smoothing (1995): a step inwards and a longer one outwards, so that outlines keep their area. */
const INWARDS = 0.5;
const OUTWARDS = -0.53;
const ROUNDS = 3;
/** A corner that lies so near to the line between its neighbours is left out, in pixels; looked for so many times. */
const STRAIGHT = 0.06;
const THINNED = 3;

/** One step of smoothing: each corner moves towards the middle of its neighbours. */
function stepped(ring: Float64Array, by: number): Float64Array {
  const { length } = ring;
  const out = new Float64Array(length);
  for (let k = 0; k < length; k += 2) {
    const [before, after] = [(k - 2 + length) % length, (k + 2) % length];
    for (let d = 0; d < 2; d++)
      out[k + d] = ring[k + d]! + by * ((ring[before + d]! + ring[after + d]!) / 2 - ring[k + d]!);
  }
  return out;
}

/** Leaves out corners on straight lines. Every other one stays, so that errors hardly add up. */
function thinned(ring: Float64Array): Float64Array {
  const { length } = ring;
  const kept: number[] = [];
  for (let k = 0; k < length; k += 2) {
    const [before, after] = [(k - 2 + length) % length, (k + 2) % length];
    const [dx, dy] = [ring[after]! - ring[before]!, ring[after + 1]! - ring[before + 1]!];
    const off = Math.abs(dx * (ring[k + 1]! - ring[before + 1]!) - dy * (ring[k]! - ring[before]!));
    const straight = off <= STRAIGHT * Math.sqrt(dx * dx + dy * dy);
    if (!straight || k % 4 === 0) kept.push(ring[k]!, ring[k + 1]!);
  }
  return kept.length >= 6 ? Float64Array.from(kept) : ring;
}

/**
 * The edges of a cover that repeats, `width` × `height` values of 0..255, by marching squares (Lorensen & Cline 1987, in
 * two dimensions), smoothed. Closed rings of x, y in pixels from the cover's top left, some of which reach a little beyond
 * its edges: each corner is moved by its neighbours alone, so that what crosses an edge meets itself on the other side.
 */
export function wrappedOutline(cover: Uint8Array, width: number, height: number): Float64Array[] {
  const beyond = TRACED_BEYOND;
  const [wide, high] = [width + 2 * beyond, height + 2 * beyond];
  const around = new Uint8Array(wide * high);
  for (let y = 0; y < high; y++) {
    const from = ((((y - beyond) % height) + height) % height) * width;
    for (let x = 0; x < wide; x++) around[y * wide + x] = cover[from + ((((x - beyond) % width) + width) % width)]!;
  }
  const [found] = contours().size([wide, high]).thresholds([HALF])(around as unknown as number[]);
  return found!.coordinates.flatMap((rings) =>
    rings.map((ring) => {
      let points = new Float64Array(2 * (ring.length - 1));
      for (let k = 0; k < ring.length - 1; k++) {
        points[2 * k] = ring[k]![0]! - beyond;
        points[2 * k + 1] = ring[k]![1]! - beyond;
      }
      for (let k = 0; k < ROUNDS; k++) points = stepped(stepped(points, INWARDS), OUTWARDS) as never;
      for (let k = 0; k < THINNED; k++) points = thinned(points) as never;
      return points;
    }),
  );
}
