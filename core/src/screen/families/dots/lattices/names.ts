/** The lattices' names as jobs store them, in the order the artist sees them. */
export const LATTICES = [
  { name: 'square', group: 'Rows', about: 'Rows and columns at right angles.' },
  { name: 'staggered', group: 'Rows', about: 'Every other row is moved along by half a cell.' },
  { name: 'hexagonal', group: 'Rows', about: 'Each cell has six neighbours at one distance.' },
  { name: 'rings', group: 'Round a centre', about: 'Rings around a centre, each divided into cells of equal arc.' },
  { name: 'spokes', group: 'Round a centre', about: 'Rings around a centre with the same number of cells in each.' },
  {
    name: 'spiral',
    group: 'Round a centre',
    about: 'Cells wind outwards by the golden angle, as seeds do in a sunflower.',
  },
  {
    name: 'scattered',
    group: 'By chance',
    about: 'Cells lie anywhere, but never closer together than the pitch allows.',
  },
] as const;

export type LatticeName = (typeof LATTICES)[number]['name'];
