import { FillRule, type Path64, type Paths64, union } from 'clipper2-ts';
import type { Box } from '../outline.ts';
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

const united = (paths: Paths64): Boxed[] => union(paths, FillRule.NonZero).map(boxed);

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

const plain = (paths: Paths64): Paths64 =>
  paths.length === 1 && isConvex(paths[0]!) ? paths : union(paths, FillRule.NonZero);

/** Pieces of one strip. */
const IN_STRIP = 400;
/** Share of the work that the strips are. */
const STRIPS = 0.75;

/**
 * Unites closed paths: strip by strip from the left to the right, and then what reaches from one strip into the next.
 * Pieces whose boxes touch no other stay as they are. Yields the share that is done, 0..1, and returns paths that do not
 * cross: outer ones with a positive area, holes with a negative one.
 */
export function* uniteMany(pieces: readonly Piece[]): Generator<number, Paths64> {
  const alone = aloneOf(pieces.map((p) => p.box));
  const rest = pieces.filter((_, k) => !alone[k]).sort((a, b) => a.box.left - b.box.left);
  const [near, done]: [Boxed[], Paths64] = [[], []];
  pieces.forEach((piece, k) => {
    if (alone[k]) done.push(...plain(piece.paths()));
  });
  let before = -Infinity;
  for (let k = 0; k < rest.length; k += IN_STRIP) {
    const own = rest.slice(k, k + IN_STRIP);
    const after = rest[k + IN_STRIP]?.box.left ?? Infinity;
    let right = before;
    for (const part of united(own.flatMap((piece) => piece.paths()))) {
      // A part that reaches into no other strip is finished.
      if (part.left <= before || part.right >= after) near.push(part);
      else done.push(part.path);
      right = Math.max(right, part.right);
    }
    before = right;
    yield (STRIPS * Math.min(rest.length, k + IN_STRIP)) / rest.length;
  }
  for (const { path } of near.length > 0 ? united(near.map((part) => part.path)) : []) done.push(path);
  yield 1;
  return done;
}
