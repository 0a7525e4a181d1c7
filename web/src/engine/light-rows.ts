import { type Area, type LightRows, rowsOf } from '@chromatype/core';

/** Every step-th row of rows that are known already. */
export function everyLightRow(whole: LightRows, area: Area): LightRows {
  const rows = rowsOf(area);
  const data = whole.depth === 8 ? new Uint8Array(area.width * rows) : new Uint16Array(area.width * rows);
  for (let k = 0; k < rows; k++) {
    const from = k * area.step * area.width;
    data.set(whole.data.subarray(from, from + area.width), k * area.width);
  }
  return { depth: whole.depth, width: area.width, rows, data };
}
