import { faultKind, goes, mm } from './kind.ts';

export const thinBridge = faultKind({
  name: 'bridge',
  label: 'Bridge too thin',
  about: 'Too little of the template is left between two holes, which are wider than their stones.',
  *find({ stones, job, pairs }) {
    const clearances = job.sizes.map((s) => s.clearance / 2);
    const widest = 2 * Math.max(0, ...clearances);
    for (const { a, b, apart } of pairs(job.bridge + widest)) {
      // Stones that overlap are a fault of their own.
      if (apart < 0) continue;
      const left = apart - clearances[stones.size[a]!]! - clearances[stones.size[b]!]!;
      if (left >= job.bridge - 0.001) continue;
      yield {
        kind: 'bridge',
        said: `${left > 0 ? `Only ${mm(left)} of the template are` : 'Nothing of the template is'} left between two holes; ${mm(job.bridge)} are needed.`,
        stones: [a, b],
        x: (stones.x[a]! + stones.x[b]!) / 2,
        y: (stones.y[a]! + stones.y[b]!) / 2,
        mend: { label: 'Remove one', act: { does: 'delete', stones: [goes(stones, a, b)] } },
      };
    }
  },
});
