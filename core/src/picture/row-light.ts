/** Turns `count` picture pixels from column `x` of a row into 16-bit light at `out`. */
export type RowLight = (row: Uint8Array, x: number, count: number, out: number) => void;
