/** Columns of tiles that are told apart. */
const COLUMNS = 1 << 22;
/** Tiles of which the column or the row lies further from 0 are not kept. */
const FURTHEST = COLUMNS / 2;

/** Keeps what belongs to tiles by their column and row, up to so many bytes; beyond them it begins anew. */
export function tileCache<T>(
  mostBytes: number,
  bytesOf: (value: T) => number,
): (tx: number, ty: number, make: (tx: number, ty: number) => T) => T {
  const kept = new Map<number, T>();
  let bytes = 0;
  return (tx, ty, make) => {
    if (!(Math.abs(tx) < FURTHEST && Math.abs(ty) < FURTHEST)) return make(tx, ty);
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

/** Where the numbers of a tile lie: from `at` on. */
export interface TileValues {
  values: Float64Array;
  at: number;
}

/** Tiles to a side of those whose values are kept together. */
const VALUES_SIDE = 4;
const MADE = 1;

/**
 * Keeps so many numbers for each tile by its column and row, up to so many bytes. They lie in a few large arrays: small
 * ones, or objects, would each be moved by the collector while a bend is dragged. What is given holds until the next tile
 * is asked for.
 */
export function tileValues(
  mostBytes: number,
  many: number,
  make: (tx: number, ty: number, into: TileValues) => void,
): (tx: number, ty: number) => TileValues {
  const kept = tileCache<Float64Array>(mostBytes, ({ byteLength }) => byteLength + 200);
  // One number more for each tile says whether the others are made.
  const each = many + 1;
  const empty = () => new Float64Array(VALUES_SIDE * VALUES_SIDE * each);
  const found: TileValues = { values: new Float64Array(0), at: 0 };
  return (tx, ty) => {
    const [sx, sy] = [Math.floor(tx / VALUES_SIDE), Math.floor(ty / VALUES_SIDE)];
    const values = kept(sx, sy, empty);
    const at = ((ty - sy * VALUES_SIDE) * VALUES_SIDE + tx - sx * VALUES_SIDE) * each;
    found.values = values;
    found.at = at + 1;
    if (values[at] !== MADE) {
      make(tx, ty, found);
      values[at] = MADE;
    }
    return found;
  };
}
