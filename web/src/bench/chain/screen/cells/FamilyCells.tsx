import { familyOf } from '@chromatype/core';
import type { ChainProps } from '../../chain-props.ts';
import { CellChoice } from './CellChoice.tsx';
import { cellsOf } from './cell.ts';

/** The cells of a family with one setting that chooses among them. */
export function FamilyCells({ job, pass, fill }: ChainProps) {
  const { name, params, cells } = familyOf(fill.screen.family);
  if (!cells) return null;
  const own = fill.screen[name] as Readonly<Record<string, unknown>>;
  return (
    <CellChoice
      job={job}
      pass={pass}
      label={params[cells]!.label}
      cells={cellsOf(fill, cells)}
      chosen={own[cells] as string}
    />
  );
}
