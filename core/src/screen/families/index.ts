import type { SettingsOf } from '../../settings/params.ts';
import { DOTS } from './dots/family.ts';
import type { ScreenFamily } from './family.ts';
import { GRAIN } from './grain/family.ts';
import { LINES } from './lines/family.ts';
import { MARKS } from './marks/family.ts';
import { SMOOTH } from './smooth/family.ts';
import { STONES } from './stones/family.ts';
import { TILE } from './tile/family.ts';

export type { Making, PlannedScreen, ScreenAsked, ScreenFamily, ScreenTraits } from './family.ts';

/** Every family of screens, in the order the artist sees them. */
export const FAMILIES = [DOTS, LINES, GRAIN, MARKS, TILE, STONES, SMOOTH] as const;

type AnyFamily = (typeof FAMILIES)[number];

export type FamilyName = AnyFamily['name'];

/** The settings of every family under its name, as a screen keeps them. */
export type FamilySettings = { readonly [F in AnyFamily as F['name']]: SettingsOf<F['params']> };

export const FAMILY_NAMES: readonly FamilyName[] = FAMILIES.map((f) => f.name);

/** A family by its name, its settings untyped since they come from the document. */
export const familyOf = (name: FamilyName): ScreenFamily<FamilyName> =>
  FAMILIES.find((f) => f.name === name)! as unknown as ScreenFamily<FamilyName>;
