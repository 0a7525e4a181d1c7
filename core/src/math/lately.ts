/** Things that follow from their key alone, the last `most` of which are kept. */
export interface Lately<T> {
  has(key: string): boolean;
  take(key: string, make: () => T): T;
}

export function keepLately<T>(most: number): Lately<T> {
  const kept = new Map<string, T>();
  return {
    has: (key) => kept.has(key),
    take(key, make) {
      const known = kept.has(key);
      const thing = known ? kept.get(key)! : make();
      if (known) kept.delete(key);
      kept.set(key, thing);
      if (kept.size > most) kept.delete(kept.keys().next().value!);
      return thing;
    },
  };
}
