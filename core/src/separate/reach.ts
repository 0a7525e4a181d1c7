import { ciede2000 } from '../colour/ciede2000.ts';
import { labOfLight } from '../colour/lab.ts';
import { decodeSrgb, type LinearRgb } from '../colour/srgb.ts';
import type { Kernels } from '../kernel/kernels.ts';
import { lookUpInks } from './ink-table.ts';
import { predict } from './model.ts';
import { modelOf, planInkTable, type Separated } from './separated.ts';
import { wishOf } from './wish.ts';

/** What a separation would print for a colour of the picture, and how far that is from the wish. */
export interface Reached {
  readonly wish: LinearRgb;
  readonly print: LinearRgb;
  /** CIEDE2000. */
  readonly off: number;
}

/** Gives, for sRGB-encoded values 0..1, what a separation makes of them. */
export function reachOf(kernels: Kernels, separated: Separated): (r: number, g: number, b: number) => Reached {
  const model = modelOf(separated);
  const table = planInkTable(separated).make(kernels);
  const seen = wishOf(model, separated.settings);
  return (r, g, b) => {
    const wish = seen([decodeSrgb(r), decodeSrgb(g), decodeSrgb(b)]);
    const print = predict(model, lookUpInks(table, r, g, b).slice(0, model.inks));
    return { wish, print, off: ciede2000(labOfLight(wish), labOfLight(print)) };
  };
}
