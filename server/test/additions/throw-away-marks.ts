import type { Addition } from './addition.ts';

/** A throw-away entry for each table of marks. */
export const MARK_ADDITIONS: readonly Addition[] = [
  {
    file: 'core/src/marks/shapes/throw-away-kite.ts',
    table: 'core/src/marks/shapes/index.ts',
    behind: 'export const MARK_SHAPES = [',
    name: 'throwAwayKite',
    source: `import { markShape } from './kind.ts';

export const throwAwayKite = markShape({
  name: 'throwawaykite',
  label: 'Throw-away kite',
  group: 'Round',
  about: 'A kite for a test.',
  uses: [],
  path: () => 'M0 -0.5L0.3 -0.15L0 0.5L-0.3 -0.15Z',
});
`,
  },
  {
    file: 'core/src/marks/edges/throw-away-notch.ts',
    table: 'core/src/marks/edges/index.ts',
    behind: 'export const EDGE_KINDS = [',
    name: 'throwAwayNotch',
    source: `import { edgeKind, moveOutwards } from './kind.ts';

export const throwAwayNotch = edgeKind({
  name: 'throwawaynotch',
  label: 'Throw-away notch',
  about: 'One notch for a test.',
  move(edge, { amount, radius }, out) {
    moveOutwards(edge, radius, out, (t) => (t < 0.2 ? -0.4 * amount : 0));
  },
});
`,
  },
  {
    file: 'core/src/marks/lattices/throw-away-sheared.ts',
    table: 'core/src/marks/lattices/index.ts',
    behind: 'export const MARK_LATTICES: readonly LatticeKind[] = [',
    name: 'throwAwaySheared',
    source: `import type { LatticeKind } from './kind.ts';
import { rowLattice } from './rows.ts';
import { RECTANGLE } from './square.ts';

export const throwAwaySheared: LatticeKind = {
  name: 'throwawaysheared',
  label: 'Throw-away sheared',
  group: 'Rows',
  about: 'Rows for a test, each a third further on.',
  counted: false,
  centred: false,
  chance: false,
  make(asked) {
    return rowLattice(asked, {
      px: asked.pitch,
      py: asked.pitch,
      counts: null,
      shift: (row: number) => row / 3 - Math.floor(row / 3),
      down: () => 0.5,
      flipped: () => false,
      corners: () => RECTANGLE,
      area: 1,
    });
  },
};
`,
  },
  {
    file: 'core/src/marks/relief/throw-away-roof.ts',
    table: 'core/src/marks/relief/index.ts',
    behind: 'export const RELIEF_KINDS: readonly ReliefKind[] = [',
    name: 'throwAwayRoof',
    source: `import type { ReliefKind } from './kind.ts';

export const throwAwayRoof: ReliefKind = {
  name: 'throwawayroof',
  label: 'Throw-away roof',
  about: 'A ridge for a test.',
  shape: 'polygon',
  height: (x) => 1 - Math.abs(x),
};
`,
  },
];
