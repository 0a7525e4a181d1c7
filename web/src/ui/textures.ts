/** What the surface of a stock is like, by the names of the job document. */
export const TEXTURES = [
  { name: 'none', label: 'Smooth' },
  { name: 'paper', label: 'Paper' },
  { name: 'cloth', label: 'Cloth' },
] as const;
