import {
  createKernels,
  type Made,
  MADE_KINDS,
  NO_EDIT,
  normalsOf,
  planLight,
  fillOf,
  type Job,
} from '../../src/index.ts';
import { pixelJob } from '../jobs.ts';

const kernels = createKernels();
const noise = MADE_KINDS.find((k) => k.name === 'noise')!;

/** Light of a noise over a sheet of 200 × 90 pixels, read by the kernel or, turned, point by point. */
function lightOf(settings: Record<string, unknown>, turn = 0): Uint16Array {
  const made: Made = { kind: 'noise', settings: { ...normalsOf(noise.params), scale: 0.1, ...settings } };
  const base = pixelJob(200, 90, { width: 200, height: 90 }, { feed: { turn } });
  const picture = { id: 'a', name: 'n', hash: null, made, clip: null, width: 200, height: 90, edit: NO_EDIT };
  const job: Job = { ...base, pictures: [picture] };
  const from = { pass: job.passes[0]!, fill: fillOf(job.passes[0]!) };
  const { data } = planLight({ kernels, pictures: () => null }, job, from).read({
    x: 0,
    y: 0,
    width: 200,
    height: 90,
    step: 1,
  });
  return data.slice() as Uint16Array;
}

test.each([1, 2, 3, 7])('noise that comes round after %d is the first one again, to the last bit', (period) => {
  for (const turn of [0, 20]) {
    const first = lightOf({ period, evolve: 0 }, turn);
    expect(lightOf({ period, evolve: period }, turn)).toEqual(first);
    expect(lightOf({ period, evolve: 5 * period + 0.375 }, turn)).toEqual(lightOf({ period, evolve: 0.375 }, turn));
    if (period > 1) expect(lightOf({ period, evolve: 1 }, turn)).not.toEqual(first);
  }
});

test('noise goes on without a jump where it comes round', () => {
  const way = (a: Uint16Array, b: Uint16Array) => Math.max(...a.map((v, k) => Math.abs(v - b[k]!)));
  const step = way(lightOf({ period: 3, evolve: 0.49 }), lightOf({ period: 3, evolve: 0.51 }));
  const seam = way(lightOf({ period: 3, evolve: 2.99 }), lightOf({ period: 3, evolve: 0.01 }));
  // Whole times are where clouds stand still for a moment: the way over them is shorter than half way between.
  expect(seam).toBeLessThan(step);
});

test('without a period noise never comes round', () => {
  expect(lightOf({ period: 0, evolve: 3 })).not.toEqual(lightOf({ period: 0, evolve: 0 }));
  // A single layer begins alike, whenever it comes round.
  expect(lightOf({ detail: 1, evolve: 0.5 })).toEqual(lightOf({ detail: 1, period: 9, evolve: 0.5 }));
});
