import type { BentLattice } from '../../bend/bends.ts';
import type { PointMap } from '../../bend/kind.ts';
import { type Slopes, slopesAt } from '../../bend/slopes.ts';
import { arcTangent, cosine, logarithm, power, sine } from '../../math/exact.ts';
import type { Basis } from '../periodic/supercell.ts';
import type { CellBox } from './bent-nodes.ts';

/**
 * How a lattice is stretched at a place, as one of a few states: 0 is not at all, up to STATES − 1. A state is how much
 * more it is stretched one way than across it, and which way.
 */
export interface Stretch {
  /** Axes' ratio, 1 or more. */
  readonly ratio: number;
  /** The way in which the lattice is pressed together most, in radians in the unbent lattice, y upwards. */
  readonly way: number;
}

/** Ratios grow by a twelfth of an octave: a dot is never drawn more than 3 % off its own shape. */
const TO_AN_OCTAVE = 12;
/** Beyond a ratio of 4 a lattice is no lattice to the eye. */
const MOST = 2 * TO_AN_OCTAVE;
const WAYS = 10;
export const STATES = MOST * WAYS + 1;

const LOG_2 = logarithm(2);

export function stretchOf(state: number): Stretch {
  if (state === 0) return { ratio: 1, way: 0 };
  const [step, turn] = [Math.floor((state - 1) / WAYS) + 1, (state - 1) % WAYS];
  return { ratio: power(2, step / TO_AN_OCTAVE), way: (turn * Math.PI) / WAYS };
}

export function stateOf({ ratio, way }: Stretch): number {
  const step = Math.min(MOST, Math.round((logarithm(ratio) / LOG_2) * TO_AN_OCTAVE));
  if (!(step > 0)) return 0;
  const turn = ((Math.round((way * WAYS) / Math.PI) % WAYS) + WAYS) % WAYS;
  return (step - 1) * WAYS + turn + 1;
}

/** The stretch of a map as a symmetric matrix p q / q r, y upwards: J Jᵀ of its slopes J. */
export interface Tensor {
  readonly p: number;
  readonly q: number;
  readonly r: number;
}

/** How a map that leads back into the unbent lattice stretches it around a point of the sheet. */
export const tensorAt = (back: PointMap, x: number, y: number): Tensor => tensorOf(slopesAt(back, x, y));

export const tensorOf = ({ xx, xy, yx, yy }: Slopes): Tensor => ({
  p: xx * xx + xy * xy,
  q: -(xx * yx + xy * yy),
  r: yx * yx + yy * yy,
});

/** The greater axis of the matrix is the way in which the lattice passes fastest. */
function stretchOfTensor({ p, q, r }: Tensor): Stretch {
  const [middle, off] = [(p + r) / 2, Math.sqrt(((p - r) * (p - r)) / 4 + q * q)];
  const [greater, smaller] = [middle + off, middle - off];
  if (!(smaller > 1e-6 * greater)) return { ratio: greater > 0 ? 1e3 : 1, way: arcTangent(2 * q, p - r) / 2 };
  return { ratio: Math.sqrt(greater / smaller), way: arcTangent(2 * q, p - r) / 2 };
}

/** An ellipse whose axes differ by less than this part of their mean is a circle: a ratio of 2^(1/24) or less has state 0. */
const ROUND = 0.0288;

export function stateOfTensor(tensor: Tensor): number {
  const { p, q, r } = tensor;
  const bound = ROUND * (p + r);
  if ((p - r) * (p - r) + 4 * q * q < bound * bound) return 0;
  return stateOf(stretchOfTensor(tensor));
}

/** A dot by itself. */
export interface SingleDot {
  /** Lattice coordinates of its middle. */
  readonly u: number;
  readonly v: number;
  /** Its height -1..1 at so many pixels from its middle, y upwards; below -1 outside its own cell. */
  height(x: number, y: number): number;
}

/** Up to this ratio the nearest dot is one of the four around a place; beyond it one of nine. */
const FOUR_NEAREST = 1.6;

/** From which neighbour to which one a dot may be the nearest of a place so far from the middle of its own. */
function around(off: number, ratio: number): readonly [number, number] {
  if (ratio > FOUR_NEAREST) return [-1, 1];
  return off < 0 ? [-1, 0] : [0, 1];
}

/**
 * The heights of a cell of a lattice whose dots keep their shape while the lattice is stretched: the dot's own, seen
 * through the stretch undone but for its area, and the nearest of its neighbours'. `u`, `v` run along the vectors of the
 * lattice.
 */
export function keptShape(single: SingleDot, { ax, ay, bx, by }: Basis, { ratio, way }: Stretch) {
  const [c, s] = [cosine(way), sine(way)];
  const grow = Math.sqrt(Math.sqrt(ratio));
  // Along the way that is pressed together a dot would be pressed too: it is drawn as much wider.
  const [along, across] = [1 / (grow * grow), grow * grow];
  const [xx, xy, yy] = [along * c * c + across * s * s, (along - across) * c * s, along * s * s + across * c * c];
  return (u: number, v: number): number => {
    let greatest = -Infinity;
    const [i0, i1] = around(u - single.u, ratio);
    const [j0, j1] = around(v - single.v, ratio);
    for (let j = j0; j <= j1; j++) {
      for (let i = i0; i <= i1; i++) {
        const [du, dv] = [u - single.u - i, v - single.v - j];
        const [x, y] = [du * ax + dv * bx, du * ay + dv * by];
        greatest = Math.max(greatest, single.height(xx * x + xy * y, xy * x + yy * y));
      }
    }
    return greatest;
  };
}

