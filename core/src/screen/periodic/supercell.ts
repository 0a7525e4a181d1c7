import { arcTangent, cosine, sine, square } from '../../math/exact.ts';

/** Two vectors that span a lattice, in pixels, y upwards. */
export interface Basis {
  readonly ax: number;
  readonly ay: number;
  readonly bx: number;
  readonly by: number;
}

/**
 * A lattice of cells that repeats on whole pixels. Coordinates here have y upwards. The plane
 * repeats on (x1, y1) and (x2, y2), whole pixels; the first spans i1 cells along the lattice's first
 * vector and j1 along its second, the other i2 and j2.
 */
export interface Supercell {
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
  readonly i1: number;
  readonly j1: number;
  readonly i2: number;
  readonly j2: number;
}

/** Largest repeat area in pixels that is considered, unless one cell alone is larger. */
export const LARGEST_AREA = 1 << 20;
/** Relative error of the cell vector that is good enough to stop at: 0.03 % of length, 0.017° of turn. */
const GOOD_ENOUGH = 3e-4;
/** Relative error that suffices among repeats that compile at once (0.1 % and 0.05° are promised): a far larger repeat takes half a second to compile. */
const NEAR_ENOUGH = 7e-4;
/** The same limit for lattices of two unlike vectors, where the errors of both add up. */
const PAIR_ENOUGH = 1.5e-4;
/** The same limits for a draft while a dial turns: 0.4 %, at most 256 × 256 pixels. */
const DRAFT_ENOUGH = 4e-3;
const DRAFT_AREA = 1 << 16;
/** Repeats up to this many pixels across are tried first; they suffice nearly always. */
const FIRST_REACH = 256;
const FAR_REACH = 1000;
/** Largest pitch in pixels that can be compiled. */
export const LARGEST_PITCH = 2000;
/** Smallest pitch in pixels that makes a pattern at all. */
export const SMALLEST_PITCH = 2;

interface Multiple {
  readonly i: number;
  readonly j: number;
  readonly size: number;
}

