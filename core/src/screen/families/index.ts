import { DOT_PARAMS } from './dots/params.ts';
import { GRAIN_PARAMS } from './grain/params.ts';
import { LINE_PARAMS } from './lines/params.ts';
import type { Params } from '../../settings/params.ts';
import { TILE_PARAMS } from './tile/params.ts';

export { SHARED_PARAMS } from '../shared-params.ts';

/** A family of screens: its name in jobs, and which of its settings picks the cell that samples show. */
export interface Family {
  readonly name: FamilyName;
  readonly label: string;
  readonly about: string;
  readonly params: Params;
  /** The choice among its cells; null when there is only one. */
  readonly cells: string | null;
}

export const FAMILY_NAMES = ['dots', 'lines', 'grain', 'tile'] as const;
export type FamilyName = (typeof FAMILY_NAMES)[number];

/** Every family of screens, in the order the artist sees them. */
export const FAMILIES: readonly Family[] = [
  { name: 'dots', label: 'Dots', about: 'Dots that grow with the tone.', params: DOT_PARAMS, cells: 'shape' },
  { name: 'lines', label: 'Lines', about: 'Lines whose width carries the tone.', params: LINE_PARAMS, cells: 'kind' },
  {
    name: 'grain',
    label: 'Grain',
    about: 'Scattered specks, as many as the tone asks.',
    params: GRAIN_PARAMS,
    cells: 'method',
  },
  {
    name: 'tile',
    label: 'Tile',
    about: 'A picture of your own as the repeating cell.',
    params: TILE_PARAMS,
    cells: null,
  },
];

export const familyOf = (name: FamilyName): Family => FAMILIES.find((f) => f.name === name)!;
