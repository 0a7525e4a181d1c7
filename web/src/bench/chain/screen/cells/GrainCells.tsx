import type { ChainProps } from '../../chain-props.ts';
import { CellChoice } from './CellChoice.tsx';
import { cellsOf } from './cell.ts';

/** The method by which tone is broken into grains. */
export function GrainCells({ job, pass, fill }: ChainProps) {
  return (
    <CellChoice
      job={job}
      pass={pass}
      label="Method"
      cells={cellsOf(fill, 'method')}
      chosen={fill.screen.grain.method}
    />
  );
}
