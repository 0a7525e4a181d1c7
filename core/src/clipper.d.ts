declare module 'clipper2-wasm' {
  /** Objects of the compiled clipper live until they are deleted. */
  interface Held {
    delete(): void;
  }
  interface Path64 extends Held {
    /** Takes x, y, z, x, y, z … */
    assign(coordinates: BigInt64Array): void;
    /** The same, valid until the next call. */
    view(): BigInt64Array;
  }
  interface Paths64 extends Held {
    push_back(path: Path64): void;
    size(): number;
    get(index: number): Path64;
  }
  export interface Clipper {
    readonly Path64: new () => Path64;
    readonly Paths64: new () => Paths64;
    readonly FillRule: { readonly NonZero: unknown };
    UnionSelf64(paths: Paths64, rule: unknown): Paths64;
  }
  export default function createClipper(): Promise<Clipper>;
}
