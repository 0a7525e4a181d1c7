import { keepLately } from '../src/math/lately.ts';

test('the last of what was asked for is kept, whatever it is; what was used longest ago goes', () => {
  const kept = keepLately<string | null>(2);
  const made: string[] = [];
  const take = (key: string, thing: string | null = key) =>
    kept.take(key, () => {
      made.push(key);
      return thing;
    });
  take('a');
  expect(take('b', null)).toBeNull();
  expect(take('b', 'other')).toBeNull();
  take('a');
  take('c');
  expect([kept.has('a'), kept.has('b'), kept.has('c')]).toEqual([true, false, true]);
  take('a');
  expect(made).toEqual(['a', 'b', 'c']);
});
