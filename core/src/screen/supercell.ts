import { cosine, sine } from '../math/exact.ts';

/**
 * A square lattice of cells that repeats on whole pixels. Coordinates here have y upwards.
 * (X, Y) is the repeat in pixels; it spans i cells along the lattice and j across, so the cell
 * vector is (X + Y√−1) / (i + j√−1).
 */
export interface Supercell {
  readonly X: number;
  readonly Y: number;
  readonly i: number;
  readonly j: number;
}

/** Greatest repeat area in pixels that is looked at, unless one cell alone is larger. */
const LARGEST_AREA = 2 ** 20;
/** Relative error of the cell vector that is good enough to stop at: 0.03 % of length, 0.017° of turn. */
const GOOD_ENOUGH = 3e-4;
/** The same for a first look while a dial turns: 0.4 %, at most 256 × 256 pixels. */
const DRAFT_ENOUGH = 4e-3;
const DRAFT_AREA = 2 ** 16;
/** Repeats up to this many pixels across are tried first; they suffice nearly always. */
const FIRST_REACH = 256;
/** Largest pitch in pixels that can be compiled. */
export const LARGEST_PITCH = 2000;
/** Smallest pitch in pixels that makes a pattern at all. */
export const SMALLEST_PITCH = 2;

/** Multiples (i, j) of the cell vector, shortest first, each reach sorted only when it is needed. */
function* shellsOf(reaches: readonly number[]): Generator<{ i: number; j: number; size: number }> {
  let done = 0;
  for (const reach of reaches) {
    const shell: { i: number; j: number; size: number }[] = [];
    for (let i = 1; i <= reach; i++) {
      for (let j = 0; j <= reach; j++) {
        const size = i * i + j * j;
        if (size <= reach * reach && size > done) shell.push({ i, j, size });
      }
    }
    shell.sort((a, b) => a.size - b.size || a.i - b.i);
    yield* shell;
    done = Math.max(done, reach * reach);
  }
}

/**
 * Finds the smallest whole-pixel repeat of a square lattice with the given pitch (pixels a cell)
 * and angle (degrees, counter-clockwise) whose cell vector is within 3e-4 of the wish, or the
 * nearest there is up to 2^20 pixels of repeat. Method: rational tangents with supercells,
 * common practice in digital screening.
 * A `draft` is coarser and small, for a look while a dial turns; plates are never made of it.
 * @throws RangeError when the pitch is outside 2 .. 2000 pixels
 */
export function findSupercell(pitch: number, angle: number, draft = false): Supercell {
  if (!(pitch >= SMALLEST_PITCH && pitch <= LARGEST_PITCH)) {
    throw new RangeError(`A cell of ${pitch} pixels cannot be screened; it must be 2 to 2000 pixels wide.`);
  }
  const turn = (angle * Math.PI) / 180;
  const cx = pitch * cosine(turn);
  const cy = pitch * sine(turn);
  let best: Supercell | null = null;
  let bestError = Infinity;
  const goodEnough = draft ? DRAFT_ENOUGH : GOOD_ENOUGH;
  const reaches = [FIRST_REACH / pitch, Math.max(Math.sqrt(draft ? DRAFT_AREA : LARGEST_AREA) / pitch, 1.5)];
  for (const { i, j, size } of shellsOf(reaches)) {
    const wx = i * cx - j * cy;
    const wy = i * cy + j * cx;
    const X = Math.round(wx);
    const Y = Math.round(wy);
    const error = Math.sqrt(((X - wx) ** 2 + (Y - wy) ** 2) / size) / pitch;
    if (error < bestError && (X !== 0 || Y !== 0)) {
      best = { X, Y, i, j };
      bestError = error;
      if (error <= goodEnough) break;
    }
  }
  return best as Supercell;
}

/** What a supercell really makes: pitch in pixels and angle in degrees (0 <= angle < 360). */
export function actualScreen(cell: Supercell): { pitch: number; angle: number } {
  const norm = cell.i * cell.i + cell.j * cell.j;
  const x = (cell.X * cell.i + cell.Y * cell.j) / norm;
  const y = (cell.Y * cell.i - cell.X * cell.j) / norm;
  const degrees = (Math.atan2(y, x) * 180) / Math.PI;
  return { pitch: Math.sqrt(x * x + y * y), angle: (degrees + 360) % 360 };
}
