import type { Path64, Paths64 } from 'clipper2-ts';
import type { Box } from '../outline.ts';
import { unionOf } from './clipper.ts';
import { aloneOf } from './touching.ts';

/** Something that is united: the box in which it lies, and its paths, made when they are needed. */
export interface Piece {
  readonly box: Box;
  paths(): Paths64;
}

interface Boxed {
  readonly path: Path64;
  readonly left: number;
  readonly right: number;
}

function boxed(path: Path64): Boxed {
  let [left, right] = [Infinity, -Infinity];
  for (const { x } of path) {
    if (x < left) left = x;
    if (x > right) right = x;
  }
  return { path, left, right };
}

const united = (paths: Paths64): Boxed[] => unionOf(paths).map(boxed);

/** Whether a path is convex and runs once round, so that it cannot cross itself. */
function isConvex(path: Path64): boolean {
  const n = path.length;
  let turns = 0;
  for (let k = 0; k < n; k++) {
    const [a, b, c] = [path[k]!, path[(k + 1) % n]!, path[(k + 2) % n]!];
    if ((b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x) < 0) return false;
    // Once round, the way to the right turns into the way to the left once and back once.
    if (b.x - a.x > 0 !== c.x - b.x > 0) turns++;
  }
  return turns <= 2;
}

const plain = (paths: Paths64): Paths64 => (paths.length === 1 && isConvex(paths[0]!) ? paths : unionOf(paths));

/** A part of the sheet whose pieces are united, and how far they reach from left to right. */
interface Strip {
  readonly parts: readonly Boxed[];
  readonly left: number;
  readonly right: number;
}

function stripOf(parts: readonly Boxed[]): Strip {
  let [left, right] = [Infinity, -Infinity];
  for (const part of parts) {
    if (part.left < left) left = part.left;
    if (part.right > right) right = part.right;
  }
  return { parts, left, right };
}

/** Two neighbouring strips as one: only what reaches into the other is united anew. */
function merged(a: Strip, b: Strip): Strip {
  const [near, far]: [Paths64, Boxed[]] = [[], []];
  for (const part of a.parts)
    if (part.right >= b.left) near.push(part.path);
    else far.push(part);
  for (const part of b.parts)
    if (part.left <= a.right) near.push(part.path);
    else far.push(part);
  return stripOf(near.length > 0 ? [...far, ...united(near)] : far);
}

/** Pieces of one strip. */
const IN_STRIP = 1600;
/** Share of the work that the strips are. */
const STRIPS = 0.6;

/**
 * Unites closed paths: strip by strip from the left to the right, then strips two by two. The clipper looks at every edge
 * that it crosses for each corner of a path: narrow strips and their outer edges have few beside each other. Pieces whose
 * boxes touch no other stay as they are. Yields the share that is done, 0..1, and returns paths that do not cross: outer
 * ones with a positive area, holes with a negative one.
 */
export function* uniteMany(pieces: readonly Piece[]): Generator<number, Paths64> {
  const alone = aloneOf(pieces.map((p) => p.box));
  const rest = pieces.filter((_, k) => !alone[k]).sort((a, b) => a.box.left - b.box.left);
  const done: Paths64 = [];
  pieces.forEach((piece, k) => {
    if (alone[k]) for (const path of plain(piece.paths())) done.push(path);
  });
  let strips: Strip[] = [];
  for (let k = 0; k < rest.length; k += IN_STRIP) {
    strips.push(stripOf(united(rest.slice(k, k + IN_STRIP).flatMap((piece) => piece.paths()))));
    yield (STRIPS * Math.min(rest.length, k + IN_STRIP)) / rest.length;
  }
  const all = strips.length;
  while (strips.length > 1) {
    const next: Strip[] = [];
    for (let k = 0; k < strips.length; k += 2) {
      const [a, b] = [strips[k]!, strips[k + 1]];
      next.push(b ? merged(a, b) : a);
      yield 1 - ((1 - STRIPS) * (strips.length - (k / 2 + 1))) / all;
    }
    strips = next;
  }
  for (const part of strips[0]?.parts ?? []) done.push(part.path);
  yield 1;
  return done;
}
