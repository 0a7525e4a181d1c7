import { type Bend, type BentPictureSettings, newBend, type TrimmedSheet } from '@chromatype/core';
import { type Edit, inFill } from './edits.ts';

const bends = (fill: string, change: (all: readonly Bend[]) => readonly Bend[]): Edit =>
  inFill(fill, ({ bend }) => ({ bend: change(bend) }));

/** Adds a bend of a kind after the others. */
export const addBend = (fill: string, kind: string, sheet: TrimmedSheet): Edit =>
  bends(fill, (all) => [...all, newBend(kind, sheet)]);

export const removeBend = (fill: string, at: number): Edit => bends(fill, (all) => all.toSpliced(at, 1));

/** Bends once more in the same way, right after the bend itself. */
export const bendAgain = (fill: string, at: number): Edit =>
  bends(fill, (all) => (all[at] ? all.toSpliced(at + 1, 0, all[at]) : all));

/** Moves a bend to another place in the order in which they are applied. */
export const moveBend = (fill: string, from: number, to: number): Edit =>
  bends(fill, (all) => (all[from] ? all.toSpliced(from, 1).toSpliced(to, 0, all[from]) : all));

export const setBendAt = (fill: string, at: number, part: Partial<Omit<Bend, 'kind' | 'settings'>>): Edit =>
  bends(fill, (all) => all.map((own, k) => (k === at ? { ...own, ...part } : own)));

export const setBendSettings = (fill: string, at: number, settings: Bend['settings']): Edit =>
  bends(fill, (all) => all.map((own, k) => (k === at ? { ...own, settings: { ...own.settings, ...settings } } : own)));

/** Changes how the picture of a fill is softened, and what lies beyond its edges. */
export const setBending = (fill: string, part: Partial<BentPictureSettings>): Edit =>
  inFill(fill, ({ bending }) => ({ bending: { ...bending, ...part } }));
