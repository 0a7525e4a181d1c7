import { ringLattice } from './around.ts';
import type { LatticeKind } from './kind.ts';

export const rings: LatticeKind = {
  name: 'rings',
  label: 'Rings',
  group: 'Round a centre',
  about: 'Rings around a centre, each divided into cells of equal arc.',
  counted: false,
  centred: true,
  chance: false,
  make: (asked) =>
    ringLattice(asked, (k) => {
      const from = asked.inner + k * asked.pitch;
      const to = from + asked.pitch;
      return { from, to, cells: Math.max(3, Math.round((Math.PI * (from + to)) / asked.pitch)) };
    }),
};
