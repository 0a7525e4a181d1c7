import { bentCells } from '../bent/bent-cells.ts';
import { bentAt } from '../bent/bent-pixels.ts';
import type { CellMap, CompiledScreen } from '../compiled.ts';
import type { ThresholdField } from './field.ts';
import { compareThresholds } from './field-screener.ts';

/** Bytes that a field keeps of the thresholds it made last, nearly. */
const HELD = 24e6;

/** A screen whose thresholds are computed from where a pixel lies on the sheet. */
export const fieldScreen = (field: ThresholdField, cells: CellMap | null): CompiledScreen => ({
  cells,
  tile: null,
  thresholds: (area) => field.over(area),
  bytes: HELD,
  bent: (how) => bentAt(field.at, how, bentCells(cells, null, how)),
  plater: ({ kernels, tones }) => ({
    plate: (area) => compareThresholds(kernels, field.over(area), area, tones(area)),
    release() {},
  }),
});
