import { type Area, rowsOf } from '../../raster/area.ts';
import { bentCells } from '../bent/bent-cells.ts';
import { bentAt, nearestPixel } from '../bent/bent-pixels.ts';
import type { CellMap, CompiledScreen, Plater, ToneInput } from '../compiled.ts';
import { type ThresholdTile, tilePlace } from './threshold-tile.ts';
import { plainScreener, thresholdScreener } from './threshold-screener.ts';

/** Writes the thresholds of a tile for `count` pixels from (x, y) on to `out`. */
export function tileRow(tile: ThresholdTile, x: number, y: number, count: number, out: Uint16Array): void {
  const { row, column } = tilePlace(tile, x, y);
  const base = row * tile.period;
  for (let k = 0, at = column; k < count; k++) {
    out[k] = tile.data[base + at]!;
    if (++at === tile.period) at = 0;
  }
}

/** Returns the thresholds of a tile over an area, row by row. */
export function tileThresholds(tile: ThresholdTile, area: Area): Uint16Array {
  const rows = rowsOf(area);
  const out = new Uint16Array(area.width * rows);
  for (let k = 0; k < rows; k++) {
    tileRow(tile, area.x, area.y + k * area.step, area.width, out.subarray(k * area.width, (k + 1) * area.width));
  }
  return out;
}

/** Makes plates by comparing with a tile: codes of light where the tone curve can be folded into it, tones otherwise. */
export function tilePlater(tile: ThresholdTile, { kernels, tones, codes }: ToneInput): Plater {
  if (codes) {
    const screener = thresholdScreener(kernels, tile, codes.tables);
    return { plate: (area) => screener.over(area, codes.light), release: () => screener.release() };
  }
  const screener = plainScreener(kernels, tile);
  return {
    plate(area) {
      const asked = tones(area);
      const data = new Uint16Array(asked.length);
      for (let k = 0; k < data.length; k++) data[k] = 65535 - asked[k]!;
      return screener.rows(area, { depth: 16, width: area.width, rows: rowsOf(area), data });
    },
    release: () => screener.release(),
  };
}

/** A screen that repeats on the pixel grid; bent, each pixel takes the threshold of the nearest one of the tile. */
export const periodicScreen = (tile: ThresholdTile, cells: CellMap | null): CompiledScreen => ({
  cells,
  tile,
  thresholds: (area) => tileThresholds(tile, area),
  bytes: tile.data.byteLength,
  bent: (how) =>
    bentAt(
      nearestPixel((area) => tileThresholds(tile, area)),
      how,
      bentCells(cells, null, how),
    ),
  plater: (input) => tilePlater(tile, input),
});
