import { bentCells } from '../bent/bent-cells.ts';
import { bentLattice, type LatticeAsked } from '../bent/bent-lattice.ts';
import type { CellMap, CompiledScreen } from '../compiled.ts';
import { type CompileOptions, compileTile } from './compile-tile.ts';
import { tilePlater, tileThresholds } from './periodic-screen.ts';
import { actualBasis, areaOf } from './supercell.ts';
import type { ThresholdTile } from './threshold-tile.ts';

/** A screen that repeats on a lattice: compiled into a tile, or while it is bent into a table of its cell. */
export function latticeScreen(
  asked: LatticeAsked & Pick<CompileOptions, 'share'>,
  cells: CellMap | null,
): CompiledScreen {
  const { cell, height, relevel, draft, share } = asked;
  let made: ThresholdTile | null = null;
  const tile = (): ThresholdTile => {
    made ??= compileTile(cell, height, { relevel, draft, share });
    return made;
  };
  return {
    cells,
    get tile() {
      return tile();
    },
    thresholds: (area) => tileThresholds(tile(), area),
    bytes: 2 * areaOf(cell),
    repeats: actualBasis(cell),
    bent: (how) => bentLattice(asked, how, bentCells(cells, cell, how)),
    plater: (input) => tilePlater(tile(), input),
  };
}
