import { MM_PER_INCH } from '../math/units.ts';
import { type LightReader, rowsOf } from '../raster/area.ts';
import type { SheetGeometry } from '../raster/sheet.ts';
import type { TintSettings } from './tint-params.ts';

/** A tint in numbers of the sheet's pixels: only what decides it. */
export type TintInputs =
  | { readonly tint: number }
  | {
      readonly tint: number;
      readonly to: number;
      readonly run: 'linear' | 'radial';
      readonly line: readonly [number, number, number, number];
    };

/** A gradation stays this far from bare stock and from solid ink, unless it is asked to reach them. */
export const LEAST_END = 0.03;

/** What a tint depends on, as plain data. A gradation without a length is flat. */
export function tintInputs(settings: TintSettings, { bleed, ppi }: Pick<SheetGeometry, 'bleed' | 'ppi'>): TintInputs {
  const { tint, run, tintTo, ends, fromX, fromY, toX, toY } = settings;
  if (run === 'flat' || (fromX === toX && fromY === toY)) return { tint };
  const px = (mm: number) => ((mm + bleed) * ppi) / MM_PER_INCH;
  const held = (tone: number) => (ends ? tone : Math.min(1 - LEAST_END, Math.max(LEAST_END, tone)));
  return { tint: held(tint), to: held(tintTo), run, line: [px(fromX), px(fromY), px(toX), px(toY)] };
}

/** Reads a tint as coverage: light of 65535 · (1 − tone). */
export function tintFeed(inputs: TintInputs): LightReader {
  const code = (tone: number) => Math.round(65535 * (1 - tone));
  if (!('line' in inputs)) {
    const flat = code(inputs.tint);
    return (area) => {
      const rows = rowsOf(area);
      return { depth: 16, width: area.width, rows, data: new Uint16Array(area.width * rows).fill(flat) };
    };
  }
  const { tint, to, run, line } = inputs;
  const [x0, y0, x1, y1] = line;
  const [dx, dy] = [x1 - x0, y1 - y0];
  const square = dx * dx + dy * dy;
  const along = (x: number, y: number) => (x * dx + y * dy) / square;
  const around = (x: number, y: number) => Math.sqrt((x * x + y * y) / square);
  const share = run === 'linear' ? along : around;
  return (area) => {
    const rows = rowsOf(area);
    const data = new Uint16Array(area.width * rows);
    for (let k = 0, at = 0; k < rows; k++) {
      const y = area.y + k * area.step + 0.5 - y0;
      for (let x = 0; x < area.width; x++, at++) {
        const t = Math.min(1, Math.max(0, share(area.x + x + 0.5 - x0, y)));
        data[at] = code(tint + (to - tint) * t);
      }
    }
    return { depth: 16, width: area.width, rows, data };
  };
}
