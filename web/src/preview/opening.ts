import type { Stage } from './slabs.ts';

/** What an artist sees when a job opens, one after the other. */
type Seen = 'stored' | Stage;

/** When the job was asked for, and what of it was seen since. */
let opening: { readonly from: number; readonly seen: Set<Seen> } = { from: 0, seen: new Set() };

/** A job is asked for now: on the Shelf, or by its address when the page began. */
export function beginOpening(): void {
  opening = { from: performance.now(), seen: new Set() };
}

/** Measures how long it took until the stored print, the first and the settled picture of a job were there. */
export function measureOpening(seen: Seen, end = performance.now()): void {
  if (opening.seen.has(seen)) return;
  opening.seen.add(seen);
  performance.measure(`opening ${seen}`, { start: opening.from, end });
}
