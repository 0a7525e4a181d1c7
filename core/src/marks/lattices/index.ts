import { hexagonal } from './hexagonal.ts';
import type { LatticeKind } from './kind.ts';
import { rings } from './rings.ts';
import { scattered } from './scattered.ts';
import { spiral } from './spiral.ts';
import { spokes } from './spokes.ts';
import { square } from './square.ts';
import { staggered } from './staggered.ts';
import { triangular } from './triangular.ts';

export type { LatticeAsked, LatticeKind, MarkLattice, Site } from './kind.ts';

/** Every lattice that marks can stand on, in the order the artist sees them. */
export const MARK_LATTICES: readonly LatticeKind[] = [
  square,
  staggered,
  hexagonal,
  triangular,
  rings,
  spokes,
  spiral,
  scattered,
];

/** @throws RangeError when there is no lattice of that name */
export function markLatticeOf(name: string): LatticeKind {
  const kind = MARK_LATTICES.find((l) => l.name === name);
  if (!kind) throw new RangeError(`There is no lattice of marks called ${name}.`);
  return kind;
}
