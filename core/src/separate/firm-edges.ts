import type { Kernels } from '../kernel/kernels.ts';
import { type Area, type LightReader, rowsOf } from '../raster/area.ts';
import { lightCodes } from '../raster/blur.ts';
import { spreadReader } from '../raster/spread.ts';

/** Pixels over which the smoothed edge of hard art may run; what fades over more is a fade. */
const EDGE = 2;
/** Coverage codes (65535 is none) that are no edge: they stay what they are. */
const SOLID = 8500;

/**
 * Tells hard edges from fades: coverage within two pixels of bare cloth is either solid or nothing, so that the
 * smoothed edge of hard art is not screened into notches.
 */
export function firmEdges(
  kernels: Kernels,
  read: LightReader,
  sheet: { readonly width: number; readonly height: number },
): LightReader {
  let box: Area | null = null;
  let raw: Uint16Array | null = null;
  const faded = spreadReader(
    kernels,
    (area) => {
      const rows = read(area);
      box = area;
      raw = lightCodes(kernels, rows);
      return { ...rows, depth: 16, data: raw };
    },
    sheet,
    -EDGE,
  );
  return (area) => {
    const rows = rowsOf(area);
    // The eroded rows are new ones, so that they may be changed.
    const data = lightCodes(kernels, faded(area));
    for (let k = 0; k < rows; k++) {
      const from = (area.y + k * area.step - box!.y) * box!.width + area.x - box!.x;
      for (let x = 0, at = k * area.width; x < area.width; x++, at++) {
        const own = raw![from + x]!;
        if (own <= SOLID) data[at] = own;
      }
    }
    return { depth: 16, width: area.width, rows, data };
  };
}
