import type { BentLattice } from '../../bend/bends.ts';
import type { CellMap } from '../compiled.ts';
import { latticePositions } from '../periodic/positions.ts';
import type { Supercell } from '../periodic/supercell.ts';
import { bentNodes } from './bent-nodes.ts';

/** A bend draws a cell out to no more than so many times its length, as far as its tone is concerned. */
const MOST_STRETCH = 2;

/** Cells that are told by where a pixel lies, on a bent lattice. */
export function bentPlaces(cells: Extract<CellMap, { kind: 'places' }>, { back }: BentLattice): CellMap {
  const at = { x: 0, y: 0 };
  return {
    kind: 'places',
    reach: MOST_STRETCH * cells.reach,
    cellOf(x, y) {
      back(x + 0.5, y + 0.5, at);
      return cells.cellOf(at.x - 0.5, at.y - 0.5);
    },
  };
}

/** The cells of a bent screen. `cell`: that of the lattice that whole numbers tell the cells of. */
export function bentCells(cells: CellMap | null, cell: Supercell | null, bent: BentLattice): CellMap | null {
  if (!cells || cells.kind === 'bent') return cells;
  if (cells.kind === 'places') return bentPlaces(cells, bent);
  return cell && { kind: 'bent', nodes: bentNodes(bent.grid, latticePositions(cell)) };
}
