import type { ShadeWay, TintSteps } from '@chromatype/core';
import { create } from 'zustand';

interface ColourShelf {
  readonly open: boolean;
  /** The wanted colour, `#rrggbb`. */
  readonly wanted: string;
  readonly steps: TintSteps;
  /** Passes that take no part in mixing, or take part although they would not by themselves; by their ids. */
  readonly turned: readonly string[];
  /** What is painted over a colour, how strongly, and whether scraped strokes are screened. */
  readonly shade: ShadeWay;
  readonly amount: number;
  readonly screened: boolean;
  /** Tints that are being dragged to the sheet, by the ids of their passes. */
  readonly dragged: readonly { readonly pass: string; readonly tint: number }[] | null;
}

/** The colour shelf; it is not part of the job. */
export const useColourShelf = create<ColourShelf>(() => ({
  open: false,
  wanted: '#e8b28f',
  steps: 'classic',
  turned: [],
  shade: 'darkens',
  amount: 0.5,
  screened: false,
  dragged: null,
}));
export const setColourShelf = (part: Partial<ColourShelf>): void => useColourShelf.setState(part);