/** Multiples (i, j) of the cell vector, shortest first, each reach sorted only when it is needed. */
function* shellsOf(reaches: readonly number[]): Generator<Multiple> {
  let done = 0;
  for (const reach of reaches) {
    const shell: Multiple[] = [];
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

/** @throws RangeError when a pitch is outside 2 .. 2000 pixels */
export function checkPitch(pitch: number): void {
  if (pitch >= SMALLEST_PITCH && pitch <= LARGEST_PITCH) return;
  throw new RangeError(`A cell of ${pitch} pixels cannot be screened; it must be 2 to 2000 pixels wide.`);
}

/**
 * Finds the smallest whole-pixel repeat of a square lattice with the given pitch (pixels a cell)
 * and angle (degrees, counter-clockwise) whose cell vector is within 3e-4 of the wish (7e-4 where that
 * needs more than 256 × 256 pixels), or the nearest there is up to 2^20 pixels of repeat. Method: rational tangents with supercells,
 * common practice in digital screening.
 * A `draft` is coarser and small, for a look while a dial turns; plates are never made of it.
 * @throws RangeError when the pitch is outside 2 .. 2000 pixels
 */
export function findSupercell(pitch: number, angle: number, draft = false): Supercell {
  checkPitch(pitch);
  const turn = (angle * Math.PI) / 180;
  const cx = pitch * cosine(turn);
  const cy = pitch * sine(turn);
  let best: Supercell | null = null;
  let bestError = Infinity;
  const goodEnough = draft ? DRAFT_ENOUGH : GOOD_ENOUGH;
  const first = FIRST_REACH / pitch;
  const reaches = [first, Math.max(Math.sqrt(draft ? DRAFT_AREA : LARGEST_AREA) / pitch, 1.5)];
  for (const { i, j, size } of shellsOf(reaches)) {
    const far = size > first * first && !draft;
    if (far && bestError <= NEAR_ENOUGH) break;
    const wx = i * cx - j * cy;
    const wy = i * cy + j * cx;
    const X = Math.round(wx);
    const Y = Math.round(wy);
    const error = Math.sqrt((square(X - wx) + square(Y - wy)) / size) / pitch;
    if (error < bestError && (X !== 0 || Y !== 0)) {
      best = { x1: X, y1: Y, x2: -Y, y2: X, i1: i, j1: j, i2: -j, j2: i };
      bestError = error;
      if (error <= (far ? NEAR_ENOUGH : goodEnough)) break;
    }
  }
  return best as Supercell;
}

interface Candidate extends Multiple {
  readonly x: number;
  readonly y: number;
  readonly error: number;
  readonly length: number;
}

/** Whole-pixel vectors near multiples of a basis, the shortest first. */
function candidatesOf({ ax, ay, bx, by }: Basis, longest: number): Candidate[] {
  const shorter = Math.min(Math.sqrt(ax * ax + ay * ay), Math.sqrt(bx * bx + by * by));
  // In a skewed basis a short vector may need more steps; three times as many are ample for those used here.
  const reach = Math.ceil((3 * longest) / shorter);
  const found: Candidate[] = [];
  for (let j = -reach; j <= reach; j++) {
    for (let i = j > 0 ? -reach : 0; i <= reach; i++) {
      if (i === 0 && j === 0) continue;
      const wx = i * ax + j * bx;
      const wy = i * ay + j * by;
      const length = Math.sqrt(wx * wx + wy * wy);
      if (length > longest) continue;
      const x = Math.round(wx);
      const y = Math.round(wy);
      if (x === 0 && y === 0) continue;
      found.push({ i, j, size: 0, x, y, length, error: Math.sqrt(square(x - wx) + square(y - wy)) / length });
    }
  }
  return found.sort((p, q) => p.length - q.length || p.i - q.i || p.j - q.j);
}

/** Returns the first candidate whose error is small enough, or else the one with the smallest error. */
function nearest(candidates: readonly Candidate[], enough: number): Candidate {
  return candidates.find((c) => c.error <= enough) ?? candidates.reduce((best, c) => (c.error < best.error ? c : best));
}

/** Finds two short whole-pixel vectors far from parallel; tries short multiples of the basis first. */
function pairOf(basis: Basis, reaches: readonly number[], least: number, enough: number): [Candidate, Candidate] {
  let pair: [Candidate, Candidate] | null = null;
  for (const reach of reaches) {
    const candidates = candidatesOf(basis, Math.max(reach, least));
    const first = nearest(candidates, enough);
    const apart = candidates.filter((q) => {
      const cross = Math.abs(first.x * q.y - first.y * q.x);
      return cross > 0.5 * Math.sqrt((square(first.x) + square(first.y)) * (square(q.x) + square(q.y)));
    });
    pair = [first, nearest(apart, enough)];
    if (pair.every((v) => v.error <= enough)) break;
  }
  return pair!;
}

/**
 * The same for any lattice: two short whole-pixel vectors, far from parallel, each within 1.5e-4 of
 * a multiple of the basis where one is found, or else the pair whose basis is nearest to the one asked for. The basis is
 * given before it is turned.
 * @throws RangeError when a vector is outside 2 .. 2000 pixels
 */
export function findSupercellOf(basis: Basis, angle: number, draft = false): Supercell {
  checkPitch(Math.sqrt(basis.ax * basis.ax + basis.ay * basis.ay));
  const turn = (angle * Math.PI) / 180;
  const c = cosine(turn);
  const s = sine(turn);
  const turned: Basis = {
    ax: basis.ax * c - basis.ay * s,
    ay: basis.ax * s + basis.ay * c,
    bx: basis.bx * c - basis.by * s,
    by: basis.bx * s + basis.by * c,
  };
  const longer = Math.max(
    Math.sqrt(turned.ax * turned.ax + turned.ay * turned.ay),
    Math.sqrt(turned.bx * turned.bx + turned.by * turned.by),
  );
  const enough = draft ? DRAFT_ENOUGH : PAIR_ENOUGH;
  let best: Supercell | null = null;
  let bestError = Infinity;
  // Where one vector is much longer than the other, small errors of the pair add up in the shorter: then stricter.
  for (const strict of draft ? [1] : [1, 0.5, 0.2]) {
    const reaches = [FIRST_REACH, draft ? FIRST_REACH : FAR_REACH];
    const [first, second] = pairOf(turned, reaches, 2.1 * longer, strict * enough);
    const upright = first.x * second.y - first.y * second.x > 0;
    const [p, q] = upright ? [first, second] : [second, first];
    const cell = { x1: p.x, y1: p.y, x2: q.x, y2: q.y, i1: p.i, j1: p.j, i2: q.i, j2: q.j };
    const error = basisError(actualBasis(cell), turned);
    if (error < bestError) {
      best = cell;
      bestError = error;
    }
    if (bestError < MOST_BASIS_ERROR) return best!;
  }
  return draft ? best! : bestOfPairs(turned, longer, best!);
}

/** How many of the nearest and of the shortest vectors are tried with each other. */
const PAIRED = 40;

/**
 * Tries pairs of vectors for the smallest error of the basis itself: near a lattice of whole pixels
 * no vector of the pair is good enough by itself, while a short pair of like errors is.
 */
function bestOfPairs(basis: Basis, longer: number, otherwise: Supercell): Supercell {
  const all = candidatesOf(basis, Math.max(FAR_REACH, 2.1 * longer));
  const nearest = [...all].sort((p, q) => p.error - q.error || p.length - q.length || p.i - q.i || p.j - q.j);
  const tried = [...new Set([...all.slice(0, PAIRED), ...nearest.slice(0, PAIRED)])];
  let best = otherwise;
  let bestError = basisError(actualBasis(otherwise), basis);
  for (const p of tried) {
    for (const q of tried) {
      const cross = p.x * q.y - p.y * q.x;
      if (2 * cross <= Math.sqrt((square(p.x) + square(p.y)) * (square(q.x) + square(q.y)))) continue;
      if (p.i * q.j === p.j * q.i) continue;
      const cell = { x1: p.x, y1: p.y, x2: q.x, y2: q.y, i1: p.i, j1: p.j, i2: q.i, j2: q.j };
      const error = basisError(actualBasis(cell), basis);
      if (error < bestError) {
        best = cell;
        bestError = error;
      }
    }
  }
  return best;
}

/** A lattice vector may be off by this share of its length; 0.1 % is promised. */
const MOST_BASIS_ERROR = 8e-4;

/** The larger of both vectors' errors, as a share of their lengths. */
function basisError(made: Basis, asked: Basis): number {
  const off = (x: number, y: number, ax: number, ay: number) =>
    Math.sqrt((square(x - ax) + square(y - ay)) / (ax * ax + ay * ay));
  return Math.max(off(made.ax, made.ay, asked.ax, asked.ay), off(made.bx, made.by, asked.bx, asked.by));
}

/** The lattice vectors that a supercell really makes, in pixels, y upwards. */
export function actualBasis(cell: Supercell): Basis {
  const det = cell.i1 * cell.j2 - cell.i2 * cell.j1;
  return {
    ax: (cell.j2 * cell.x1 - cell.j1 * cell.x2) / det,
    ay: (cell.j2 * cell.y1 - cell.j1 * cell.y2) / det,
    bx: (cell.i1 * cell.x2 - cell.i2 * cell.x1) / det,
    by: (cell.i1 * cell.y2 - cell.i2 * cell.y1) / det,
  };
}

/** Returns the pitch in pixels and the angle in degrees (0 <= angle < 360) that a supercell really has, of its first vector. */
export function actualScreen(cell: Supercell): { pitch: number; angle: number } {
  const { ax, ay } = actualBasis(cell);
  const degrees = (arcTangent(ay, ax) * 180) / Math.PI;
  return { pitch: Math.sqrt(ax * ax + ay * ay), angle: (degrees + 360) % 360 };
}

/** Area in pixels of one repeat of the plane. */
export const areaOf = (cell: Supercell): number => Math.abs(cell.x1 * cell.y2 - cell.y1 * cell.x2);
