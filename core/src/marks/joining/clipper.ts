import type { Path64, Paths64 } from 'clipper2-ts';
import type { Clipper, Paths64 as HeldPaths } from 'clipper2-wasm';

let loading: Promise<void> | null = null;
let clipper: Clipper | null = null;

async function load(): Promise<void> {
  const { default: createClipper } = await import('clipper2-wasm');
  clipper = await createClipper();
}

/**
 * Loads the compiled clipper, which joins marks. Every thread that prints waits for it before its first job. After a failure
 * the next call tries again.
 */
export function loadClipper(): Promise<void> {
  loading ??= load().catch((error) => {
    loading = null;
    throw error;
  });
  return loading;
}

/** Paths in the memory of the compiled clipper. */
function heldPaths(own: Clipper, paths: Paths64): HeldPaths {
  const all = new own.Paths64();
  for (const path of paths) {
    const held = new own.Path64();
    held.assign(coordinatesOf(path));
    all.push_back(held);
    held.delete();
  }
  return all;
}

/** Hands paths to the compiled clipper and takes back what it makes of them; what it held is given back. */
function clipped(paths: Paths64, work: (own: Clipper, subjects: HeldPaths) => HeldPaths): Paths64 {
  if (!clipper) throw new Error('The clipper is not loaded in this thread.');
  const subjects = heldPaths(clipper, paths);
  const done = work(clipper, subjects);
  subjects.delete();
  const made = Array.from({ length: done.size() }, (_, k): Path64 => {
    const held = done.get(k);
    const path = pathOf(held.view());
    held.delete();
    return path;
  });
  done.delete();
  return made;
}

/**
 * Unites closed paths of whole numbers: outer ones have a positive area, holes a negative one. `evenOdd`: overlaps are holes
 * by turns.
 * @throws Error in a thread that has not loaded the clipper
 */
export const unionOf = (paths: Paths64, evenOdd = false): Paths64 =>
  clipped(paths, (own, subjects) => own.UnionSelf64(subjects, evenOdd ? own.FillRule.EvenOdd : own.FillRule.NonZero));

/** What becomes of two sets of united paths: all of both, the first without the second, or what both cover. */
export type Combining = 'union' | 'difference' | 'intersection';

const CLIP_TYPES = { union: 'Union', difference: 'Difference', intersection: 'Intersection' } as const;

/**
 * Combines united paths of whole numbers with others.
 * @throws Error in a thread that has not loaded the clipper
 */
export const combinedPaths = (paths: Paths64, others: Paths64, how: Combining): Paths64 =>
  clipped(paths, (own, subjects) => {
    const clips = heldPaths(own, others);
    const done = own.BooleanOp64(own.ClipType[CLIP_TYPES[how]], own.FillRule.NonZero, subjects, clips);
    clips.delete();
    return done;
  });

/** Corners so sharp that they would reach further than this, in times of the way that an edge moves, are cut. */
const MITRE = 2;

/**
 * Moves the edges of united paths outwards, below 0 inwards; corners become round where edges move away from them.
 * @param tolerance how far lines may be from the curves that they stand for
 * @throws Error in a thread that has not loaded the clipper
 */
export const movedEdges = (paths: Paths64, by: number, tolerance: number): Paths64 =>
  clipped(paths, (own, subjects) => {
    const { JoinType, EndType } = own;
    const moved = own.InflatePaths64(subjects, by, JoinType.Round, EndType.Polygon, MITRE, tolerance);
    const simpler = own.SimplifyPaths64(moved, tolerance, true);
    moved.delete();
    return simpler;
  });

/** Steps of the upper half of a whole number of 64 bits. */
const UPPER = 4_294_967_296;

/**
 * Corners as x, y and a third number, which is not used. Halves of the numbers are written one by one: a BigInt for each
 * would be an object for the collector.
 */
function coordinatesOf(path: Path64): BigInt64Array {
  const all = new BigInt64Array(3 * path.length);
  const halves = new Int32Array(all.buffer);
  for (let k = 0, at = 0; k < path.length; k++, at += 6) {
    const { x, y } = path[k]!;
    halves[at] = x | 0;
    halves[at + 1] = Math.floor(x / UPPER);
    halves[at + 2] = y | 0;
    halves[at + 3] = Math.floor(y / UPPER);
  }
  return all;
}

function pathOf(all: BigInt64Array): Path64 {
  const halves = new Int32Array(all.buffer, all.byteOffset, 2 * all.length);
  const path: Path64 = [];
  for (let at = 0; at < halves.length; at += 6) {
    path.push({
      x: halves[at + 1]! * UPPER + (halves[at]! >>> 0),
      y: halves[at + 3]! * UPPER + (halves[at + 2]! >>> 0),
    });
  }
  return path;
}
