import type { DarknessField } from './kind.ts';

/** Values of darkness 0..1 on a grid that is `factor` times coarser than the pixels of the sheet. */
export interface DarknessGrid {
  readonly width: number;
  readonly height: number;
  readonly factor: number;
  readonly values: Float32Array;
}

/** Weights of four neighbours of a uniform cubic B-spline at t between the second and the third, and their slopes. */
function weightsAt(t: number, weights: Float64Array, slopes: Float64Array): void {
  const u = 1 - t;
  weights[0] = (u * u * u) / 6;
  weights[1] = (3 * t * t * t - 6 * t * t + 4) / 6;
  weights[2] = (3 * u * u * u - 6 * u * u + 4) / 6;
  weights[3] = (t * t * t) / 6;
  slopes[0] = -(u * u) / 2;
  slopes[1] = (3 * t * t - 4 * t) / 2;
  slopes[2] = -(3 * u * u - 4 * u) / 2;
  slopes[3] = (t * t) / 2;
}

/**
 * Reads a grid between its values by a uniform cubic B-spline, whose slopes have no steps: what is moved by it is torn
 * nowhere. Beyond the edges of the grid its last values go on.
 */
export function darknessField({ width, height, factor, values }: DarknessGrid): DarknessField {
  const [wx, wy] = [new Float64Array(4), new Float64Array(4)];
  const [sx, sy] = [new Float64Array(4), new Float64Array(4)];
  const inside = (k: number, size: number): number => Math.min(size - 1, Math.max(0, k));
  return (x, y, out) => {
    const [gx, gy] = [x / factor - 0.5, y / factor - 0.5];
    const [c, r] = [Math.floor(gx), Math.floor(gy)];
    weightsAt(gx - c, wx, sx);
    weightsAt(gy - r, wy, sy);
    let [dark, across, down] = [0, 0, 0];
    for (let j = 0; j < 4; j++) {
      const row = inside(r - 1 + j, height) * width;
      let [sum, slope] = [0, 0];
      for (let i = 0; i < 4; i++) {
        const value = values[row + inside(c - 1 + i, width)]!;
        sum += wx[i]! * value;
        slope += sx[i]! * value;
      }
      dark += wy[j]! * sum;
      across += wy[j]! * slope;
      down += sy[j]! * sum;
    }
    out.dark = dark;
    out.across = across / factor;
    out.down = down / factor;
  };
}
