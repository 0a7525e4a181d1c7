import { hash32 } from '../../math/hash.ts';
import { addNoiseRow } from '../../raster/row-noise.ts';
import type { WearKind } from './kind.ts';

/** A patch against a chip, and a grain of it. */
const PATCH = 9;
const GRAIN = 0.28;

/** Patches that the ink hardly reached: it stays away grain by grain, more towards the middle of a patch. */
export const starved: WearKind = {
  name: 'starved',
  rows({ area, perMm, wear, amount }) {
    const patches = new Float64Array(area.width);
    const grain = Math.max(1, Math.round(GRAIN * wear.size * perMm));
    const seed = wear.seed + 503;
    return (y, lost) => {
      patches.fill(0);
      for (const [size, weight] of [
        [PATCH, 0.6],
        [PATCH / 3, 0.3],
        [PATCH / 9, 0.1],
      ] as const) {
        const per = 1 / (size * wear.size * perMm);
        addNoiseRow(patches, (area.x + 0.5) * per, per, (y + 0.5) * per, seed + Math.round(size * 10), weight);
      }
      const row = Math.floor(y / grain);
      let column = Number.NaN;
      let chance = 0;
      for (let k = 0; k < patches.length; k++) {
        const at = Math.floor((area.x + k) / grain);
        if (at !== column) {
          column = at;
          chance = hash32(at, row, seed) / 4294967296;
        }
        // Half a grain's worth of patch from untouched to bare.
        const share = (patches[k]! - 0.82 + 0.56 * amount) / 0.3;
        if (share > chance) lost[k] = 1;
      }
    };
  },
};
