import { normalsOf, type SettingsOf } from '../../settings/params.ts';
import { copier } from './copier.ts';
import { dust } from './dust.ts';
import { edges } from './edges.ts';
import { folds } from './folds.ts';

export type { FinishKind, FinishLayer } from './kind.ts';

/** Every kind of finish, in the order in which they are laid: the copy first, then what happens to it. */
export const FINISH_KINDS = [copier, folds, edges, dust] as const;

type AnyFinish = (typeof FINISH_KINDS)[number];

/** The settings of every kind of finish under its name. */
export type FinishSettings = { readonly [F in AnyFinish as F['name']]: SettingsOf<F['params']> };

/** A print to which nothing happened. */
export const NO_FINISH = Object.fromEntries(
  FINISH_KINDS.map(({ name, params }) => [name, normalsOf(params)]),
) as unknown as FinishSettings;
