import { tablePlace } from './area-colours.ts';
import type { CoverageTable } from './coverage-table.ts';
import type { ScanPixels } from './pixels.ts';

/** How much of one ink lies on each pixel of a scan: 0..255. */
export interface InkPlane {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array;
}

/** The planes of all inks of a table, in one walk over the scan. */
export function inkPlanes({ width, height, rgb }: ScanPixels, { inks, values }: CoverageTable): InkPlane[] {
  const bytes = Uint8Array.from(values, (v) => Math.round(255 * v));
  const planes = Array.from({ length: inks }, () => new Uint8Array(width * height));
  for (let n = 0, at = 0; n < width * height; n++, at += 3) {
    const from = inks * tablePlace(rgb[at]!, rgb[at + 1]!, rgb[at + 2]!);
    for (let k = 0; k < inks; k++) planes[k]![n] = bytes[from + k]!;
  }
  return planes.map((data) => ({ width, height, data }));
}
