import { faultKind, mm } from './kind.ts';

export const lonely = faultKind({
  name: 'lonely',
  label: 'Lonely stone',
  about: 'A stone is far from all others.',
  *find({ stones, job, taken, footprints }) {
    if (job.lonely === 0 || stones.count < 2) return;
    for (let k = 0; k < stones.count; k++) {
      const [x, y] = [stones.x[k]!, stones.y[k]!];
      const own = footprints[stones.size[k]!]!.outer;
      let near = false;
      // Most have a neighbour close by: a narrow search first.
      for (const within of [4 * own, job.lonely + 2 * own + 20]) {
        taken.near(x, y, within, (other) => {
          if (near || other === k) return;
          const [dx, dy] = [stones.x[other]! - x, stones.y[other]! - y];
          const far = Math.sqrt(dx * dx + dy * dy) - own - footprints[stones.size[other]!]!.outer;
          if (far <= job.lonely) near = true;
        });
        if (near) break;
      }
      if (near) continue;
      yield {
        kind: 'lonely',
        said: `A stone has no other within ${mm(job.lonely)}.`,
        stones: [k],
        x,
        y,
        mend: { label: 'Remove it', act: { does: 'delete', stones: [k] } },
      };
    }
  },
});
