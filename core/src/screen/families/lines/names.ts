/** The kinds of lines as jobs store them, in the order the artist sees them. */
export const LINE_KINDS = [
  { name: 'straight', group: 'Across the sheet', about: 'Straight parallel lines.' },
  { name: 'wave', group: 'Across the sheet', about: 'Lines that swing evenly from side to side.' },
  { name: 'zigzag', group: 'Across the sheet', about: 'Lines that turn sharply from side to side.' },
  { name: 'concentric', group: 'Round a centre', about: 'Circles around a centre.' },
  { name: 'spiral', group: 'Round a centre', about: 'One line, or a few, that wind outwards from a centre.' },
  {
    name: 'rays',
    group: 'Round a centre',
    about: 'Lines that run out from a centre; their spacing is right half way to the sheet’s edge.',
  },
  {
    name: 'cross-hatch',
    group: 'Across the sheet',
    about: 'Straight lines in two to four directions, which enter one after the other.',
  },
] as const;

export type LineKind = (typeof LINE_KINDS)[number]['name'];
