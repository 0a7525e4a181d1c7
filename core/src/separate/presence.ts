import { oklabOfLight } from '../colour/oklab.ts';
import type { LinearRgb } from '../colour/srgb.ts';
import { fillInkTable, type InkTable } from './ink-table.ts';

/** Grid points along each channel of the table. */
export const PRESENCE_SIZE = 33;

/**
 * How far colours are from one colour, as one plane in which ½ is a distance of `from` in OKLab: below it the
 * colour counts as that one.
 */
export function presenceTable(ground: LinearRgb, from: number): InkTable {
  const own = [0, 0, 0];
  oklabOfLight(ground[0], ground[1], ground[2], own);
  const lab = [0, 0, 0];
  return fillInkTable(PRESENCE_SIZE, 1, (light, out) => {
    oklabOfLight(light[0], light[1], light[2], lab);
    const [l, a, b] = [lab[0]! - own[0]!, lab[1]! - own[1]!, lab[2]! - own[2]!];
    const distance = Math.sqrt(l * l + a * a + b * b);
    out[0] = Math.min(1, distance / (2 * Math.max(1e-3, from)));
    return 0;
  });
}
