import { hashShare } from '../../math/hash.ts';
import { greyLight, texture } from './kind.ts';

/** A stitch across and down in mm. */
const STITCH = 0.7;
const COURSE = 0.55;

export const jersey = texture({
  name: 'jersey',
  label: 'Jersey',
  about: 'Knitted stitches in columns, as of T-shirts.',
  rows({ area, perMm, seed }) {
    return (y, out) => {
      for (let k = 0; k < out.length; k++) {
        const u = (area.x + k + 0.5) / perMm / STITCH;
        const column = Math.floor(u);
        // Each stitch is a V: its legs fall towards the middle of the column.
        const leg = Math.abs(u - column - 0.5) * 2;
        const v = (y + 0.5) / perMm / COURSE + 0.55 * leg;
        const row = Math.floor(v);
        const across = v - row;
        const ridge = 4 * across * (1 - across);
        const edge = 4 * leg * (1 - leg);
        out[k]! += 0.12 + 0.4 * ridge + 0.22 * edge + 0.14 * hashShare(column, row, seed);
      }
    };
  },
  light: greyLight(0.17),
});
