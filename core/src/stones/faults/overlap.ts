import { faultKind, goes, mm } from './kind.ts';

/** Stones that touch by less than this, in mm, do not overlap. */
const TOUCHING = 0.001;

export const overlap = faultKind({
  name: 'overlap',
  label: 'Overlap',
  about: 'Two stones lie on each other.',
  *find({ stones, pairs }) {
    for (const { a, b, apart } of pairs(0)) {
      if (apart >= -TOUCHING) continue;
      const [x, y] = [(stones.x[a]! + stones.x[b]!) / 2, (stones.y[a]! + stones.y[b]!) / 2];
      yield {
        kind: 'overlap',
        said: `Two stones overlap by ${mm(-apart)}.`,
        stones: [a, b],
        x,
        y,
        mend: { label: 'Remove one', act: { does: 'delete', stones: [goes(stones, a, b)] } },
      };
    }
  },
});
