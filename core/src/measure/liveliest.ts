/** Classes that tones are counted in: enough to tell a gradient from two flats, few enough for small boxes. */
const CLASSES = 16;

export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Shannon entropy of counts that add up to `all`, in bits: 0 for one tone, 4 for sixteen equally frequent ones. */
function entropy(counts: Int32Array, all: number): number {
  let bits = 0;
  for (const n of counts) if (n > 0) bits -= (n / all) * Math.log2(n / all);
  return bits;
}

/**
 * The box of a size in which a picture's tones vary most: where their entropy is greatest. Of equal boxes it takes the
 * one nearest the middle.
 *
 * @param codes rows of 8-bit tones, `width` × `height`
 * @param box its size in pixels; larger boxes are cut to the picture
 */
export function liveliestBox(
  codes: Uint8Array,
  width: number,
  height: number,
  box: { readonly width: number; readonly height: number },
): Box {
  const w = Math.max(1, Math.min(width, Math.round(box.width)));
  const h = Math.max(1, Math.min(height, Math.round(box.height)));
  const step = Math.max(1, Math.round(Math.min(w, h) / 8));
  const counts = new Int32Array(CLASSES);
  const count = (x: number, y0: number, by: 1 | -1) => {
    for (let y = y0; y < y0 + h; y++) counts[codes[y * width + x]! >> 4]! += by;
  };
  const off = (x: number, y: number) => Math.hypot(x + w / 2 - width / 2, y + h / 2 - height / 2);
  let best: Box = { x: (width - w) >> 1, y: (height - h) >> 1, width: w, height: h };
  for (let x = 0; x < w; x++) count(best.x + x, best.y, 1);
  let most = entropy(counts, w * h);
  for (let y = 0; y + h <= height; y += step) {
    counts.fill(0);
    for (let x = 0; x < w; x++) count(x, y, 1);
    for (let x = 0; x + w <= width; x++) {
      if (x > 0) {
        count(x - 1, y, -1);
        count(x + w - 1, y, 1);
      }
      if (x % step !== 0) continue;
      const bits = entropy(counts, w * h);
      if (bits < most - 1e-9 || (bits < most + 1e-9 && off(x, y) >= off(best.x, best.y))) continue;
      most = Math.max(most, bits);
      best = { x, y, width: w, height: h };
    }
  }
  return best;
}
