import { hashShare } from '../../math/hash.ts';
import { addNoiseRow } from '../../raster/row-noise.ts';
import type { ShadeRow, TextureAsked } from './kind.ts';

/** How threads lie: whether thread `i` across the cloth shows over thread `j` down it. */
export type Weave = (i: number, j: number) => boolean;

/**
 * Shades of woven threads, `perThread` mm from one to the next: each thread is a ridge, darker where it dives under
 * another, and no two are quite as thick and as light.
 */
export function wovenRows({ area, perMm, seed }: TextureAsked, perThread: number, over: Weave): ShadeRow {
  const side = perThread * perMm;
  const fuzz = new Float64Array(area.width);
  return (y, out) => {
    const v = (y + 0.5) / side;
    const j = Math.floor(v);
    const down = v - j;
    fuzz.fill(0);
    const per = 5 / side;
    addNoiseRow(fuzz, (area.x + 0.5) * per, per, (y + 0.5) * per, seed + 7, 0.16);
    const weft = hashShare(0, j, seed + 2);
    const dive = 4 * down * (1 - down);
    let thread = Number.NaN;
    let [warp, own] = [false, 0];
    for (let k = 0; k < out.length; k++) {
      const u = (area.x + k + 0.5) / side;
      const i = Math.floor(u);
      if (i !== thread) {
        thread = i;
        warp = over(i, j);
        own = 0.14 * (warp ? hashShare(i, 0, seed + 1) : weft) + (warp ? 0.04 : 0);
      }
      const right = u - i;
      const across = 4 * right * (1 - right);
      // The thread on top is a ridge across itself, and dives at both ends of what shows of it.
      out[k]! += own + fuzz[k]! + (warp ? 0.42 * across + 0.16 * dive : 0.42 * dive + 0.16 * across);
    }
  };
}
