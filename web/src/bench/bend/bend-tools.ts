import { type Bend, bendKind, type Fill, MOST_BENDS, type Push } from '@chromatype/core';
import { toast } from 'sonner';
import { create } from 'zustand';

export interface PushBrush {
  readonly does: Push;
  /** mm on the sheet. */
  readonly size: number;
  readonly hardness: number;
  readonly strength: number;
}

export const NORMAL_PUSH: PushBrush = { does: 'free', size: 30, hardness: 0.3, strength: 1 };

interface BendTools {
  /** The fill whose bend was chosen last, and the place of that bend; null for its last one. */
  readonly fill: string | null;
  readonly at: number | null;
  readonly brush: PushBrush;
}

/** What is chosen in the Bend station; it is not part of the job. */
export const useBendTools = create<BendTools>(() => ({ fill: null, at: null, brush: NORMAL_PUSH }));

export const chooseBend = (fill: string, at: number | null): void => useBendTools.setState({ fill, at });
export const setPushBrush = (part: Partial<PushBrush>): void =>
  useBendTools.setState((s) => ({ brush: { ...s.brush, ...part } }));

/** The place of the chosen bend of a fill: the last one where none was chosen; -1 without any. */
export function chosenBend({ id, bend }: Pick<Fill, 'id' | 'bend'>, chosen: Pick<BendTools, 'fill' | 'at'>): number {
  const own = chosen.fill === id ? chosen.at : null;
  return own !== null && own < bend.length ? own : bend.length - 1;
}

/** Whether a fill can take another bend; says so where it cannot. */
export function hasRoom({ bend }: Pick<Fill, 'bend'>): boolean {
  if (bend.length < MOST_BENDS) return true;
  toast(`A fill takes ${MOST_BENDS} bends at most; take one out first.`);
  return false;
}

const tidy = (v: number): number => Number(v.toFixed(4));

/** Settings as documents keep them: no more digits than anyone can see. */
export const tidySettings = (settings: Bend['settings']): Bend['settings'] =>
  Object.fromEntries(
    Object.entries(settings).map(([name, value]) => {
      if (typeof value === 'number') return [name, tidy(value)];
      const numbers = Array.isArray(value) && value.every((v) => typeof v === 'number');
      return [name, numbers ? (value as number[]).map(tidy) : value];
    }),
  );

/** Settings kept to the limits of their kind, which a hand on the sheet may leave. */
export function withinLimits(kind: string, settings: Bend['settings']): Bend['settings'] {
  const { params } = bendKind(kind);
  return Object.fromEntries(
    Object.entries(settings).map(([name, value]) => {
      const param = params[name];
      if (param?.kind !== 'number') return [name, value];
      return [name, Math.min(param.max, Math.max(param.min, value as number))];
    }),
  );
}
