import type { Kernels } from '../kernel/kernels.ts';
import { bytesOf } from './bytes-of.ts';
import { takeWavesOut, wavesReach } from './old-waves.ts';
import type { PhaseField } from './phase-field.ts';
import type { Grid } from './scan-grid.ts';
import { bellTaps, paddedRows, reachOf, softened } from './taps.ts';

/** Standard deviation, in cells, of the bell that takes out dots together with their waves. */
const BELL = 0.3;

/**
 * The picture of rows of the grid from the spectrum of the scan alone, three bytes a pixel: the waves of its screens are taken
 * out, and a bell smaller than a cell takes what is left of the dots. For prints whose inks cannot be told apart.
 */
export function spectrumRows(
  kernels: Kernels,
  { light }: Grid,
  fields: readonly PhaseField[],
  cell: number,
  first: number,
  count: number,
): Uint8Array {
  const { width, height } = light[0]!;
  const sigma = BELL * cell;
  const room = reachOf(bellTaps(sigma, 'x')) + 1;
  const reach = wavesReach(cell) + room;
  const from = Math.max(0, first - reach);
  const rows = Math.min(height, first + count + reach) - from;
  const bands = light.map(({ data }) => {
    const own = Float32Array.from(data.subarray(width * from, width * (from + rows)), (v) => (v / 255) ** 2);
    return paddedRows(own, width, rows, room);
  });
  const planes = softened(kernels, bands, sigma).map(({ stride, data }) => {
    const own = new Float32Array(width * rows);
    for (let j = 0; j < rows; j++) {
      const at = (j + room) * stride + room;
      own.set(data.subarray(at, at + width), j * width);
    }
    return own;
  });
  takeWavesOut(kernels, { width, y: from, planes }, fields, cell);
  const at = (first - from) * width;
  return bytesOf(planes.map((plane) => plane.subarray(at, at + count * width)));
}
