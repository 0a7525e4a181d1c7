import { LRUCache } from 'lru-cache';

/**
 * A cache that holds at most `most` bytes and forgets what was unused the longest. A value that is larger than that
 * is not kept. `forget` is told of every value that leaves.
 */
export function byteCache<T extends object>(
  most: number,
  bytesOf: (value: T) => number,
  forget?: (value: T) => void,
): LRUCache<string, T> {
  return new LRUCache<string, T>({
    maxSize: most,
    sizeCalculation: (value) => Math.max(1, bytesOf(value)),
    ...(forget ? { dispose: (value: T) => forget(value) } : {}),
  });
}

/** A cache of at most `most` values that forgets what was unused the longest. */
export function countCache<T extends object | number>(most: number, forget?: (value: T) => void): LRUCache<string, T> {
  return new LRUCache<string, T>({ max: most, ...(forget ? { dispose: (value: T) => forget(value) } : {}) });
}

/** The cached value under a key, or a new one that is cached from now on. */
export function remember<T extends object | number>(cache: LRUCache<string, T>, key: string, make: () => T): T {
  const known = cache.get(key);
  if (known !== undefined) return known;
  const made = make();
  cache.set(key, made);
  return made;
}
