/** The lattices' names as jobs store them, in the order the artist sees them. */
export const LATTICES = [
  { name: 'square', about: 'Rows and columns at right angles.' },
  { name: 'staggered', about: 'Every other row is moved along by half a cell.' },
  { name: 'hexagonal', about: 'Each cell has six neighbours at one distance.' },
  { name: 'rings', about: 'Rings around a centre, each divided into cells of equal arc.' },
  { name: 'spokes', about: 'Rings around a centre with the same number of cells in each.' },
  { name: 'spiral', about: 'Cells wind outwards by the golden angle, as seeds do in a sunflower.' },
  { name: 'scattered', about: 'Cells lie anywhere, but never closer together than the pitch allows.' },
] as const;

export type LatticeName = (typeof LATTICES)[number]['name'];
