import { normalsOf } from '../settings/params.ts';
import { FAMILIES, type FamilyName, type FamilySettings } from './families/index.ts';
import type { Frequency } from './frequency.ts';
import { SHARED_PARAMS, type SharedSettings } from './shared-params.ts';

/**
 * What turns tone into marks. Every family keeps its own settings beside those of the chosen one, so that changing
 * the family and back loses nothing. Frequency, angle and the like are shared by all families.
 */
export interface Screen extends SharedSettings, FamilySettings {
  readonly family: FamilyName;
  readonly frequency: Frequency;
}

const families = Object.fromEntries(FAMILIES.map((f) => [f.name, normalsOf(f.params)])) as unknown as FamilySettings;

export const DEFAULT_SCREEN: Screen = {
  ...normalsOf(SHARED_PARAMS),
  ...families,
  family: FAMILIES[0].name,
  frequency: { value: 30, per: 'lpi' },
};
