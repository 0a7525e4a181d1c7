import type { Path64, Paths64 } from 'clipper2-ts';
import type { Clipper } from 'clipper2-wasm';

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

/**
 * Unites closed paths of whole numbers: outer ones have a positive area, holes a negative one.
 * @throws Error in a thread that has not loaded the clipper
 */
export function unionOf(paths: Paths64): Paths64 {
  if (!clipper) throw new Error('The clipper is not loaded in this thread.');
  const subjects = new clipper.Paths64();
  for (const path of paths) {
    const held = new clipper.Path64();
    held.assign(coordinatesOf(path));
    subjects.push_back(held);
    held.delete();
  }
  const united = clipper.UnionSelf64(subjects, clipper.FillRule.NonZero);
  subjects.delete();
  const made = Array.from({ length: united.size() }, (_, k): Path64 => {
    const held = united.get(k);
    const path = pathOf(held.view());
    held.delete();
    return path;
  });
  united.delete();
  return made;
}

/** Corners as x, y and a third number, which is not used. */
function coordinatesOf(path: Path64): BigInt64Array {
  const all = new BigInt64Array(3 * path.length);
  for (let k = 0; k < path.length; k++) {
    all[3 * k] = BigInt(path[k]!.x);
    all[3 * k + 1] = BigInt(path[k]!.y);
  }
  return all;
}

function pathOf(all: BigInt64Array): Path64 {
  const path: Path64 = [];
  for (let k = 0; k < all.length; k += 3) path.push({ x: Number(all[k]), y: Number(all[k + 1]) });
  return path;
}