/** Pixels of the unbent lattice that share one stretch. */
const EVERY = 32;
/** How many of them lie between two places of which the slopes are taken. */
const APART = 2;
const MOST_KEPT = 200_000;
/** More than there are of them across the largest sheet, and few enough that keys are small whole numbers. */
const COLUMNS = 1 << 14;
const HALF = COLUMNS >> 1;

/** The key of a part, or none for one that lies too far away to be kept. */
const keyOf = (i: number, j: number): number | null =>
  i >= -HALF && i < HALF && j >= -HALF && j < HALF ? i * COLUMNS + j + HALF : null;

/** Keeps what is made of parts by their column and row. */
function keepParts<T>(make: (i: number, j: number) => T): (i: number, j: number) => T {
  const kept = new Map<number, T>();
  return (i, j) => {
    const key = keyOf(i, j);
    if (key === null) return make(i, j);
    const known = kept.get(key);
    if (known !== undefined) return known;
    if (kept.size >= MOST_KEPT) kept.clear();
    const made = make(i, j);
    kept.set(key, made);
    return made;
  };
}

/** Reads the stretch of a part of a lattice: its column and row. */
type TensorReader = (i: number, j: number) => Tensor;

/** The stretch in the middle of each part, between those of places further apart: a few steps instead of five maps of a point. */
function tensors({ forth, keeping }: BentLattice): TensorReader {
  const at = { x: 0, y: 0 };
  const corner = keepParts((i, j): Tensor => {
    forth(i * APART * EVERY, j * APART * EVERY, at);
    return tensorAt(keeping!, at.x, at.y);
  });
  return (i, j) => {
    const [c, r] = [Math.floor(i / APART), Math.floor(j / APART)];
    const [u, v] = [(i + 0.5) / APART - c, (j + 0.5) / APART - r];
    const [a, b, d, e] = [corner(c, r), corner(c + 1, r), corner(c, r + 1), corner(c + 1, r + 1)];
    const [wa, wb, wd, we] = [(1 - u) * (1 - v), u * (1 - v), (1 - u) * v, u * v];
    return {
      p: wa * a.p + wb * b.p + wd * d.p + we * e.p,
      q: wa * a.q + wb * b.q + wd * d.q + we * e.q,
      r: wa * a.r + wb * b.r + wd * d.r + we * e.r,
    };
  };
}

/** Cells of a box have several states. */
export const SEVERAL = -1;

/**
 * What the state of all cells of a box stands for, where they have the same one: then nothing is written. Otherwise it
 * writes what the state of each cell stands for, row by row, and gives SEVERAL. Different states stand for different
 * numbers, and state 0 for 0.
 */
export type StatesReader = (box: CellBox, slotOf: (state: number) => number, out: Uint8Array) => number;

/** Most parts of a lattice that one box of cells lies on: a bend that draws more of them together has no shapes to see. */
const MOST_PARTS = 4096;

/** What a place may be off, in parts of a lattice, as it is worked out in one way or another. */
const ROUNDING = 1e-6;

/** Reads how the cells of a lattice are stretched, from the bends under which its dots keep their shape. */
export function cellStates(bent: BentLattice, { ax, ay, bx, by }: Basis): StatesReader | null {
  if (!bent.keeping) return null;
  const tensor = tensors(bent);
  const parts = new Uint8Array(MOST_PARTS);
  const stateAt = keepParts((i, j) => stateOfTensor(tensor(i, j)));
  /** The first and the last part along one axis in which middles of the cells of a box lie. */
  const between = ({ c0, r0, columns, rows }: CellBox, byColumn: number, byRow: number): readonly [number, number] => {
    const first = (c0 + 0.5) * byColumn + (r0 + 0.5) * byRow;
    const [across, down] = [(columns - 1) * byColumn, (rows - 1) * byRow];
    return [
      Math.floor((first + Math.min(0, across) + Math.min(0, down)) / EVERY - ROUNDING),
      Math.floor((first + Math.max(0, across) + Math.max(0, down)) / EVERY + ROUNDING),
    ];
  };
  return (box, slotOf, out) => {
    const { c0, r0, columns, rows } = box;
    const [i0, i1] = between(box, ax, bx);
    const [j0, j1] = between(box, -ay, -by);
    const wide = i1 - i0 + 1;
    if (wide * (j1 - j0 + 1) > MOST_PARTS) return 0;
    let same = true;
    for (let j = j0, k = 0; j <= j1; j++) {
      for (let i = i0; i <= i1; i++, k++) {
        parts[k] = slotOf(stateAt(i, j));
        same &&= parts[k] === parts[0];
      }
    }
    if (same) return parts[0]!;
    for (let r = 0; r < rows; r++) {
      const v = r0 + r + 0.5;
      for (let c = 0; c < columns; c++) {
        const u = c0 + c + 0.5;
        const i = Math.floor((u * ax + v * bx) / EVERY);
        const j = Math.floor((u * ay + v * by) / -EVERY);
        out[r * columns + c] = parts[(j - j0) * wide + i - i0]!;
      }
    }
    return SEVERAL;
  };
}
