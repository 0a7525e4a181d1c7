import { create } from 'zustand';
import { LOUPE_SCALES } from './loupe-scales.ts';

/** Ways of looking at the print; none of them is part of the job. */
export interface Looks {
  /** Held with a key, pinned to a spot of the sheet (sheet pixels), or away. */
  readonly loupe: 'off' | 'held' | 'pinned';
  readonly loupeAt: { readonly x: number; readonly y: number } | null;
  readonly loupeScale: number;
  /** Distance in metres from which the sheet is seen; null for close up. */
  readonly stepBack: number | null;
  /** Where the line between picture and print stands, a share of the view's width; null without one. */
  readonly split: number | null;
  readonly grey: boolean;
  /** As it may come off the press, rather than as planned. */
  readonly press: boolean;
}

export const NORMAL_DISTANCE = 2;

export const useLooks = create<Looks>(() => ({
  loupe: 'off',
  loupeAt: null,
  loupeScale: LOUPE_SCALES[1]!,
  stepBack: null,
  split: null,
  grey: false,
  press: false,
}));

export const setLooks = (part: Partial<Looks>): void => useLooks.setState(part);
export const toggleLoupe = (): void => useLooks.setState((s) => ({ loupe: s.loupe === 'off' ? 'pinned' : 'off' }));
export const toggleStepBack = (): void =>
  useLooks.setState((s) => ({ stepBack: s.stepBack === null ? NORMAL_DISTANCE : null }));
export const toggleSplit = (): void => useLooks.setState((s) => ({ split: s.split === null ? 0.5 : null }));
export const togglePress = (): void => useLooks.setState((s) => ({ press: !s.press }));
export const toggleGrey = (): void => useLooks.setState((s) => ({ grey: !s.grey }));
