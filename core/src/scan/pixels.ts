/** A scan of a print: 8-bit sRGB, three bytes a pixel, row by row. */
export interface ScanPixels {
  readonly width: number;
  readonly height: number;
  readonly rgb: Uint8Array;
}
