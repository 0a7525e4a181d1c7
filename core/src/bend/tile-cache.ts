/** Columns of tiles that are told apart. */
const COLUMNS = 1 << 22;

/** Keeps what belongs to tiles by their column and row, up to so many bytes; beyond them it begins anew. */
export function tileCache<T>(
  mostBytes: number,
  bytesOf: (value: T) => number,
): (tx: number, ty: number, make: (tx: number, ty: number) => T) => T {
  const kept = new Map<number, T>();
  let bytes = 0;
  return (tx, ty, make) => {
    const key = ty * COLUMNS + tx;
    const known = kept.get(key);
    if (known !== undefined) return known;
    const made = make(tx, ty);
    bytes += bytesOf(made);
    if (bytes > mostBytes) {
      kept.clear();
      bytes = bytesOf(made);
    }
    kept.set(key, made);
    return made;
  };
}
