/**
 * Where the points of a table of colours stand. Equal steps of an sRGB-encoded channel are too coarse in the deepest
 * shadows, where black and the ink limit change coverages fast, so that steps are half as long there.
 */

/** How much shorter steps are at 0: 1 is half as long. */
const FINER = 1;

/** Place 0..1 along the grid of an sRGB-encoded value 0..1; it rises all the way. */
export function placeOfValue(value: number): number {
  const rest = 1 - value;
  return value + FINER * value * rest * rest * rest * rest;
}

/** Halvings that find a value from its place, to the last bit of a double. */
const HALVINGS = 52;

/** The sRGB-encoded value 0..1 that stands at a place 0..1. */
export function valueAtPlace(place: number): number {
  if (place <= 0 || place >= 1) return place <= 0 ? 0 : 1;
  let [low, high] = [0, 1];
  for (let turn = 0; turn < HALVINGS; turn++) {
    const middle = (low + high) / 2;
    if (placeOfValue(middle) < place) low = middle;
    else high = middle;
  }
  return high;
}
