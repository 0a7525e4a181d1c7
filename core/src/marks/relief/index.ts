import { bead } from './bead.ts';
import type { ReliefKind } from './kind.ts';
import { pill } from './pill.ts';
import { pillow } from './pillow.ts';
import { stud } from './stud.ts';

export type { ReliefKind } from './kind.ts';

/** Every form of pieces, in the order the artist sees them. */
export const RELIEF_KINDS: readonly ReliefKind[] = [bead, stud, pillow, pill];

/** The form of that name; null for flat marks. */
export const reliefOf = (name: string): ReliefKind | null => RELIEF_KINDS.find((k) => k.name === name) ?? null;

/** Marks that are no pieces. */
export const FLAT: ReliefKind = {
  name: 'none',
  label: 'Flat',
  about: 'Flat marks.',
  shape: 'polygon',
  height: () => 0,
};
