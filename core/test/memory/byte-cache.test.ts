import { ByteCache } from '../../src/index.ts';

test('a byte cache forgets the longest unused first', () => {
  const forgotten: string[] = [];
  const cache = new ByteCache<string>(
    3,
    () => 1,
    (v) => forgotten.push(v),
  );
  for (const v of ['a', 'b', 'c']) cache.take(v, () => v);
  cache.get('a');
  cache.take('d', () => 'd');
  expect(forgotten).toEqual(['b', 'c']);
  expect(cache.take('a', () => 'new')).toBe('a');
});

test('a value that is replaced counts once, and nothing is forgotten for it', () => {
  const cache = new ByteCache<string>(10, (value) => value.length);
  cache.set('a', 'xxxx');
  for (let k = 0; k < 5; k++) cache.set('b', 'yyyyyy');
  expect([cache.get('a'), cache.get('b')]).toEqual(['xxxx', 'yyyyyy']);
});

test('null is a result like any other: it is not made again', () => {
  const cache = new ByteCache<string | null>(10, () => 1);
  let made = 0;
  const take = () =>
    cache.take('a', () => {
      made++;
      return null;
    });
  expect([take(), take(), made]).toEqual([null, null, 1]);
});
