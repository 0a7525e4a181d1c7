import { ranksOf } from '../src/screen/periodic/rank.ts';

/** Ranks by a plain stable sort. */
function plainRanks(keys: Uint32Array): Uint32Array {
  const order = [...keys.keys()].sort((a, b) => keys[a]! - keys[b]! || a - b);
  const ranks = new Uint32Array(keys.length);
  order.forEach((k, rank) => {
    ranks[k] = rank;
  });
  return ranks;
}

// Up to 4096 keys are compared, more are counted: both sides of the limit.
test.each([1, 1000, 4096, 4097, 9000])('%i keys with equals among them have the ranks of a stable sort', (count) => {
  const keys = Uint32Array.from({ length: count }, (_, k) => (k % 3 === 0 ? 7 : Math.imul(k, 2654435761) >>> 0));
  keys[count - 1] = 0xffffffff;
  expect(ranksOf(keys)).toEqual(plainRanks(keys));
});
