import { luminance } from '../colour/luminance.ts';
import { oklabOfLight } from '../colour/oklab.ts';
import type { LinearRgb } from '../colour/srgb.ts';
import { type PrintModel, predict } from './model.ts';
import type { SeparationSettings } from './params.ts';
import type { Wish } from './solve.ts';

/** The colour that a separation tries to print for a picture's light. */
export type WishOf = (light: LinearRgb) => LinearRgb;

const luminanceOf = ([r, g, b]: LinearRgb): number => luminance(r, g, b);

/** Coverages that print as many inks of an order as a limit allows, the last of them in part. */
function upTo(limit: number, order: readonly number[]): number[] {
  const coverages = order.map(() => 0);
  let left = limit;
  for (const k of order) {
    coverages[k] = Math.min(1, Math.max(0, left));
    left -= 1;
  }
  return coverages;
}

/** Light of the darkest print of a model within an ink limit: solid inks, and of one more what the limit leaves. */
export function darkestOf(model: PrintModel, limit = model.inks): LinearRgb {
  const whole = Math.floor(limit);
  let darkest: LinearRgb = predict(model, new Float64Array(model.inks));
  for (let code = 1; code < 1 << model.inks; code++) {
    const solid = Array.from({ length: model.inks }, (_, k) => k).filter((k) => (code >> k) & 1);
    if (solid.length > whole) continue;
    const others = Array.from({ length: model.inks }, (_, k) => k).filter((k) => !((code >> k) & 1));
    const lasts = solid.length < whole || others.length === 0 ? [[]] : others.map((k) => [k]);
    for (const last of lasts) {
      const rest = others.filter((k) => !last.includes(k));
      const full = solid.length + last.length;
      const light = predict(model, upTo(Math.min(limit, full), [...solid, ...last, ...rest]));
      if (luminanceOf(light) < luminanceOf(darkest)) darkest = light;
    }
  }
  return darkest;
}

/**
 * Colours are seen against the stock when its white stands for white; with `fitDarks` the darkest print within the ink
 * limit stands for black. Both scale light, so that greys keep their place between the two. On a stock that is itself
 * the darkest, as dark cloth is, black is the bare stock with its own tint.
 */
export function wishOf(
  model: PrintModel,
  settings: Pick<SeparationSettings, 'whiteIs' | 'fitDarks' | 'limit'>,
): WishOf {
  const stock = predict(model, new Float64Array(model.inks));
  const white: LinearRgb = settings.whiteIs === 'stock' ? stock : [1, 1, 1];
  if (!settings.fitDarks) return ([r, g, b]) => [white[0] * r, white[1] * g, white[2] * b];
  const darkest = darkestOf(model, settings.limit);
  if (luminanceOf(darkest) >= luminanceOf(stock)) {
    const from = (v: number, c: number) => darkest[c]! + (white[c]! - darkest[c]!) * v;
    return ([r, g, b]) => [from(r, 0), from(g, 1), from(b, 2)];
  }
  const floor = Math.max(0, luminanceOf(darkest)) / Math.max(1e-6, luminanceOf(white));
  const fit = (v: number, c: number) => white[c]! * (floor + (1 - floor) * v);
  return ([r, g, b]) => [fit(r, 0), fit(g, 1), fit(b, 2)];
}

export function oklabWish(light: LinearRgb): Wish {
  const out = [0, 0, 0];
  oklabOfLight(light[0], light[1], light[2], out);
  return { L: out[0]!, a: out[1]!, b: out[2]! };
}
