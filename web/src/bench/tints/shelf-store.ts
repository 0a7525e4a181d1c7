import type { FamilyName } from '@chromatype/core';
import { create } from 'zustand';
import type { TakenTint } from './lay-tint.ts';

interface Shelf {
  readonly open: boolean;
  readonly family: FamilyName;
  readonly lpi: number;
  /** The tint that is being dragged to the sheet. */
  readonly dragged: TakenTint | null;
}

/** The tint shelf; it is not part of the job. */
export const useTintShelf = create<Shelf>(() => ({ open: false, family: 'dots', lpi: 42.5, dragged: null }));
export const setTintShelf = (part: Partial<Shelf>): void => useTintShelf.setState(part);
