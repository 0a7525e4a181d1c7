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

/** Tiles to a side of those whose numbers are kept together. */
const SIDE = 8;
const UNKNOWN = -1;

/** Keeps a whole number from 0 to 32767 for each tile by its column and row, up to so many bytes. */
export function tileNumbers(
  mostBytes: number,
): (tx: number, ty: number, make: (tx: number, ty: number) => number) => number {
  const kept = tileCache<Int16Array>(mostBytes, ({ byteLength }) => byteLength + 100);
  const unknown = () => new Int16Array(SIDE * SIDE).fill(UNKNOWN);
  return (tx, ty, make) => {
    const [sx, sy] = [Math.floor(tx / SIDE), Math.floor(ty / SIDE)];
    const own = kept(sx, sy, unknown);
    const k = (ty - sy * SIDE) * SIDE + tx - sx * SIDE;
    if (own[k] === UNKNOWN) own[k] = make(tx, ty);
    return own[k]!;
  };
}
