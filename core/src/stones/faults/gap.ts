import { faultKind, goes, mm } from './kind.ts';

/** Gaps may be smaller by so much, in mm, than was asked. */
const TOLERANCE = 0.001;

export const gapTooSmall = faultKind({
  name: 'gap',
  label: 'Gap too small',
  about: 'Two stones are nearer to each other than the gap of their region.',
  *find({ stones, taken, pairs }) {
    for (const { a, b, apart } of pairs(taken.widestGap)) {
      const gap = Math.max(taken.gapOf(stones.region[a]!), taken.gapOf(stones.region[b]!));
      if (apart < -TOLERANCE || apart >= gap - TOLERANCE) continue;
      const moves = goes(stones, a, b);
      const from = moves === a ? b : a;
      const [dx, dy] = [stones.x[moves]! - stones.x[from]!, stones.y[moves]! - stones.y[from]!];
      const far = Math.sqrt(dx * dx + dy * dy) || 1;
      const by = (gap - apart) / far;
      yield {
        kind: 'gap',
        said: `Only ${mm(Math.max(0, apart))} lie between two stones; ${mm(gap)} are asked.`,
        stones: [a, b],
        x: (stones.x[a]! + stones.x[b]!) / 2,
        y: (stones.y[a]! + stones.y[b]!) / 2,
        mend: { label: 'Move apart', act: { does: 'move', stone: moves, right: dx * by, down: dy * by } },
      };
    }
  },
});
