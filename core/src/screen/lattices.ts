/** Where cells sit. So far the square lattice; others join this table. */
export interface LatticeKind {
  readonly name: string;
  readonly about: string;
}

export const LATTICES: readonly LatticeKind[] = [{ name: 'square', about: 'Rows and columns at right angles.' }];
