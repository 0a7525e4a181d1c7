/** Remembers results by key and forgets the longest unused when they take more than `most` bytes. */
export class ByteCache<T> {
  private readonly held = new Map<string, { value: T; bytes: number }>();
  private total = 0;

  constructor(
    private readonly most: number,
    private readonly bytesOf: (value: T) => number,
    private readonly forget: (value: T) => void = () => {},
  ) {}

  get(key: string): T | undefined {
    const found = this.held.get(key);
    if (!found) return undefined;
    this.held.delete(key);
    this.held.set(key, found);
    return found.value;
  }

  set(key: string, value: T): T {
    const bytes = this.bytesOf(value);
    this.held.set(key, { value, bytes });
    this.total += bytes;
    for (const [oldest, { value: old, bytes: size }] of this.held) {
      if (this.total <= this.most || oldest === key) break;
      this.held.delete(oldest);
      this.total -= size;
      this.forget(old);
    }
    return value;
  }

  /** The remembered value, or a new one that is remembered from now on. */
  take(key: string, make: () => T): T {
    return this.get(key) ?? this.set(key, make());
  }
}
