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
    for (let k = 0; k < out.length; k++) {
      const u = (area.x + k + 0.5) / side;
      const i = Math.floor(u);
      const right = u - i;
      const warp = over(i, j);
      const [across, along] = warp ? [right, down] : [down, right];
      const ridge = 4 * across * (1 - across);
      const dive = 4 * along * (1 - along);
      const own = warp ? hashShare(i, 0, seed + 1) : hashShare(0, j, seed + 2);
      out[k]! += 0.02 + 0.42 * ridge + 0.16 * dive + 0.14 * own + fuzz[k]! + (warp ? 0.02 : -0.02);
    }
  };
}
