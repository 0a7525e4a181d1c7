import { staysInside } from '../lay.ts';
import { faultKind } from './kind.ts';

/** A stone may reach over the outline by so much, in mm. */
const OVER = 0.01;

export const outside = faultKind({
  name: 'outside',
  label: 'Outside the art',
  about: 'A stone that was placed by hand reaches over the outline of its region.',
  *find({ stones, regions, footprints, edges }) {
    for (let k = 0; k < stones.count; k++) {
      const { own, art } = regions[stones.region[k]!]!;
      if (stones.hand[k]! < 0 || art.areas.length === 0 || !staysInside(own)) continue;
      const [x, y] = [stones.x[k]!, stones.y[k]!];
      const { grid, rows } = edges(stones.region[k]!);
      const { inner } = footprints[stones.size[k]!]!;
      if (rows.inside(x, y) && grid.distance(x, y, inner) >= inner - OVER) continue;
      yield {
        kind: 'outside',
        said: 'A stone reaches over the outline.',
        stones: [k],
        x,
        y,
        mend: { label: 'Remove it', act: { does: 'delete', stones: [k] } },
      };
    }
  },
});
