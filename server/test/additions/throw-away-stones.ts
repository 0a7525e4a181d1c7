import type { Addition } from './addition.ts';

/** A throw-away entry for each table of stones. */
export const STONE_ADDITIONS: readonly Addition[] = [
  {
    file: 'core/src/stones/ways/throw-away-corners.ts',
    table: 'core/src/stones/ways/index.ts',
    behind: 'export const STONE_WAYS = [',
    name: 'throwAwayCorners',
    source: `import { stoneWay } from './kind.ts';

export const throwAwayCorners = stoneWay({
  name: 'throwaway',
  label: 'Throw-away corners',
  about: 'A stone at each corner of the art, for a test.',
  uses: ['corner'],
  lay(work) {
    for (const p of work.art.areas)
      for (let k = 0; k < p.length; k += 2) work.lay(p[k]!, p[k + 1]!, 0, work.sizes[0]!, 0);
  },
});
`,
  },
  {
    file: 'core/src/stones/table/shapes/throw-away-triangle.ts',
    table: 'core/src/stones/table/shapes/index.ts',
    behind: 'export const STONE_SHAPES: readonly StoneShape[] = [',
    name: 'throwAwayTriangle',
    source: `import { stoneShape } from './kind.ts';

export const throwAwayTriangle = stoneShape({
  name: 'throwawaytriangle',
  label: 'Throw-away triangle',
  about: 'A triangle for a test.',
  long: true,
  corners: (w, h) => Float64Array.of(0, -h / 2, w / 2, h / 2, -w / 2, h / 2),
});
`,
  },
  {
    file: 'core/src/stones/faults/throw-away-odd.ts',
    table: 'core/src/stones/faults/index.ts',
    behind: 'export const STONE_FAULTS: readonly FaultKind[] = [',
    name: 'throwAwayOdd',
    source: `import { faultKind } from './kind.ts';

export const throwAwayOdd = faultKind({
  name: 'throwaway',
  label: 'Throw-away odd',
  about: 'An odd number of stones, for a test.',
  *find({ stones }) {
    if (stones.count % 2 === 0) return;
    const act = { does: 'delete', stones: [0] } as const;
    yield { kind: 'throwaway', said: 'The count is odd.', stones: [0], x: 0, y: 0, mend: { label: 'Remove one', act } };
  },
});
`,
  },
];
