import type { ChainProps } from '../../chain-props.ts';
import { CellChoice } from '../cells/CellChoice.tsx';
import { cellsOf } from '../cells/cell.ts';

/** The shape of the marks, and the lattice that they stand on. */
export function MarkCells({ job, pass, fill }: ChainProps) {
  const { marks } = fill.screen;
  // An imported shape is there once a file was opened.
  const shapes = cellsOf(fill, 'shape').filter(({ name }) => name !== 'own' || marks.path !== '');
  return (
    <>
      <CellChoice job={job} pass={pass} label="Shape" cells={shapes} chosen={marks.shape} />
      <CellChoice job={job} pass={pass} label="Lattice" cells={cellsOf(fill, 'lattice')} chosen={marks.lattice} />
    </>
  );
}
