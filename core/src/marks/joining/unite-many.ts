import { FillRule, type Path64, type Paths64, union } from 'clipper2-ts';

interface Boxed {
  readonly path: Path64;
  readonly left: number;
  readonly right: number;
}

/** Paths of one strip of the sheet, united, and how far they reach from left to right. */
interface Strip {
  readonly parts: readonly Boxed[];
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

function stripOf(parts: readonly Boxed[]): Strip {
  let [left, right] = [Infinity, -Infinity];
  for (const part of parts) {
    if (part.left < left) left = part.left;
    if (part.right > right) right = part.right;
  }
  return { parts, left, right };
}

const united = (paths: Paths64): Boxed[] => union(paths, FillRule.NonZero).map(boxed);

/** Two neighbouring strips as one: only what reaches into the other is united anew. */
function merged(a: Strip, b: Strip): Strip {
  const touches = (part: Boxed, other: Strip) => part.right >= other.left && part.left <= other.right;
  const [near, far]: [Boxed[], Boxed[]] = [[], []];
  for (const part of a.parts) (touches(part, b) ? near : far).push(part);
  for (const part of b.parts) (touches(part, a) ? near : far).push(part);
  if (near.length === 0) return stripOf(far);
  return stripOf([...far, ...united(near.map((part) => part.path))]);
}

/** Paths of one strip: clipping takes longer the more of them lie beside each other. */
const IN_STRIP = 400;

/**
 * Unites closed paths, strip by strip from the left to the right and then the strips two by two. Yields the share that
 * is done, 0..1, and returns paths that do not cross: outer ones with a positive area, holes with a negative one.
 */
export function* uniteMany(paths: Paths64): Generator<number, Paths64> {
  const sorted = paths.map(boxed).sort((a, b) => a.left - b.left);
  const count = Math.max(1, Math.ceil(sorted.length / IN_STRIP));
  let strips: Strip[] = [];
  for (let k = 0; k < count; k++) {
    const own = sorted.slice(k * IN_STRIP, (k + 1) * IN_STRIP);
    strips.push(stripOf(united(own.map((part) => part.path))));
    yield (0.6 * (k + 1)) / count;
  }
  let done = 0;
  while (strips.length > 1) {
    const next: Strip[] = [];
    for (let k = 0; k < strips.length; k += 2) {
      const [a, b] = [strips[k]!, strips[k + 1]];
      next.push(b ? merged(a, b) : a);
      if (b) done++;
      yield 0.6 + (0.4 * done) / count;
    }
    strips = next;
  }
  return strips[0]!.parts.map((part) => part.path);
}
