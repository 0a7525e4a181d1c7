/** A rectangle of sheet pixels. `step` takes every step-th row only (a first, coarser look). */
export interface Area {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly step: number;
}

/** How many rows an area holds once its step is taken into account. */
export const rowsOf = (area: Area): number => Math.ceil(area.height / area.step);

/** Rows of light codes over an area: 65535 (or 255) is white. Row k holds sheet row y + k * step. */
export interface LightRows {
  readonly depth: 8 | 16;
  readonly width: number;
  readonly rows: number;
  readonly data: Uint8Array | Uint16Array;
}

/** Reads light over any area of the sheet. */
export interface LightReader {
  (area: Area): LightRows;
  /** The same straight into kernel memory, where that is possible. */
  readonly coded?: CodedLight;
}

/** Light as 16-bit codes in kernel memory. */
export interface CodedLight {
  /** Writes the codes of an area to `out`, row by row. */
  to(area: Area, out: number): void;
  /** The 16-bit light of each code, which never falls; null where codes are light. */
  readonly light: Uint16Array | null;
}
