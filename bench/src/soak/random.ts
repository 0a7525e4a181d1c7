/** Random numbers that are the same for the same seed: mulberry32, a small generator of the public domain. */
export interface Random {
  /** From 0 to 1. */
  next(): number;
  /** A whole number from 0 to below `count`. */
  below(count: number): number;
  /** One of a list. */
  of<T>(list: readonly T[]): T;
}

export function seeded(seed: number): Random {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const below = (count: number) => Math.floor(next() * count);
  return { next, below, of: (list) => list[below(list.length)]! };
}
