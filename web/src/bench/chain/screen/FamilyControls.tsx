import { familyOf } from '@chromatype/core';
import type { ChainProps } from '../chain-props.ts';
import { OwnFields } from './OwnFields.tsx';

/** Settings that are chosen among the cells: of dots, and of tiles. */
const AMONG_CELLS: readonly string[] = ['shape', 'lattice', 'picture'];

/** The settings of a family that have no control of their own beside the dial. */
export function FamilyControls({ fill }: ChainProps) {
  const { name, cells } = familyOf(fill.screen.family);
  return <OwnFields fill={fill} family={name} without={[...(cells ? [cells] : []), ...AMONG_CELLS]} />;
}
