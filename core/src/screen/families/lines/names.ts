/** The kinds of lines as jobs store them, in the order the artist sees them. */
export const LINE_KINDS = [
  { name: 'straight', about: 'Straight parallel lines.' },
  { name: 'wave', about: 'Lines that swing evenly from side to side.' },
  { name: 'zigzag', about: 'Lines that turn sharply from side to side.' },
  { name: 'concentric', about: 'Circles around a centre.' },
  { name: 'spiral', about: 'One line, or a few, that wind outwards from a centre.' },
  { name: 'rays', about: 'Lines that run out from a centre; their spacing is right half way to the sheet’s edge.' },
  { name: 'cross-hatch', about: 'Straight lines in two to four directions, which enter one after the other.' },
] as const;

export type LineKind = (typeof LINE_KINDS)[number]['name'];
