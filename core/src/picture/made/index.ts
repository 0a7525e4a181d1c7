import { normalsOf } from '../../settings/params.ts';
import { chart } from './chart.ts';
import { gradient } from './gradient.ts';
import type { MadeKind } from './kinds.ts';
import { lettering } from './lettering.ts';
import { noise } from './noise.ts';
import { shape } from './shape.ts';
import { tint } from './tint.ts';
import { wedge } from './wedge.ts';

export type { Blended, MadeKind, OutlinePicture, Painter, Rgba } from './kinds.ts';

/** Every kind of picture that is made here, in the order the artist sees them. */
export const MADE_KINDS: readonly MadeKind[] = [gradient, noise, wedge, tint, lettering, shape, chart];

/** The kinds that are offered wherever a picture can be made. */
export const OFFERED_KINDS: readonly MadeKind[] = MADE_KINDS.filter(({ ownView }) => !ownView);

export const MADE_NAMES: readonly string[] = MADE_KINDS.map((k) => k.name);

/** A picture that is made from settings, and of which kind. */
export interface Made {
  readonly kind: string;
  readonly settings: Readonly<Record<string, unknown>>;
}

export const madeKind = (name: string): MadeKind => MADE_KINDS.find((k) => k.name === name)!;

/** A made picture as it starts out. */
export const newMade = (name: string): Made => ({ kind: name, settings: normalsOf(madeKind(name).params) });
