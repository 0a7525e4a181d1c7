import type { Sheet } from '@chromatype/core';
import { jobs } from '../api/jobs.ts';

export interface ShownPrint {
  readonly address: string;
  readonly sheet: Pick<Sheet, 'width' | 'height'>;
}

/** Prints that this page has shown, by job: the browser still has them. */
const shown = new Map<string, ShownPrint>();

/** The print that the Shelf has shown of a job; undefined when the job was opened by its address. */
export const shownPrint = (id: string): ShownPrint | undefined => shown.get(id);

/** Room for a print on its card of the Shelf, in CSS pixels. */
const ROOM = { width: 240, height: 196 };

/** Size of a print on the Shelf in CSS pixels. */
export function printSize({ width, height }: Pick<Sheet, 'width' | 'height'>): { width: number; height: number } {
  const scale = Math.min(ROOM.width / width, ROOM.height / height);
  return { width: Math.round(width * scale), height: Math.round(height * scale) };
}

/**
 * Address of a job's small print, at the size in which the Shelf shows it: asked for at that size, so that nothing
 * between engine and eye resamples dots.
 */
export function shelfPrint(id: string, version: number, sheet: Pick<Sheet, 'width' | 'height'>): string {
  const address = jobs.printUrl({ id, version }, Math.max(16, Math.round(printSize(sheet).width * devicePixelRatio)));
  shown.set(id, { address, sheet });
  return address;
}

/** Address of the print that was last shown of a job, or else of its print on the Shelf. */
export const storedPrint = (id: string, version: number, sheet: Pick<Sheet, 'width' | 'height'>): string =>
  shown.get(id)?.address ?? shelfPrint(id, version, sheet);
