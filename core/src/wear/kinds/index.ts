import { chips } from './chips.ts';
import type { WearKind } from './kind.ts';
import { scratches } from './scratches.ts';
import { starved } from './starved.ts';

/** Every kind of wear. */
export const WEAR_KINDS: readonly WearKind[] = [chips, scratches, starved];
