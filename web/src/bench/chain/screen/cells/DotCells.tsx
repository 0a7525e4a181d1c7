import type { ChainProps } from '../../chain-props.ts';
import { CellChoice } from './CellChoice.tsx';
import { cellsOf } from './cell.ts';

/** The shape of the dots, and the lattice that they sit on. */
export function DotCells({ job, pass, fill }: ChainProps) {
  const { dots } = fill.screen;
  return (
    <>
      <CellChoice job={job} pass={pass} label="Dot shape" cells={cellsOf(fill, 'shape')} chosen={dots.shape} />
      <CellChoice job={job} pass={pass} label="Lattice" cells={cellsOf(fill, 'lattice')} chosen={dots.lattice} />
    </>
  );
}
