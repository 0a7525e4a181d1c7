interface Held<T> {
  readonly value: T;
  readonly bytes: number;
  used: number;
}

/** How far the cache is emptied when it is full, so that this is seldom needed. */
const KEEP = 0.8;

/**
 * Remembers results by key and forgets the longest unused when they take more than `most` bytes, or more than so
 * many of them where each counts as 1.
 */
export class ByteCache<T> {
  private readonly held = new Map<string, Held<T>>();
  private total = 0;
  private clock = 0;

  constructor(
    private readonly most: number,
    private readonly bytesOf: (value: T) => number,
    private readonly forget: (value: T) => void = () => {},
  ) {}

  get(key: string): T | undefined {
    const found = this.held.get(key);
    if (!found) return undefined;
    found.used = ++this.clock;
    return found.value;
  }

  set(key: string, value: T): T {
    const bytes = this.bytesOf(value);
    this.total -= this.held.get(key)?.bytes ?? 0;
    this.held.set(key, { value, bytes, used: ++this.clock });
    this.total += bytes;
    if (this.total > this.most) this.shrink(key);
    return value;
  }

  /** The remembered value, or a new one that is remembered from now on. */
  take(key: string, make: () => T): T {
    const known = this.get(key);
    return known === undefined ? this.set(key, make()) : known;
  }

  private shrink(newest: string): void {
    const oldestFirst = [...this.held].sort(([, a], [, b]) => a.used - b.used);
    for (const [key, { value, bytes }] of oldestFirst) {
      if (this.total <= this.most * KEEP || key === newest) break;
      this.held.delete(key);
      this.total -= bytes;
      this.forget(value);
    }
  }
}
