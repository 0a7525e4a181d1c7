import { type BlendMode, isSeparable, type Rgb, type WholeMode } from './mode.ts';

/** A colour as encoded sRGB, not multiplied by its alpha; all four 0..1. */
export type AlphaColour = readonly [number, number, number, number];

/** Lum(C) of the specification. */
const lum = ([r, g, b]: Rgb): number => 0.3 * r + 0.59 * g + 0.11 * b;

/** Sat(C) of the specification. */
const sat = (c: Rgb): number => Math.max(...c) - Math.min(...c);

/** ClipColor(C): brings channels back into 0..1 about the luminosity. */
function clipped(c: Rgb): Rgb {
  const l = lum(c);
  const [n, x] = [Math.min(...c), Math.max(...c)];
  let out = c;
  if (n < 0) out = out.map((v) => l + ((v - l) * l) / (l - n)) as unknown as Rgb;
  if (x > 1) out = out.map((v) => l + ((v - l) * (1 - l)) / (x - l)) as unknown as Rgb;
  return out;
}

/** SetLum(C, l). */
const withLum = (c: Rgb, l: number): Rgb => {
  const d = l - lum(c);
  return clipped([c[0] + d, c[1] + d, c[2] + d]);
};

/** SetSat(C, s): the least channel becomes 0, the greatest s, and the middle one keeps its place between them. */
function withSat(c: Rgb, s: number): Rgb {
  const [n, x] = [Math.min(...c), Math.max(...c)];
  if (x === n) return [0, 0, 0];
  return c.map((v) => ((v - n) * s) / (x - n)) as unknown as Rgb;
}

function wholeBlend({ hue, saturation, luminosity }: WholeMode, backdrop: Rgb, source: Rgb): Rgb {
  const from = { source, backdrop };
  const coloured = saturation === hue ? from[hue] : withSat(from[hue], sat(from[saturation]));
  return withLum(coloured, lum(from[luminosity]));
}

/** B(cb, cs) of a blend mode, for whole colours. */
export const blendColours = (mode: BlendMode, cb: Rgb, cs: Rgb): Rgb =>
  isSeparable(mode)
    ? [mode.channel(cb[0], cs[0]), mode.channel(cb[1], cs[1]), mode.channel(cb[2], cs[2])]
    : wholeBlend(mode, cb, cs);

/**
 * Composites a source over a backdrop: simple alpha compositing with blending, W3C Compositing and Blending Level 1,
 * clauses 5.1 and 10. Colours are not multiplied by their alpha, neither here nor in the result.
 */
export function composite(mode: BlendMode, backdrop: AlphaColour, source: AlphaColour): AlphaColour {
  const [ab, as] = [backdrop[3], source[3]];
  const alpha = as + ab - as * ab;
  if (alpha === 0) return [0, 0, 0, 0];
  const cb: Rgb = [backdrop[0], backdrop[1], backdrop[2]];
  const cs: Rgb = [source[0], source[1], source[2]];
  const blended = blendColours(mode, cb, cs);
  const channel = (c: 0 | 1 | 2): number =>
    ((1 - ab) * as * cs[c] + ab * as * blended[c] + (1 - as) * ab * cb[c]) / alpha;
  return [channel(0), channel(1), channel(2), alpha];
}
