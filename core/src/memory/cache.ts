import { LRUCache } from 'lru-cache';

/**
 * Creates a cache of at most `most` bytes that drops the least recently used values. A value that is larger than that is
 * not kept. `forget` is called with every value that leaves.
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

/** Creates a cache of at most `most` values that drops the least recently used ones. */
export function countCache<T extends object | number>(most: number, forget?: (value: T) => void): LRUCache<string, T> {
  return new LRUCache<string, T>({ max: most, ...(forget ? { dispose: (value: T) => forget(value) } : {}) });
}

/** Returns the cached value under a key, or makes one and caches it. */
export function remember<T extends object | number>(cache: LRUCache<string, T>, key: string, make: () => T): T {
  const known = cache.get(key);
  if (known !== undefined) return known;
  const made = make();
  cache.set(key, made);
  return made;
}
