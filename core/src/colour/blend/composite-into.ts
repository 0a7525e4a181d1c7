import { composite } from './composite.ts';
import { type BlendMode, isSeparable } from './mode.ts';

const SHARE = Float64Array.from({ length: 256 }, (_, k) => k / 255);

/**
 * Composites RGBA pixels over others in place, bytes of encoded sRGB that are not multiplied by alpha.
 * @param under the backdrop, which becomes the result
 * @param over as many pixels
 * @param opacity 0..1, by which the alpha of `over` is multiplied
 */
export function compositeInto(under: Uint8Array, over: Uint8Array, mode: BlendMode, opacity: number): void {
  for (let at = 0; at < under.length; at += 4) {
    const as = SHARE[over[at + 3]!]! * opacity;
    if (as === 0) continue;
    const ab = SHARE[under[at + 3]!]!;
    if (!isSeparable(mode)) {
      const backdrop = [SHARE[under[at]!]!, SHARE[under[at + 1]!]!, SHARE[under[at + 2]!]!, ab] as const;
      const source = [SHARE[over[at]!]!, SHARE[over[at + 1]!]!, SHARE[over[at + 2]!]!, as] as const;
      composite(mode, backdrop, source).forEach((v, c) => {
        under[at + c] = Math.round(255 * v);
      });
      continue;
    }
    const alpha = as + ab - as * ab;
    for (let c = 0; c < 3; c++) {
      const [cb, cs] = [SHARE[under[at + c]!]!, SHARE[over[at + c]!]!];
      const blended = ab === 0 ? cs : mode.channel(cb, cs);
      under[at + c] = Math.round((255 * ((1 - ab) * as * cs + ab * as * blended + (1 - as) * ab * cb)) / alpha);
    }
    under[at + 3] = Math.round(255 * alpha);
  }
}
