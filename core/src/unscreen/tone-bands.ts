import type { Kernels } from '../kernel/kernels.ts';
import type { ReadPrint } from '../scan/find-print.ts';
import { fitWave } from '../scan/wave-fit.ts';
import { type Fit, fitOf, modelRows } from './by-model.ts';
import { spectrumRows } from './by-spectrum.ts';
import { cellModel } from './cell-model.ts';
import { grainFilter, type InkFilter, screenFilter, type SeenPlane } from './ink-tones.ts';
import { phaseField } from './phase-field.ts';
import type { Grid } from './scan-grid.ts';

/** All that bands of a picture without its screen are made from. It is plain data, which other threads can be given. */
export interface ToneBands {
  readonly grid: Grid;
  /** Light of each overprint of the inks, by channel. */
  readonly printed: Float64Array;
  readonly filters: readonly InkFilter[];
  readonly fit: Fit;
}

/** Share of a scan's dots that a model of its inks must explain; of one that explains less, its spectrum tells more. */
const EXPLAINED = 0.6;

/** Filters of all inks on a grid `factor` times coarser than the scan that the print was read from. */
function filtersOf({ screens }: ReadPrint, planes: readonly SeenPlane[], factor: number): InkFilter[] {
  return screens.map(({ screen, cells }, k) => {
    if (!cells) return grainFilter(screen.pitch.value / factor);
    const fields = cells.waves.map(({ at }) => {
      const fitted = fitWave(planes[k]!, [at[0] * factor, at[1] * factor]);
      return phaseField(planes[k]!, fitted);
    });
    return screenFilter(fields, cellModel(cells.folded, cells.waves.length, cells.match));
  });
}

/** Prepares the bands of a scan whose print has been read and whose grid is full. */
export function toneBands(kernels: Kernels, print: ReadPrint, grid: Grid, factor: number): ToneBands {
  const filters = filtersOf(print, grid.planes, factor);
  const { printed } = print.inks;
  return { grid, printed, filters, fit: fitOf(kernels, grid, printed, filters) };
}

/** The picture of `count` rows of the grid from row `first` on, 8-bit sRGB, three bytes a pixel. */
export function toneBand(kernels: Kernels, bands: ToneBands, first: number, count: number): Uint8Array {
  const { grid, printed, filters, fit } = bands;
  if (fit.explained > EXPLAINED) return modelRows(kernels, grid, printed, filters, first, count, fit);
  const fields = filters.flatMap(({ model }) => model?.fields ?? []);
  return spectrumRows(kernels, grid, fields, Math.max(...filters.map(({ cell }) => cell)), first, count);
}
