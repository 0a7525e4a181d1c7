import { addNoiseRow } from '../../raster/row-noise.ts';
import type { WearKind } from './kind.ts';

/** Small pieces with rough edges that have broken off. */
export const chips: WearKind = {
  name: 'chips',
  rows({ area, perMm, wear, amount }) {
    const values = new Float64Array(area.width);
    const layer = (y: number, size: number, seed: number, weight: number) => {
      const per = 1 / (size * perMm);
      addNoiseRow(values, (area.x + 0.5) * per, per, (y + 0.5) * per, seed, weight);
    };
    // Two layers of noise lie mostly between 0.2 and 0.8.
    const above = 0.86 - 0.5 * amount;
    return (y, lost) => {
      values.fill(0);
      layer(y, wear.size, wear.seed, 0.62);
      layer(y, wear.size / 2.3, wear.seed + 101, 0.38);
      for (let k = 0; k < values.length; k++) if (values[k]! > above) lost[k] = 1;
    };
  },
};
