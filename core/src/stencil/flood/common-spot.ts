import type { PictureSource } from '../../raster/source.ts';

/** Pixels that are looked at, across and down. */
const LOOKS = 48;

/** A place, in shares of width and height, whose exact colour is the most frequent of 48 × 48 pixels spread over a raster. */
export function commonSpot(source: PictureSource): readonly [number, number] {
  const { width, height, channels } = source;
  const seen = new Map<string, { count: number; readonly spot: readonly [number, number] }>();
  for (let j = 0; j < LOOKS; j++) {
    const v = (j + 0.5) / LOOKS;
    const row = source.read(Math.floor(v * height), 1);
    for (let i = 0; i < LOOKS; i++) {
      const u = (i + 0.5) / LOOKS;
      const x = Math.floor(u * width) * channels;
      const pixel = row.subarray(x, x + channels).join();
      const known = seen.get(pixel);
      if (known) known.count++;
      else seen.set(pixel, { count: 1, spot: [u, v] });
    }
  }
  return [...seen.values()].reduce((a, b) => (b.count > a.count ? b : a)).spot;
}
