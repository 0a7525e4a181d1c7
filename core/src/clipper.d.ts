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
  export interface Paths64 extends Held {
    push_back(path: Path64): void;
    size(): number;
    get(index: number): Path64;
  }
  export interface Clipper {
    readonly Path64: new () => Path64;
    readonly Paths64: new () => Paths64;
    readonly FillRule: { readonly NonZero: unknown; readonly EvenOdd: unknown };
    readonly JoinType: { readonly Round: unknown };
    readonly EndType: { readonly Polygon: unknown };
    readonly ClipType: { readonly Union: unknown; readonly Difference: unknown; readonly Intersection: unknown };
    BooleanOp64(type: unknown, rule: unknown, subjects: Paths64, clips: Paths64): Paths64;
    UnionSelf64(paths: Paths64, rule: unknown): Paths64;
    InflatePaths64(
      paths: Paths64,
      by: number,
      join: unknown,
      end: unknown,
      mitre: number,
      arcTolerance: number,
    ): Paths64;
    SimplifyPaths64(paths: Paths64, tolerance: number, closed: boolean): Paths64;
  }
  export default function createClipper(): Promise<Clipper>;
}
