import type { BentLattice } from '../../bend/bends.ts';
import type { PointMap } from '../../bend/kind.ts';
import { type Slopes, slopesAt } from '../../bend/slopes.ts';
import { tileNumbers, tileValues } from '../../bend/tile-cache.ts';
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
  const nine = ratio > FOUR_NEAREST;
  const side = nine ? 3 : 2;
  return (u: number, v: number): number => {
    let greatest = -Infinity;
    const [offU, offV] = [u - single.u, v - single.v];
    const i0 = nine || offU < 0 ? -1 : 0;
    const j0 = nine || offV < 0 ? -1 : 0;
    for (let j = j0; j < j0 + side; j++) {
      for (let i = i0; i < i0 + side; i++) {
        const [du, dv] = [offU - i, offV - j];
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
const KEPT_BYTES = 8e6;

/** Reads the stretch of a part of a lattice: its column and row. It holds until the next one is read. */
type TensorReader = (i: number, j: number) => Tensor;

/** The stretch in the middle of each part, between those of places further apart: a few steps instead of five maps of a point. */
function tensors({ forth, keeping }: BentLattice): TensorReader {
  const place = { x: 0, y: 0 };
  const corner = tileValues(KEPT_BYTES, 3, (c, r, { values, at }) => {
    forth(c * APART * EVERY, r * APART * EVERY, place);
    const tensor = tensorAt(keeping!, place.x, place.y);
    values[at] = tensor.p;
    values[at + 1] = tensor.q;
    values[at + 2] = tensor.r;
  });
  const between = { p: 0, q: 0, r: 0 };
  return (i, j) => {
    const [c, r] = [Math.floor(i / APART), Math.floor(j / APART)];
    const [u, v] = [(i + 0.5) / APART - c, (j + 0.5) / APART - r];
    between.p = between.q = between.r = 0;
    for (let k = 0; k < 4; k++) {
      const [right, below] = [k & 1, k >> 1];
      const weight = (right ? u : 1 - u) * (below ? v : 1 - v);
      const { values, at } = corner(c + right, r + below);
      between.p += weight * values[at]!;
      between.q += weight * values[at + 1]!;
      between.r += weight * values[at + 2]!;
    }
    return between;
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
  const states = tileNumbers(KEPT_BYTES);
  const stateAt = (i: number, j: number): number => stateOfTensor(tensor(i, j));
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
        parts[k] = slotOf(states(i, j, stateAt));
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
