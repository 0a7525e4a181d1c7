import { byteCache, countCache, remember } from '../../src/index.ts';

const value = (bytes: number) => ({ bytes });
const bytesOf = ({ bytes }: { readonly bytes: number }) => bytes;

test('a cache of bytes forgets what was unused the longest, and says what it forgot', () => {
  const forgotten: number[] = [];
  const cache = byteCache(10, bytesOf, ({ bytes }) => forgotten.push(bytes));
  cache.set('a', value(3));
  cache.set('b', value(4));
  cache.set('c', value(2));
  cache.get('a');
  cache.set('d', value(5));
  expect(forgotten).toEqual([4]);
  expect([...cache.keys()].sort()).toEqual(['a', 'c', 'd']);
});

test('a value that is replaced counts once, and is forgotten itself', () => {
  const forgotten: object[] = [];
  const cache = byteCache(10, bytesOf, (v) => forgotten.push(v));
  cache.set('a', value(4));
  for (let k = 0; k < 3; k++) cache.set('b', value(6));
  expect(cache.has('a')).toBe(true);
  expect(forgotten).toEqual([value(6), value(6)]);
});

test('a value that is larger than the cache is not kept and drives nothing out', () => {
  const cache = byteCache(10, bytesOf);
  cache.set('a', value(9));
  cache.set('b', value(11));
  expect([cache.has('a'), cache.has('b')]).toEqual([true, false]);
});

test('what is remembered is made once, for as long as there is room for it', () => {
  const cache = countCache<{ readonly n: number }>(2);
  let made = 0;
  const take = (key: string) => remember(cache, key, () => ({ n: ++made }));
  expect([take('a').n, take('a').n, take('b').n, take('c').n, take('a').n]).toEqual([1, 1, 2, 3, 4]);
});
